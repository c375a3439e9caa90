package evenharbor.app.overview.message;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.who.access.Ids;
import evenharbor.core.who.message.MessageKind;
import evenharbor.core.who.message.MessageLife;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The messages that are written, with what came of each try. */
@Service
@Transactional
class Messages {

    private static final String READ = "select id, receiver_id, kind, body, at, state, tries, next_at from message";
    private static final int MOST = 100;
    private static final int LONGEST_ANSWER = 480;

    private final JdbcClient db;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    Messages(JdbcClient db, ApplicationEventPublisher events, Clock clock) {
        this.db = db;
        this.events = events;
        this.clock = clock;
    }

    /** Messages were written that can be sent. */
    record Written() {}

    /** A message. @param body JSON, as it is sent */
    record Message(String id, String receiverId, MessageKind kind, String body, Instant at, MessageLife life) {}

    /** A try to send one. @param status 0 when nothing came @param answer the first words of the answer, or why none came */
    record Try(Instant at, int status, int tookMs, String answer) {}

    /** A message with its tries, the latest first. */
    record Told(Message message, List<Try> tries) {}

    /**
     * Writes one.
     *
     * @param activity the entry that it tells of: of each it is written once; empty for one to try the way
     * @return its id; empty when it was written before
     */
    Optional<String> write(String receiverId, Optional<Long> activity, MessageKind kind, Body body, Instant at) {
        String id = Ids.id();
        MessageLife life = MessageLife.begun(clock.instant());
        int written = db.sql(
                        "insert ignore into message (id, receiver_id, activity_id, kind, body, at, state, tries, next_at)"
                                + " values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        id,
                        receiverId,
                        activity.orElse(null),
                        kind.name(),
                        body.json(id),
                        DatabaseTime.of(at),
                        life.state().name(),
                        life.tries(),
                        life.nextAt().map(DatabaseTime::of).orElse(null))
                .update();
        if (written > 0) {
            events.publishEvent(new Written());
        }
        return written > 0 ? Optional.of(id) : Optional.empty();
    }

    /** The latest of a receiver, the latest first. */
    @Transactional(readOnly = true)
    List<Told> of(String receiverId) {
        List<Message> messages = db.sql(READ + " where receiver_id = ? order by at desc, id limit " + MOST)
                .param(receiverId)
                .query(Messages::read)
                .list();
        if (messages.isEmpty()) {
            return List.of();
        }
        record Row(String messageId, Try one) {}
        Map<String, List<Try>> tries = db
                .sql(
                        "select message_id, at, status, took_ms, answer from message_try where message_id in (:ids) order by id desc")
                .param("ids", messages.stream().map(Message::id).toList())
                .query((row, n) -> new Row(
                        row.getString("message_id"),
                        new Try(
                                DatabaseTime.read(row, "at"),
                                row.getInt("status"),
                                row.getInt("took_ms"),
                                row.getString("answer"))))
                .list()
                .stream()
                .collect(Collectors.groupingBy(Row::messageId, Collectors.mapping(Row::one, Collectors.toList())));
        return messages.stream()
                .map(message -> new Told(message, tries.getOrDefault(message.id(), List.of())))
                .toList();
    }

    /** Has one sent again now, whatever became of it. */
    void sendAgain(String receiverId, String id) {
        MessageLife life = MessageLife.begun(clock.instant());
        int found = db.sql("update message set state = ?, tries = ?, next_at = ? where id = ? and receiver_id = ?")
                .params(
                        life.state().name(),
                        life.tries(),
                        life.nextAt().map(DatabaseTime::of).orElse(null),
                        id,
                        receiverId)
                .update();
        if (found == 0) {
            throw Problem.notFound("This message");
        }
        events.publishEvent(new Written());
    }

    /** Those whose time has come and that no node is sending, the oldest first. */
    @Transactional(readOnly = true)
    List<Message> due(int most) {
        return db.sql(READ + " where next_at <= ? and leased_until < ? order by next_at limit " + most)
                .params(DatabaseTime.of(clock.instant()), DatabaseTime.of(Instant.now()))
                .query(Messages::read)
                .list();
    }

    /** Takes one for this node. @param until by the real clock @return whether it is this node's */
    boolean claim(String id, Instant until) {
        return db.sql("update message set leased_until = ? where id = ? and next_at is not null and leased_until < ?")
                        .params(DatabaseTime.of(until), id, DatabaseTime.of(Instant.now()))
                        .update()
                == 1;
    }

    /** Notes what came of a try, and what is next. */
    void tried(String id, MessageLife life, Try one) {
        db.sql("update message set state = ?, tries = ?, next_at = ?, leased_until = '2000-01-01' where id = ?")
                .params(
                        life.state().name(),
                        life.tries(),
                        life.nextAt().map(DatabaseTime::of).orElse(null),
                        id)
                .update();
        db.sql("insert into message_try (message_id, at, status, took_ms, answer)"
                        + " select id, ?, ?, ?, ? from message where id = ?")
                .params(
                        DatabaseTime.of(one.at()),
                        one.status(),
                        one.tookMs(),
                        one.answer().length() > LONGEST_ANSWER
                                ? one.answer().substring(0, LONGEST_ANSWER) + "…"
                                : one.answer(),
                        id)
                .update();
    }

    private static Message read(ResultSet row, int number) throws SQLException {
        return new Message(
                row.getString("id"),
                row.getString("receiver_id"),
                MessageKind.valueOf(row.getString("kind")),
                row.getString("body"),
                DatabaseTime.read(row, "at"),
                new MessageLife(
                        MessageLife.State.valueOf(row.getString("state")),
                        row.getInt("tries"),
                        DatabaseTime.readIfAny(row, "next_at")));
    }
}
