package evenharbor.app.harbor.audience;

import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.who.access.Ids;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.Guard;
import evenharbor.edge.serve.Doorkeeper;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The visitors who registered at the parts of sites. */
@Component
class RegisteredVisitors {

    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM yyyy, HH:mm 'UTC'", Locale.ENGLISH);

    private final JdbcClient db;
    private final Clock clock;

    RegisteredVisitors(JdbcClient db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    /** All of a site, who came last first. */
    List<RegisteredController.RegisteredView> of(String siteId) {
        return db.sql("select * from registered_visitor where site_id = ? order by registered_at desc, id")
                .param(siteId)
                .query((row, n) -> new RegisteredController.RegisteredView(
                        row.getString("id"),
                        row.getString("name"),
                        row.getString("email"),
                        row.getString("consent"),
                        DatabaseTime.read(row, "registered_at"),
                        DatabaseTime.readIfAny(row, "confirmed_at").orElse(null)))
                .list();
    }

    /** Keeps who registers. Until they have confirmed it by a code, what is said last counts. @return whether they are new */
    boolean keep(String siteId, Guard guard, Doorkeeper.Form form) {
        int added = db.sql(
                        "insert ignore into registered_visitor (id, site_id, part_id, name, email, consent, registered_at)"
                                + " values (?, ?, ?, ?, ?, ?, ?)")
                .params(
                        Ids.id(),
                        siteId,
                        guard.id(),
                        shortened(form.name()),
                        form.email(),
                        form.consent(),
                        DatabaseTime.of(clock.instant()))
                .update();
        if (added == 0 && guard.audience() instanceof Audience.Registered asked && asked.confirmed()) {
            db.sql("update registered_visitor set name = ?, consent = ?, registered_at = ?"
                            + " where part_id = ? and email = ? and confirmed_at is null")
                    .params(
                            shortened(form.name()),
                            form.consent(),
                            DatabaseTime.of(clock.instant()),
                            guard.id(),
                            form.email())
                    .update();
        }
        return added == 1;
    }

    /** Someone has shown that the e-mail is theirs. */
    void confirm(String id) {
        db.sql("update registered_visitor set confirmed_at = ? where id = ? and confirmed_at is null")
                .params(DatabaseTime.of(clock.instant()), id)
                .update();
    }

    /** The id of who registered at a part with an e-mail. */
    String holder(Guard guard, String email) {
        return db.sql("select id from registered_visitor where part_id = ? and email = ?")
                .params(guard.id(), email)
                .query(String.class)
                .single();
    }

    /** What is kept of one of them, in lines for themselves; nothing when they are not registered there. */
    List<String> kept(Guard guard, String holder) {
        return db.sql("select * from registered_visitor where id = ? and part_id = ?")
                .params(holder, guard.id())
                .query((row, n) -> {
                    List<String> lines = new ArrayList<>();
                    if (!row.getString("name").isEmpty()) {
                        lines.add("Name: " + row.getString("name"));
                    }
                    lines.add("E-mail: " + row.getString("email"));
                    if (!row.getString("consent").isEmpty()) {
                        lines.add("You agreed to: " + row.getString("consent"));
                    }
                    lines.add("Registered: " + DAY.format(row.getObject("registered_at", LocalDateTime.class)));
                    return lines;
                })
                .optional()
                .orElse(List.of());
    }

    /** Takes one away at their own wish. */
    void forget(Guard guard, String id) {
        db.sql("delete from registered_visitor where id = ? and part_id = ?")
                .params(id, guard.id())
                .update();
    }

    /** Takes one of a site away. */
    void remove(String siteId, String id) {
        db.sql("delete from registered_visitor where site_id = ? and id = ?")
                .params(siteId, id)
                .update();
    }

    /** Takes all of a site away. */
    void removeAll(String siteId) {
        db.sql("delete from registered_visitor where site_id = ?").param(siteId).update();
    }

    private static String shortened(String name) {
        String plain = name.replaceAll("\\p{Cntrl}+", " ").strip();
        return plain.length() > 120 ? plain.substring(0, 120) : plain;
    }
}
