package evenharbor.app.common.watch;

import evenharbor.app.common.node.NodeName;
import evenharbor.app.common.transaction.DatabaseTime;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Which process is at which work: one at a time, and another one once nothing was heard of it. By the real clock. */
@Component
class WatchLeases {

    /** How long a process that says nothing keeps what it was at. */
    static final Duration LEASE = Duration.ofSeconds(20);

    private final JdbcClient db;
    private final NodeName node;

    WatchLeases(JdbcClient db, NodeName node) {
        this.db = db;
        this.node = node;
    }

    /** Makes the rows of all work. */
    void begin(List<Watch> watches) {
        watches.forEach(watch -> db.sql("insert ignore into watch (name) values (?)")
                .param(watch.name())
                .update());
    }

    /** Takes work up. @return whether it is this process's now */
    boolean take(String name) {
        Instant now = Instant.now();
        return db.sql("update watch set node = ?, until_at = ? where name = ? and (until_at < ? or node = ?)")
                        .params(
                                node.value(),
                                DatabaseTime.of(now.plus(LEASE)),
                                name,
                                DatabaseTime.of(now),
                                node.value())
                        .update()
                == 1;
    }

    /** Keeps what this process is at. */
    void keep(Collection<String> names) {
        db.sql("update watch set until_at = :until where name in (:names) and node = :node and until_at > :now")
                .param("until", DatabaseTime.of(Instant.now().plus(LEASE)))
                .param("now", DatabaseTime.of(Instant.now()))
                .param("names", names)
                .param("node", node.value())
                .update();
    }

    /** Gives work back. */
    void give(String name) {
        db.sql("update watch set until_at = '2000-01-01' where name = ? and node = ?")
                .params(name, node.value())
                .update();
    }
}
