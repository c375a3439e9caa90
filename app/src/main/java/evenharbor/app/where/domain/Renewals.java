package evenharbor.app.where.domain;

import evenharbor.app.where.registry.Registry;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.common.Dates;
import evenharbor.core.where.domain.Term;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.function.Consumer;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Renews registrations in time, tells of ends to come, and notices ends. */
@Component
class Renewals {

    private static final Duration AGAIN = Duration.ofHours(1);

    private final DomainRepository repository;
    private final Registry registry;
    private final DomainNews news;
    private final JdbcClient db;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Renewals(
            DomainRepository repository,
            Registry registry,
            DomainNews news,
            JdbcClient db,
            TransactionTemplate transactions,
            Clock clock) {
        this.repository = repository;
        this.registry = registry;
        this.news = news;
        this.db = db;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** Does what is due about a registered domain. */
    void lookAfter(Domain domain) {
        Term term = domain.term().orElseThrow();
        switch (term.due(clock.instant())) {
            case RENEW -> renew(domain);
            case END -> end(domain.id());
            case NOTHING -> {
                notice(domain.id(), term);
                change(domain.id(), this::lookInTime);
            }
        }
    }

    private void change(String id, Consumer<DomainEntity> how) {
        transactions.executeWithoutResult(t -> repository.findById(id).ifPresent(how));
    }

    private void lookInTime(DomainEntity row) {
        row.nextLookAt = clock.instant().plus(new Term(row.expiresAt, row.autoRenew).nextLook(clock.instant()));
    }

    private void renew(Domain domain) {
        DomainEntity row = repository.findById(domain.id()).orElseThrow();
        Registry.Registration known = new Registry.Registration(row.name, row.registeredAt, row.expiresAt);
        try {
            renewed(row.id, registry.renew(known));
        } catch (Registry.Refusal e) {
            if (e.down() || !settled(known, row.id)) {
                failed(row, e.getMessage());
            }
        }
    }

    /** A registry that refuses may know better: that it was renewed already, or that it is gone. */
    private boolean settled(Registry.Registration known, String id) {
        try {
            Optional<Registry.Registration> there = registry.find(known.name());
            if (there.isPresent() && there.get().expiresAt().isAfter(known.expiresAt())) {
                renewed(id, there.get());
                return true;
            }
            if (there.isEmpty()) {
                end(id);
                return true;
            }
            return false;
        } catch (Registry.Refusal e) {
            return false;
        }
    }

    private void renewed(String id, Registry.Registration renewed) {
        change(id, row -> {
            row.expiresAt = renewed.expiresAt();
            row.trouble = "";
            lookInTime(row);
            news.note(ActivityKind.DOMAIN_RENEWED, row, "until " + Dates.day(renewed.expiresAt()));
        });
    }

    private void failed(DomainEntity row, String sentence) {
        notice(row.id, new Term(row.expiresAt, true));
        change(row.id, fresh -> {
            fresh.trouble = "It could not be renewed: " + sentence + " We try again every hour.";
            fresh.nextLookAt = clock.instant().plus(AGAIN);
        });
    }

    /** The registration has ended: the domain's addresses are served no more. */
    private void end(String id) {
        change(id, row -> {
            row.state = Domain.State.ENDED;
            row.provenName = null;
            row.trouble = "The registration has ended. Register the name again, if it is still free.";
            row.nextLookAt = null;
            news.note(ActivityKind.DOMAIN_ENDS, row, "has ended");
            news.changed(row);
        });
    }

    /** Says that an end is near, once for each notice that is due. */
    private void notice(String id, Term term) {
        term.notice(clock.instant())
                .ifPresent(days -> transactions.executeWithoutResult(t -> {
                    boolean first = db.sql(
                                            "insert ignore into domain_notice (domain_id, expires_at, days, at) values (?, ?, ?, ?)")
                                    .params(
                                            id,
                                            term.end().atOffset(ZoneOffset.UTC).toLocalDateTime(),
                                            days,
                                            clock.instant()
                                                    .atOffset(ZoneOffset.UTC)
                                                    .toLocalDateTime())
                                    .update()
                            == 1;
                    if (first) {
                        repository
                                .findById(id)
                                .ifPresent(row -> news.note(
                                        ActivityKind.DOMAIN_ENDS,
                                        row,
                                        "ends in " + term.daysLeft(clock.instant()) + " days"
                                                + (term.renews() ? "" : " and does not renew itself")));
                    }
                }));
    }
}
