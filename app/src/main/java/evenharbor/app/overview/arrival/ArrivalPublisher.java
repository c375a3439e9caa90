package evenharbor.app.overview.arrival;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.watch.Watch;
import evenharbor.app.harbor.publish.Publishing;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.finding.NewFindings;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Memberships;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.harbor.publish.Selection;
import evenharbor.core.what.finding.Finding;
import evenharbor.core.who.access.Right;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Publishes what arrived, where its owner said so and nothing keeps it from that. */
@Component
class ArrivalPublisher {

    private static final Logger LOG = LoggerFactory.getLogger(ArrivalPublisher.class);

    private final Arrivals arrivals;
    private final NewFindings findings;
    private final Drafts drafts;
    private final Publishing publishing;
    private final People people;
    private final Memberships memberships;
    private final Activities activities;
    private final TransactionTemplate transactions;

    ArrivalPublisher(
            Arrivals arrivals,
            NewFindings findings,
            Drafts drafts,
            Publishing publishing,
            People people,
            Memberships memberships,
            Activities activities,
            TransactionTemplate transactions) {
        this.arrivals = arrivals;
        this.findings = findings;
        this.drafts = drafts;
        this.publishing = publishing;
        this.people = people;
        this.memberships = memberships;
        this.activities = activities;
        this.transactions = transactions;
    }

    @Configuration
    static class Work {
        @Bean
        Watch arrivalWatch(ObjectProvider<ArrivalPublisher> publisher) {
            return new Watch(
                    "arrival-watch",
                    Duration.ofSeconds(1),
                    "exists (select 1 from arrival)",
                    () -> publisher.getObject().round());
        }
    }

    void round() {
        for (Arrivals.Waiting waiting : arrivals.waiting()) {
            try {
                Optional<Person> person = person(waiting);
                if (person.isPresent()) {
                    Current.as(person.get(), () -> dealWith(waiting, person.get()));
                } else {
                    transactions.executeWithoutResult(status -> arrivals.done(waiting));
                }
            } catch (RuntimeException e) {
                LOG.warn("What arrived for site {} could not be dealt with; it is tried again", waiting.siteId(), e);
            }
        }
    }

    /** In whose name it came, in the account of the site. */
    private Optional<Person> person(Arrivals.Waiting waiting) {
        return memberships
                .accountOf(waiting.siteId())
                .flatMap(account -> people.find(waiting.personId())
                        .map(found -> new Person(found.id(), account, found.name(), found.email())));
    }

    private void dealWith(Arrivals.Waiting waiting, Person person) {
        String siteId = waiting.siteId();
        boolean may = memberships
                .of(person.id(), person.accountId())
                .filter(member -> member.may(Right.PUBLISH, siteId))
                .isPresent();
        if (!may) {
            refuse(waiting, person, person.name() + " may not publish. It is in the draft.");
            return;
        }
        Optional<List<Finding>> fresh = findings.of(siteId);
        if (fresh.isEmpty()) {
            // Pages are still read.
            return;
        }
        List<Finding> stopping = arrivals.rule(siteId).stopping(fresh.get());
        if (!stopping.isEmpty()) {
            Finding first = stopping.get(0);
            refuse(
                    waiting,
                    person,
                    (stopping.size() == 1 ? "1 finding stands" : stopping.size() + " findings stand")
                            + " against it, the first in " + first.path() + ": "
                            + first.kind().words()
                            + ". It is in the draft; visitors get what they got before.");
            return;
        }
        try {
            transactions.executeWithoutResult(status -> {
                if (arrivals.lock(waiting).isPresent()) {
                    if (drafts.find(siteId).revision() != waiting.revision()) {
                        throw new Problem(
                                ProblemType.STALE, "The draft was changed otherwise since. Review it, then publish.");
                    }
                    publishing.ask(siteId, Selection.ALL, Set.of(), OptionalLong.of(waiting.revision()), false);
                    arrivals.done(waiting);
                }
            });
        } catch (Problem problem) {
            if (problem.type() != ProblemType.PUBLISH_RUNNING) {
                refuse(waiting, person, problem.getMessage());
            }
            // Another publish is under way: after that it is this one's turn.
        }
    }

    private void refuse(Arrivals.Waiting waiting, Person person, String why) {
        transactions.executeWithoutResult(status -> {
            if (arrivals.lock(waiting).isPresent()) {
                arrivals.done(waiting);
                activities.note(
                        ActivityKind.PUBLISH_FAILED,
                        waiting.siteId(),
                        Activities.harbor(person.accountId()),
                        "What arrived was not published. " + why);
            }
        });
    }
}
