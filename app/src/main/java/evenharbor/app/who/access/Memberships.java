package evenharbor.app.who.access;

import evenharbor.core.who.access.Membership;
import evenharbor.core.who.access.PersonRole;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Who is what in which account, and at which site. */
@Component
public class Memberships {

    private final JdbcClient db;
    private final EntityManager entities;
    private final Clock clock;

    Memberships(JdbcClient db, EntityManager entities, Clock clock) {
        this.db = db;
        this.entities = entities;
        this.clock = clock;
    }

    private record Row(String account, String role, String site, String siteRole) {}

    /** What someone is in each account that they belong to, the longest first. */
    @Transactional(readOnly = true)
    public List<Membership> of(String personId) {
        List<Row> rows = db.sql("select m.account_id, m.role, s.id as site_id, r.role as site_role from membership m"
                        + " left join (site_role r join site s on s.id = r.site_id)"
                        + " on r.person_id = m.person_id and s.account_id = m.account_id"
                        + " where m.person_id = ? order by m.added_at, m.account_id")
                .param(personId)
                .query((row, n) -> new Row(
                        row.getString("account_id"),
                        row.getString("role"),
                        row.getString("site_id"),
                        row.getString("site_role")))
                .list();
        Map<String, List<Row>> accounts = new LinkedHashMap<>();
        rows.forEach(row ->
                accounts.computeIfAbsent(row.account, k -> new ArrayList<>()).add(row));
        return accounts.values().stream().map(Memberships::membership).toList();
    }

    private static Membership membership(List<Row> rows) {
        Map<String, PersonRole> sites = new HashMap<>();
        rows.stream()
                .filter(row -> row.site != null)
                .forEach(row -> sites.put(row.site, PersonRole.valueOf(row.siteRole)));
        Row any = rows.get(0);
        return new Membership(any.account, Optional.ofNullable(any.role).map(PersonRole::valueOf), sites);
    }

    /** What someone is in an account; empty when they do not belong to it. */
    @Transactional(readOnly = true)
    public Optional<Membership> of(String personId, String accountId) {
        return of(personId).stream()
                .filter(each -> each.accountId().equals(accountId))
                .findFirst();
    }

    /** What each person of an account is in it, by their id, the longest there first. */
    @Transactional(readOnly = true)
    public Map<String, Membership> ofAccount(String accountId) {
        Map<String, Membership> members = new LinkedHashMap<>();
        db.sql("select person_id from membership where account_id = ? order by added_at, person_id")
                .param(accountId)
                .query(String.class)
                .list()
                .forEach(person -> of(person, accountId).ifPresent(member -> members.put(person, member)));
        return members;
    }

    /** Lets someone be something in all of an account; empty for single sites only. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void put(String accountId, String personId, Optional<PersonRole> role) {
        // The account and the person may be new in this transaction.
        entities.flush();
        db.sql("insert into membership (account_id, person_id, role, added_at) values (?, ?, ?, ?)"
                        + " on duplicate key update role = values(role)")
                .params(accountId, personId, role.map(PersonRole::name).orElse(null), now())
                .update();
    }

    /** Lets someone be something at one site of an account. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void putAt(String accountId, String siteId, String personId, PersonRole role) {
        entities.flush();
        db.sql("insert ignore into membership (account_id, person_id, role, added_at) values (?, ?, null, ?)")
                .params(accountId, personId, now())
                .update();
        db.sql("insert into site_role (site_id, person_id, role, added_at) values (?, ?, ?, ?)"
                        + " on duplicate key update role = values(role)")
                .params(siteId, personId, role.name(), now())
                .update();
    }

    /** Takes back what someone is at one site. */
    @Transactional(propagation = Propagation.MANDATORY)
    void removeAt(String siteId, String personId) {
        db.sql("delete from site_role where site_id = ? and person_id = ?")
                .params(siteId, personId)
                .update();
    }

    /** Takes back all that someone is in an account. @return whether they still belong to another */
    @Transactional(propagation = Propagation.MANDATORY)
    boolean remove(String accountId, String personId) {
        db.sql("delete r from site_role r join site s on s.id = r.site_id where s.account_id = ? and r.person_id = ?")
                .params(accountId, personId)
                .update();
        db.sql("delete from membership where account_id = ? and person_id = ?")
                .params(accountId, personId)
                .update();
        return !of(personId).isEmpty();
    }

    /** Waits for whoever changes the people of an account just now, so that two do not leave it without an owner. */
    @Transactional(propagation = Propagation.MANDATORY)
    void lock(String accountId) {
        db.sql("select id from account where id = ? for update")
                .param(accountId)
                .query(String.class)
                .single();
    }

    /** The account that a site belongs to; empty when there is no such site. */
    @Transactional(readOnly = true)
    public Optional<String> accountOf(String siteId) {
        return db.sql("select account_id from site where id = ?")
                .param(siteId)
                .query(String.class)
                .optional();
    }

    private LocalDateTime now() {
        return clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime();
    }
}
