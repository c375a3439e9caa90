package evenharbor.app.overview.state;

import com.google.common.hash.Hashing;
import evenharbor.app.common.health.Trouble;
import evenharbor.app.common.transaction.DatabaseTime;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What each process said of itself last, and since when each of its troubles is there. By the real clock. */
@Component
class StateRows {

    /** How long the last word of a process that is not heard of any more is kept. */
    private static final Duration KEPT = Duration.ofDays(7);

    private static final int LONGEST = 1_900;

    private final JdbcClient db;

    StateRows(JdbcClient db) {
        this.db = db;
    }

    /**
     * What a process says of itself.
     *
     * @param name its name among those of this harbor
     * @param release which release it runs
     * @param seenAt when it said so
     * @param freeBytes what is free on the disk of its folder, of {@code diskBytes}
     * @param usedMemory bytes of its heap in use, of at most {@code mostMemory}
     */
    record Node(
            String name,
            String release,
            Instant startedAt,
            Instant seenAt,
            long freeBytes,
            long diskBytes,
            long usedMemory,
            long mostMemory) {}

    /** A trouble of a process. @param since when it was there first */
    record Known(String node, String part, Trouble trouble, Instant since) {}

    /** Puts down what a process says now in place of what it said before. */
    @Transactional
    public void say(Node node, Map<String, List<Trouble>> troubles) {
        db.sql(
                        "insert into node_state (node, release_name, started_at, seen_at, free_bytes, disk_bytes, used_memory,"
                                + " most_memory) values (?, ?, ?, ?, ?, ?, ?, ?) on duplicate key update release_name = values(release_name),"
                                + " started_at = values(started_at), seen_at = values(seen_at), free_bytes = values(free_bytes),"
                                + " disk_bytes = values(disk_bytes), used_memory = values(used_memory), most_memory = values(most_memory)")
                .params(
                        node.name,
                        node.release,
                        DatabaseTime.of(node.startedAt),
                        DatabaseTime.of(node.seenAt),
                        node.freeBytes,
                        node.diskBytes,
                        node.usedMemory,
                        node.mostMemory)
                .update();
        Set<List<String>> gone = new HashSet<>(db.sql("select part, what_hash from node_trouble where node = ?")
                .param(node.name)
                .query((row, n) -> List.of(row.getString(1), row.getString(2)))
                .list());
        troubles.forEach((part, all) -> all.forEach(trouble -> {
            String hash = hash(trouble.what());
            if (!gone.remove(List.of(part, hash))) {
                db.sql(
                                "insert ignore into node_trouble (node, part, what_hash, what, todo, since) values (?, ?, ?, ?, ?, ?)")
                        .params(
                                node.name,
                                part,
                                hash,
                                cut(trouble.what(), LONGEST),
                                cut(trouble.todo(), LONGEST / 2),
                                DatabaseTime.of(node.seenAt))
                        .update();
            }
        }));
        gone.forEach(key -> db.sql("delete from node_trouble where node = ? and part = ? and what_hash = ?")
                .params(node.name, key.get(0), key.get(1))
                .update());
    }

    /** Forgets a process that ends as it should, and those that were not heard of for long. */
    @Transactional
    public void forget(String node) {
        var longAgo = DatabaseTime.of(Instant.now().minus(KEPT));
        db.sql(
                        "delete t from node_trouble t left join node_state s on s.node = t.node where t.node = ? or s.node is null"
                                + " or s.seen_at < ?")
                .params(node, longAgo)
                .update();
        db.sql("delete from node_state where node = ? or seen_at < ?")
                .params(node, longAgo)
                .update();
    }

    /** All processes, by name. */
    @Transactional(readOnly = true)
    public List<Node> nodes() {
        return db.sql("select * from node_state order by node")
                .query((row, n) -> new Node(
                        row.getString("node"),
                        row.getString("release_name"),
                        DatabaseTime.read(row, "started_at"),
                        DatabaseTime.read(row, "seen_at"),
                        row.getLong("free_bytes"),
                        row.getLong("disk_bytes"),
                        row.getLong("used_memory"),
                        row.getLong("most_memory")))
                .list();
    }

    /** All troubles, the oldest first. */
    @Transactional(readOnly = true)
    public List<Known> troubles() {
        return db.sql("select * from node_trouble order by since, node, part")
                .query((row, n) -> new Known(
                        row.getString("node"),
                        row.getString("part"),
                        new Trouble(row.getString("what"), row.getString("todo")),
                        DatabaseTime.read(row, "since")))
                .list();
    }

    private static String hash(String text) {
        return Hashing.sha256().hashString(text, StandardCharsets.UTF_8).toString();
    }

    private static String cut(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most - 1) + "…";
    }
}
