package evenharbor.app.where.certificate;

import evenharbor.app.common.watch.Watch;
import evenharbor.app.who.activity.ActivityKind;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Warns of certificates that end and were not renewed, each time once. */
@Component
class EndWarnings {

    private static final Duration WARNED = Duration.ofDays(14);

    private final CertificateRepository repository;
    private final CertificateRows rows;
    private final JdbcClient db;
    private final TransactionTemplate transactions;
    private final Clock clock;

    EndWarnings(
            CertificateRepository repository,
            CertificateRows rows,
            JdbcClient db,
            TransactionTemplate transactions,
            Clock clock) {
        this.repository = repository;
        this.rows = rows;
        this.db = db;
        this.transactions = transactions;
        this.clock = clock;
    }

    @Configuration
    static class Work {
        @Bean
        Watch endWarning(ObjectProvider<EndWarnings> warnings) {
            return new Watch(
                    "certificate-warnings",
                    Duration.ofSeconds(5),
                    "exists (select 1 from certificate where wanted and valid_until <= :now + interval "
                            + WARNED.toDays() + " day)",
                    () -> warnings.getObject().round());
        }
    }

    /** Warns of all that end soon. */
    void round() {
        repository
                .findByWantedTrueAndValidUntilLessThanEqual(clock.instant().plus(WARNED))
                .forEach(this::warn);
    }

    private void warn(CertificateEntity row) {
        row.life()
                .warning(clock.instant())
                .ifPresent(days -> transactions.executeWithoutResult(t -> {
                    boolean first = db.sql(
                                            "insert ignore into certificate_warning (name, valid_until, days, at) values (?, ?, ?, ?)")
                                    .params(
                                            row.name,
                                            row.validUntil
                                                    .atOffset(ZoneOffset.UTC)
                                                    .toLocalDateTime(),
                                            days,
                                            clock.instant()
                                                    .atOffset(ZoneOffset.UTC)
                                                    .toLocalDateTime())
                                    .update()
                            == 1;
                    if (first) {
                        long left = Math.max(
                                0,
                                Duration.between(clock.instant(), row.validUntil)
                                        .toDays());
                        rows.note(
                                ActivityKind.CERTIFICATE_ENDS,
                                row,
                                " ends in " + left + " days"
                                        + (row.renews
                                                ? " and could not be renewed so far. "
                                                        + Optional.ofNullable(row.hindranceSentence)
                                                                .orElse("")
                                                : " and does not renew itself: it was brought."));
                    }
                }));
    }
}
