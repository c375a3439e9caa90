package evenharbor.app.who.access;

import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.core.who.access.Right;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/** The record of what was done with credentials, by the real clock. It is only ever added to. */
@Component
public class CredentialEvents {

    private static final int LONGEST = 200;
    private static final int MOST_SHOWN = 200;

    private final JdbcClient db;

    CredentialEvents(JdbcClient db) {
        this.db = db;
    }

    /** What can be done with credentials. */
    public enum Kind {
        ACCOUNT_OPENED,
        SIGNED_IN,
        SIGN_IN_FAILED,
        SIGNED_OUT,
        SESSION_ENDED,
        PASSWORD_CHANGED,
        PERSON_ADDED,
        PERSON_REMOVED,
        TOKEN_ISSUED,
        TOKEN_REVOKED,
        INVITATION_MADE,
        PERSON_INVITED,
        ROLE_CHANGED,
        EMAIL_CHANGED
    }

    /**
     * An entry, as people read it.
     *
     * @param who whose credentials they are
     * @param by who did it
     * @param remote from which number
     */
    public record CredentialEntry(
            long id, Kind kind, String who, String by, String detail, String remote, Instant at) {}

    /** Notes that something was done. */
    public void note(Person whose, Person by, Kind kind, String detail) {
        String shortened = detail.length() > LONGEST ? detail.substring(0, LONGEST - 1) + "…" : detail;
        db.sql("insert into credential_event (account_id, person_id, by_person, kind, detail, remote, at)"
                        + " values (?, ?, ?, ?, ?, ?, ?)")
                .params(
                        whose.accountId(),
                        whose.id(),
                        by.id(),
                        kind.name(),
                        shortened,
                        remote(),
                        Instant.now().atOffset(ZoneOffset.UTC).toLocalDateTime())
                .update();
    }

    private String remote() {
        return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes attributes
                ? attributes.getRequest().getRemoteAddr()
                : "";
    }

    /** The latest entries that a person may see: all of the account for who manages it, else those of their own. */
    public List<CredentialEntry> of(Person person) {
        boolean all = Current.may(Right.MANAGE);
        return db.sql("select e.*, w.name as who, b.name as by_name from credential_event e"
                        + " left join person w on w.id = e.person_id left join person b on b.id = e.by_person"
                        + " where (e.person_id = ? or (? and e.account_id = ?)) order by e.id desc limit " + MOST_SHOWN)
                .params(person.id(), all, person.accountId())
                .query((row, n) -> new CredentialEntry(
                        row.getLong("id"),
                        Kind.valueOf(row.getString("kind")),
                        row.getString("who"),
                        row.getString("by_name"),
                        row.getString("detail"),
                        row.getString("remote"),
                        DatabaseTime.read(row, "at")))
                .list();
    }
}
