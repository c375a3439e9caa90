package evenharbor.app.hosting.destination;

import evenharbor.app.what.site.SiteGone;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Removing a site's copies at hosts, asked for from elsewhere. */
@Service
@Transactional
public class Removals {

    private final HostJobs jobs;
    private final HostJobRepository repository;
    private final JdbcClient db;

    Removals(HostJobs jobs, HostJobRepository repository, JdbcClient db) {
        this.jobs = jobs;
        this.repository = repository;
        this.db = db;
    }

    /** Asks for the removal of what is at one of the person's destinations; work under way there is stopped first. */
    public void ask(String destinationId) {
        repository
                .findByDestinationIdAndStateIn(destinationId, HostJob.State.OPEN)
                .forEach(job -> jobs.stop(job.id));
        jobs.ask(destinationId, HostJob.Kind.TAKE_DOWN, Optional.empty(), Wishes.NONE, false);
    }

    /** What is known of the copies of a site that goes for good goes with it. */
    @EventListener
    void forget(SiteGone gone) {
        db.sql("delete l from ledger_entry l join destination d on d.id = l.destination_id where d.site_id = ?")
                .param(gone.siteId())
                .update();
        db.sql("delete from host_job where site_id = ?").param(gone.siteId()).update();
    }
}
