package evenharbor.app.where.certificate;

import evenharbor.core.where.certificate.Hindrance;
import evenharbor.core.where.certificate.OrderBudget;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** How many orders all nodes placed of late, so that the authority's limits are kept. */
@Component
class OrderCounts {

    private final AuthorityProperties properties;
    private final JdbcClient db;
    private final TransactionTemplate transactions;
    private final Clock clock;

    OrderCounts(AuthorityProperties properties, JdbcClient db, TransactionTemplate transactions, Clock clock) {
        this.properties = properties;
        this.db = db;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** The order is counted before it is placed, so that one whose answer is lost counts as well. */
    void take(String name) throws Authority.Refusal {
        Optional<Instant> wait = transactions.execute(t -> {
            // One at a time, so that two do not take the last one both.
            db.sql("select revision from harbor_revision where id = 1 for update")
                    .query(Long.class)
                    .single();
            Instant now = clock.instant();
            Optional<Instant> until = properties
                    .budget()
                    .wait(
                            placed("and name = ?", now.minus(OrderBudget.NAME_SPAN), name),
                            placed("", now.minus(OrderBudget.ALL_SPAN)),
                            now);
            if (until.isEmpty()) {
                db.sql("insert into certificate_order (name, placed_at) values (?, ?)")
                        .params(name, now.atOffset(ZoneOffset.UTC).toLocalDateTime())
                        .update();
            }
            return until;
        });
        if (wait.isPresent()) {
            throw new Authority.Refusal(
                    new Hindrance(
                            Hindrance.Kind.BUDGET,
                            "We have asked the authority often of late, and wait so as not to be refused.",
                            wait,
                            clock.instant()),
                    null);
        }
    }

    private List<Instant> placed(String more, Instant since, String... names) {
        Object[] parameters = Stream.concat(
                        Stream.of(since.atOffset(ZoneOffset.UTC).toLocalDateTime()), Stream.of(names))
                .toArray();
        return db
                .sql("select placed_at from certificate_order where placed_at > ? " + more)
                .params(parameters)
                .query(LocalDateTime.class)
                .list()
                .stream()
                .map(at -> at.toInstant(ZoneOffset.UTC))
                .toList();
    }
}
