package evenharbor.app.where.domain;

import evenharbor.app.common.transaction.OutlivingTemplate;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.common.Dates;
import evenharbor.core.where.domain.DomainEvent;
import evenharbor.core.where.domain.DomainLife;
import evenharbor.core.where.domain.DomainLife.Stage;
import evenharbor.core.where.domain.Term;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Lets what happens to a domain happen to its row: one event at a time, in a transaction of its own (what was agreed with
 * the registry stands, whatever becomes of the request that led to it), with what is told of it.
 */
@Component
class DomainLives {

    private final DomainRepository repository;
    private final DomainNews news;
    private final TransactionTemplate alone;
    private final Clock clock;

    DomainLives(DomainRepository repository, DomainNews news, PlatformTransactionManager transactions, Clock clock) {
        this.repository = repository;
        this.news = news;
        this.alone = OutlivingTemplate.alone(transactions);
        this.clock = clock;
    }

    /** Carries an event out. Empty when the domain is not there, or no longer. */
    Optional<Domain> apply(String id, DomainEvent event) {
        return alone.execute(t -> repository.locked(id).flatMap(row -> apply(row, event)));
    }

    /** Carries an event out on a row that is new, or locked, within the transaction that made or locked it. */
    Optional<Domain> apply(DomainEntity row, DomainEvent event) {
        Instant now = clock.instant();
        DomainLife before = row.life();
        DomainLife after = before.on(event, now);
        if (after.equals(before)) {
            return Optional.of(row.toDomain());
        }
        if (after.stage() == Stage.SEARCHED) {
            removed(row, before);
            return Optional.empty();
        }
        if (after.certain() && !before.certain()) {
            othersGiveWay(row);
        }
        row.live(after);
        DomainEntity kept = repository.saveAndFlush(row);
        tell(kept, before, after, event);
        return Optional.of(kept.toDomain());
    }

    /** Puts off what is due, after something that nobody foresaw. */
    void postpone(String id, Duration by) {
        alone.executeWithoutResult(t -> repository
                .locked(id)
                .ifPresent(row -> row.nextLookAt = clock.instant().plus(by)));
    }

    private void removed(DomainEntity row, DomainLife before) {
        if (before.stage() != Stage.REGISTERING) {
            news.note(ActivityKind.DOMAIN_LET_GO, row, "");
        }
        news.gone(row);
        repository.delete(row);
        repository.flush();
    }

    /** Claims of others end when a domain is certain to be someone's. */
    private void othersGiveWay(DomainEntity certain) {
        for (String id : repository.idsOfOthers(certain.name, certain.id)) {
            repository.locked(id).ifPresent(other -> {
                apply(other, new DomainEvent.TakenOver());
                if (!other.life().reserved()) {
                    news.gone(other);
                }
            });
        }
    }

    private void tell(DomainEntity row, DomainLife before, DomainLife after, DomainEvent event) {
        Instant now = clock.instant();
        if (event instanceof DomainEvent.Told told) {
            long left = new Term(before.endsUnlessSomethingIsDone(now).orElseThrow(), false).daysLeft(now);
            news.note(ActivityKind.DOMAIN_ENDS, row, "ends in " + days(left) + unless(before));
            return;
        }
        switch (after.stage()) {
            case HELD -> held(row, before, after, event);
            case VERIFIED -> verified(row, before, after);
            case ENDED -> news.note(ActivityKind.DOMAIN_ENDS, row, "has ended");
            case LOST -> news.note(ActivityKind.DOMAIN_LOST, row, lost(before, event));
            case BROUGHT -> {
                if (before.stage() != Stage.BROUGHT) {
                    row.hosted = false;
                    news.note(ActivityKind.DOMAIN_BROUGHT, row, "");
                    news.changed(row);
                }
            }
            default -> {
                // What is under way is told when it has come to something.
            }
        }
        if (after.certain() != before.certain() || event instanceof DomainEvent.RenewalSet) {
            news.changed(row);
        }
    }

    private void held(DomainEntity row, DomainLife before, DomainLife after, DomainEvent event) {
        if (event instanceof DomainEvent.RenewalSet set) {
            news.note(ActivityKind.DOMAIN_CHANGED, row, set.on() ? "renews itself" : "no longer renews itself");
        } else if (event instanceof DomainEvent.Registered registered
                && (before.stage() != Stage.HELD || !after.expiresAt().equals(before.expiresAt()))) {
            boolean first = before.stage() == Stage.REGISTERING;
            if (before.stage() != Stage.HELD) {
                row.provenAt = clock.instant();
                row.zoneDueAt = clock.instant();
                news.zoneDue(row);
            }
            news.note(
                    first ? ActivityKind.DOMAIN_REGISTERED : ActivityKind.DOMAIN_RENEWED,
                    row,
                    "until " + Dates.day(registered.expiresAt()));
        }
    }

    private void verified(DomainEntity row, DomainLife before, DomainLife after) {
        if (before.stage() != Stage.VERIFIED) {
            row.provenAt = clock.instant();
            news.note(ActivityKind.DOMAIN_PROVEN, row, "");
        } else if (after.missingSince().isPresent() != before.missingSince().isPresent()) {
            news.note(
                    ActivityKind.DOMAIN_CHANGED,
                    row,
                    after.missingSince().isPresent() ? "its TXT record is no longer seen" : "its TXT record is back");
        }
    }

    private static String lost(DomainLife before, DomainEvent event) {
        if (event instanceof DomainEvent.TakenOver) {
            return "someone else has verified it";
        }
        return before.stage() == Stage.VERIFIED
                ? "its TXT record was not seen for " + days(DomainLife.VERIFICATION_GRACE.toDays())
                : "its TXT record was never seen";
    }

    private static String unless(DomainLife life) {
        if (life.stage() == Stage.VERIFIED) {
            return " unless its TXT record is seen again";
        }
        return life.autoRenew() ? " unless it can be renewed" : " and does not renew itself";
    }

    private static String days(long count) {
        return count == 1 ? "1 day" : count + " days";
    }
}
