package evenharbor.app.hosting.destination;

import evenharbor.app.what.site.Site;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.hosting.host.HostFault;
import java.time.Clock;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Writes down how work at a host ended, in its row, at its destination and in the record of what happened. */
@Component
class HostJobEnds {

    private final HostJobRepository jobs;
    private final DestinationRepository destinations;
    private final HostJobSteps steps;
    private final Activities activities;
    private final TransactionTemplate transactions;
    private final Clock clock;

    HostJobEnds(
            HostJobRepository jobs,
            DestinationRepository destinations,
            HostJobSteps steps,
            Activities activities,
            TransactionTemplate transactions,
            Clock clock) {
        this.jobs = jobs;
        this.destinations = destinations;
        this.steps = steps;
        this.activities = activities;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** It is done. */
    void finish(String id, Site site, HostJobSteps.Outcome outcome) {
        transactions.executeWithoutResult(status -> {
            HostJob job = jobs.lock(id).orElseThrow();
            job.state = HostJob.State.DONE;
            job.step = HostJob.Step.DONE;
            job.result = outcome.sentence();
            job.fault = null;
            job.problem = "";
            job.againAt = null;
            job.finishedAt = clock.instant();
            jobs.save(job);
            DestinationEntity destination = destinations.lock(job.destinationId).orElseThrow();
            outcome.apply().accept(destination);
            destination.problem = "";
            if (job.kind != HostJob.Kind.LOOK) {
                destination.succeededAt = clock.instant();
                activities.note(
                        job.kind == HostJob.Kind.CHECK ? ActivityKind.HOST_CHECKED : ActivityKind.SENT,
                        site.id(),
                        starter(job, site),
                        outcome.sentence() + " (" + destination.place() + ")");
            }
        });
    }

    /** It came to nothing, unless it was ended before. */
    void fail(String id, Site site, HostFault fault, String sentence) {
        transactions.executeWithoutResult(status -> {
            HostJob job = jobs.lock(id).orElseThrow();
            if (job.state != HostJob.State.RUNNING) {
                return;
            }
            DestinationEntity destination = destinations.lock(job.destinationId).orElseThrow();
            String now = steps.nowThere(job, destination);
            job.state = HostJob.State.FAILED;
            job.fault = fault;
            job.problem = sentence;
            job.result = now;
            job.againAt = null;
            job.finishedAt = clock.instant();
            jobs.save(job);
            destination.failedAt = clock.instant();
            destination.problem = sentence;
            activities.note(
                    ActivityKind.SEND_FAILED,
                    site.id(),
                    starter(job, site),
                    destination.place() + ": " + sentence + " " + now);
        });
    }

    private static Person starter(HostJob job, Site site) {
        return new Person(job.startedBy, site.accountId(), "", "");
    }
}
