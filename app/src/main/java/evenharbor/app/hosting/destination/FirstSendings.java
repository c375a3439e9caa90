package evenharbor.app.hosting.destination;

import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Adds destinations that hold a version from the start. */
@Service
public class FirstSendings {

    private final Destinations destinations;
    private final HostJobs jobs;
    private final HostWorker worker;
    private final TransactionTemplate transactions;

    FirstSendings(Destinations destinations, HostJobs jobs, HostWorker worker, TransactionTemplate transactions) {
        this.destinations = destinations;
        this.jobs = jobs;
        this.worker = worker;
        this.transactions = transactions;
    }

    /** Adds a destination to one of the person's sites, sends a version there and waits for the end. */
    public void add(String siteId, String hostId, String folder, String url, int version) {
        String job = transactions.execute(status -> {
            DestinationEntity added = destinations.add(
                    siteId, hostId, new Destinations.Wanted(folder, url, false, DestinationEntity.Carries.NOTHING));
            return jobs.record(added, HostJob.Kind.PUBLISH, Optional.of(version), Wishes.NONE, "").id;
        });
        worker.carryOut(job);
    }
}
