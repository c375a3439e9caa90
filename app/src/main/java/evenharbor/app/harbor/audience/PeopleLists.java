package evenharbor.app.harbor.audience;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.core.who.mail.MailAddress;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Lists of people of an account, such as “Parents”: parts of several sites can be for them. */
@Service
@Transactional
class PeopleLists {

    private static final int MOST = 100;
    private static final int MOST_EMAILS = 5_000;

    private final JdbcClient db;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    PeopleLists(JdbcClient db, ApplicationEventPublisher events, Clock clock) {
        this.db = db;
        this.events = events;
        this.clock = clock;
    }

    /** A list. @param emails who is on it */
    record PeopleList(String id, String name, List<String> emails) {}

    @Transactional(readOnly = true)
    List<PeopleList> mine() {
        return db
                .sql("select id, name from people_list where account_id = ? order by name")
                .param(Current.person().accountId())
                .query((row, n) -> new PeopleList(row.getString("id"), row.getString("name"), List.of()))
                .list()
                .stream()
                .map(list -> new PeopleList(list.id(), list.name(), emails(list.id())))
                .toList();
    }

    private List<String> emails(String id) {
        return db.sql("select email from people_list_email where list_id = ? order by email")
                .param(id)
                .query(String.class)
                .list();
    }

    /** What was pasted, cleaned; refused when it is no list or too long. */
    static MailAddress.Pasted read(String pasted) {
        MailAddress.Pasted read = MailAddress.list(pasted);
        if (read.addresses().size() > MOST_EMAILS) {
            throw Problem.field("emails", "At most " + MOST_EMAILS + " people fit in.");
        }
        return read;
    }

    /** Makes a list, or changes one. @param id empty for a new one */
    String put(String id, String name, String pasted) {
        MailAddress.Pasted read = read(pasted);
        String account = Current.person().accountId();
        String list = id.isEmpty() ? Ids.id() : own(id);
        if (id.isEmpty() && mine().size() >= MOST) {
            throw new Problem(ProblemType.NOT_READY, "There are " + MOST + " lists already. Nothing was changed.");
        }
        try {
            db.sql(
                            "insert into people_list (id, account_id, name, changed_at) values (?, ?, ?, ?)"
                                    + " on duplicate key update name = if(id = values(id), values(name), name), changed_at = values(changed_at)")
                    .params(
                            list,
                            account,
                            name.strip(),
                            clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime())
                    .update();
        } catch (DuplicateKeyException e) {
            throw Problem.field("name", "There is a list of this name already.");
        }
        if (db.sql("select count(*) from people_list where id = ? and name = ?")
                        .params(list, name.strip())
                        .query(Integer.class)
                        .single()
                == 0) {
            throw Problem.field("name", "There is a list of this name already.");
        }
        db.sql("delete from people_list_email where list_id = ?").param(list).update();
        read.addresses()
                .forEach(email -> db.sql("insert into people_list_email (list_id, email) values (?, ?)")
                        .params(list, email)
                        .update());
        changed(list);
        return list;
    }

    /** Removes a list: whoever was let in by it alone is not any more. */
    void remove(String id) {
        String list = own(id);
        List<String> sites = sites(list);
        db.sql("delete from audience_list where list_id = ?").param(list).update();
        db.sql("delete from people_list_email where list_id = ?").param(list).update();
        db.sql("delete from people_list where id = ?").param(list).update();
        sites.forEach(site -> events.publishEvent(new AudienceChanged(site)));
    }

    /** The id of a list, if it is one of the account's. */
    String own(String id) {
        return db.sql("select id from people_list where id = ? and account_id = ?")
                .params(id, Current.person().accountId())
                .query(String.class)
                .optional()
                .orElseThrow(() -> Problem.notFound("This list"));
    }

    private void changed(String list) {
        sites(list).forEach(site -> events.publishEvent(new AudienceChanged(site)));
    }

    private List<String> sites(String list) {
        return db.sql("select distinct site_id from audience_list where list_id = ?")
                .param(list)
                .query(String.class)
                .list();
    }
}
