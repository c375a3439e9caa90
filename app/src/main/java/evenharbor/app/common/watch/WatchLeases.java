package evenharbor.app.common.watch;

import evenharbor.app.common.node.NodeName;
import java.time.Duration;
import java.util.Collection;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Which process is at which work: one at a time, and another one once nothing was heard of it. By the real clock. */
@Component
class WatchLeases {

    /** How long a process that says nothing keeps what it was at. */
    static final Duration LEASE = Duration.ofSeconds(20);

    private static final String FROM_NOW = "utc_timestamp(6) + interval :lease second";

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

    /** Takes work up. By the database's clock, for those of the processes differ. @return whether it is this process's now */
    boolean take(String name) {
        return db.sql("update watch set node = :node, until_at = " + FROM_NOW
                                + " where name = :name and (until_at < utc_timestamp(6) or node = :node)")
                        .param("node", node.value())
                        .param("lease", LEASE.toSeconds())
                        .param("name", name)
                        .update()
                == 1;
    }

    /** Keeps what this process is at. */
    void keep(Collection<String> names) {
        db.sql("update watch set until_at = " + FROM_NOW
                        + " where name in (:names) and node = :node and until_at > utc_timestamp(6)")
                .param("lease", LEASE.toSeconds())
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
