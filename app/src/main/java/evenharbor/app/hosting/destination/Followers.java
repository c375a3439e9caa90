package evenharbor.app.hosting.destination;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.transaction.OutlivingTemplate;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveChanged;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.version.Versions;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;

/** Destinations that follow what is live on this harbor are sent each version that goes live. */
@Component
class Followers {

    private static final Logger LOG = LoggerFactory.getLogger(Followers.class);

    private final DestinationRepository repository;
    private final HostJobs jobs;
    private final LiveStates states;
    private final Versions versions;
    private final TransactionTemplate fresh;

    Followers(
            DestinationRepository repository,
            HostJobs jobs,
            LiveStates states,
            Versions versions,
            PlatformTransactionManager transactions) {
        this.repository = repository;
        this.jobs = jobs;
        this.states = states;
        this.versions = versions;
        this.fresh = OutlivingTemplate.alone(transactions);
    }

    @TransactionalEventListener(phase = TransactionPhase.AFTER_COMMIT)
    void follow(LiveChanged changed) {
        Optional<Integer> number = Optional.ofNullable(fresh.execute(status -> states.of(changed.siteId())))
                .filter(Live::live)
                .flatMap(Live::version);
        number.ifPresent(version -> repository.findBySiteIdOrderByCreatedAt(changed.siteId()).stream()
                .filter(destination -> destination.follows
                        && destination.state != DestinationEntity.State.TAKEN_DOWN
                        && !version.equals(destination.currentVersion))
                .forEach(destination -> send(destination.id, version)));
    }

    /** Each on its own: one that cannot follow keeps no other from it. */
    private void send(String id, int number) {
        try {
            fresh.executeWithoutResult(status -> {
                DestinationEntity destination = repository.findById(id).orElseThrow();
                String by =
                        versions.find(destination.siteId, number).orElseThrow().createdBy();
                jobs.begin(destination, HostJob.Kind.PUBLISH, Optional.of(number), Wishes.NONE, by);
            });
        } catch (Problem busy) {
            // It is shown as behind; whoever looks there sees why.
            LOG.info("Destination {} does not follow just now: {}", id, busy.getMessage());
        } catch (RuntimeException e) {
            LOG.warn("Destination {} does not follow", id, e);
        }
    }
}
