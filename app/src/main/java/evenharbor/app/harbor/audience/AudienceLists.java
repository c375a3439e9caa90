package evenharbor.app.harbor.audience;

import evenharbor.core.who.audience.Audience;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Who is let in by name, and what who registers is asked: what a part says besides its row. */
@Component
class AudienceLists {

    private final JdbcClient db;

    AudienceLists(JdbcClient db) {
        this.db = db;
    }

    /** The addresses, or @ and domains, that a part names itself. */
    List<String> named(String partId) {
        return db.sql("select email from audience_email where part_id = ? order by email")
                .param(partId)
                .query(String.class)
                .list();
    }

    /** The ids of the lists that a part is for. */
    List<String> lists(String partId) {
        return db.sql("select list_id from audience_list where part_id = ? order by list_id")
                .param(partId)
                .query(String.class)
                .list();
    }

    /** All addresses that a part is for, by itself and by its lists. */
    Set<String> emails(String partId) {
        Set<String> all = new HashSet<>(named(partId));
        all.addAll(db.sql("select e.email from audience_list l join people_list_email e on e.list_id = l.list_id"
                        + " where l.part_id = ?")
                .param(partId)
                .query(String.class)
                .list());
        return all;
    }

    /** Names who is let in to a part, in place of all before. */
    void set(AudiencePart part, Collection<String> named, Collection<String> lists) {
        clear(part.id);
        named.forEach(email -> db.sql("insert into audience_email (part_id, site_id, email) values (?, ?, ?)")
                .params(part.id, part.siteId, email)
                .update());
        lists.forEach(list -> db.sql("insert into audience_list (part_id, site_id, list_id) values (?, ?, ?)")
                .params(part.id, part.siteId, list)
                .update());
    }

    /** What who registers at a part is asked; empty where nobody registers. */
    Optional<Audience.Registered> registration(String partId) {
        return db.sql("select * from audience_registration where part_id = ?")
                .param(partId)
                .query((row, n) -> new Audience.Registered(
                        row.getInt("after_pages"),
                        row.getBoolean("ask_name"),
                        row.getString("consent"),
                        row.getBoolean("confirmed"),
                        row.getString("page")))
                .optional();
    }

    /** Says what who registers at a part is asked. */
    void set(AudiencePart part, Audience.Registered asked) {
        clear(part.id);
        db.sql("insert into audience_registration (part_id, site_id, after_pages, ask_name, consent, confirmed, page)"
                        + " values (?, ?, ?, ?, ?, ?, ?)")
                .params(
                        part.id,
                        part.siteId,
                        asked.after(),
                        asked.name(),
                        asked.consent(),
                        asked.confirmed(),
                        asked.page())
                .update();
    }

    /** Takes away all of that. Who registered stays listed until they are removed. */
    void clear(String partId) {
        for (String table : List.of("audience_email", "audience_list", "audience_registration", "visitor_code")) {
            db.sql("delete from " + table + " where part_id = ?").param(partId).update();
        }
    }
}
