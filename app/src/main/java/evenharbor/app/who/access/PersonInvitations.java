package evenharbor.app.who.access;

import com.google.common.hash.Hashing;
import evenharbor.app.HarborProperties;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.who.mail.Outbox;
import evenharbor.core.who.access.Membership;
import evenharbor.core.who.access.PersonRole;
import evenharbor.core.who.mail.Letter;
import evenharbor.core.who.mail.MailAddress;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * People who are asked by mail to look after an account's sites, or one of them. Whoever opens the link has the mailbox, so
 * that their e-mail is proven; the link works once, for two weeks.
 */
@Service
public class PersonInvitations {

    private static final Duration VALID = Duration.ofDays(14);
    private static final int MOST_AT_ONCE = 50;
    private static final int MOST_OPEN = 200;

    private final JdbcClient db;
    private final People people;
    private final Memberships memberships;
    private final CredentialEvents events;
    private final Outbox outbox;
    private final HarborProperties harbor;
    private final Clock clock;

    PersonInvitations(
            JdbcClient db,
            People people,
            Memberships memberships,
            CredentialEvents events,
            Outbox outbox,
            HarborProperties harbor,
            Clock clock) {
        this.db = db;
        this.people = people;
        this.memberships = memberships;
        this.events = events;
        this.outbox = outbox;
        this.harbor = harbor;
        this.clock = clock;
    }

    /**
     * An invitation that nobody has answered yet.
     *
     * @param siteId the one site it is for; empty for all of the account
     * @param invitedBy who asked, by their id
     */
    public record Open(
            String id,
            String accountId,
            Optional<String> siteId,
            String email,
            PersonRole role,
            String words,
            String invitedBy,
            Instant expiresAt) {}

    /**
     * What came of a list of addresses.
     *
     * @param invited who was asked
     * @param there who looks after it already
     * @param repeated how many stood in the list again
     * @param unread what is no address
     * @param links the links, where they are to be passed on by hand because no mail can be sent
     */
    record Asked(List<String> invited, List<String> there, int repeated, List<String> unread, List<String> links) {}

    /**
     * Asks people by mail.
     *
     * @param site the one site; empty for all of the account
     * @param pasted their addresses, as they were pasted
     * @param words what whoever asks adds
     */
    @Transactional
    Asked invite(Person by, Optional<String> site, String pasted, PersonRole role, String words) {
        MailAddress.Pasted list = MailAddress.list(pasted);
        if (list.addresses().isEmpty()) {
            throw Problem.field("emails", "Type one e-mail or more, such as ada@example.org.");
        }
        if (list.addresses().size() > MOST_AT_ONCE || ofAccount(by.accountId()).size() >= MOST_OPEN) {
            throw Problem.field("emails", "Ask at most " + MOST_AT_ONCE + " people at once.");
        }
        List<String> invited = new ArrayList<>();
        List<String> there = new ArrayList<>();
        List<String> links = new ArrayList<>();
        for (String email : list.addresses()) {
            if (has(email, by.accountId(), site, role)) {
                there.add(email);
                continue;
            }
            db.sql("delete from person_invitation where account_id = ? and email = ? and site_id <=> ?")
                    .params(by.accountId(), email, site.orElse(null))
                    .update();
            String code = Ids.secret();
            Instant now = clock.instant();
            db.sql("insert into person_invitation (id, hash, account_id, site_id, email, role, words, invited_by,"
                            + " created_at, expires_at) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
                    .params(
                            Ids.id(),
                            hash(code),
                            by.accountId(),
                            site.orElse(null),
                            email,
                            role.name(),
                            words.strip(),
                            by.id(),
                            DatabaseTime.of(now),
                            DatabaseTime.of(now.plus(VALID)))
                    .update();
            post(email, by, role, words, code);
            events.note(by, by, CredentialEvents.Kind.PERSON_INVITED, email);
            invited.add(email);
            if (!outbox.there()) {
                links.add(link(code));
            }
        }
        return new Asked(invited, there, list.repeated(), list.unread(), links);
    }

    private boolean has(String email, String account, Optional<String> site, PersonRole role) {
        return people.findByEmail(email)
                .flatMap(person -> memberships.of(person.id(), account))
                .flatMap(member -> site.map(member::at).orElse(member.all()))
                .filter(is -> is.compareTo(role) >= 0)
                .isPresent();
    }

    private void post(String email, Person by, PersonRole role, String words, String code) {
        List<Letter.Part> parts = new ArrayList<>();
        parts.add(new Letter.Words(by.name() + " (" + by.email() + ") asks you to look after a website with them, as "
                + role.words() + ", in “" + people.accountName(by.accountId()) + "”."));
        if (!words.isBlank()) {
            parts.add(new Letter.Words("They write: " + words.strip()));
        }
        parts.add(new Letter.Link("See what it is, and accept or not", link(code)));
        parts.add(new Letter.Words("The link works once, for two weeks. If you do not know " + by.name()
                + ", do nothing: nothing happens then."));
        outbox.post(
                Letter.of(email, by.name() + " asks you to look after a website", parts.toArray(Letter.Part[]::new)),
                "invitation " + code);
    }

    private String link(String code) {
        return harbor.appOrigin() + "/join/" + code;
    }

    /** The invitations of an account that are open, the latest first. */
    @Transactional(readOnly = true)
    public List<Open> ofAccount(String accountId) {
        return db.sql(
                        "select * from person_invitation where account_id = ? and expires_at > ? order by created_at desc, id")
                .params(accountId, DatabaseTime.of(clock.instant()))
                .query((row, n) -> new Open(
                        row.getString("id"),
                        row.getString("account_id"),
                        Optional.ofNullable(row.getString("site_id")),
                        row.getString("email"),
                        PersonRole.valueOf(row.getString("role")),
                        row.getString("words"),
                        row.getString("invited_by"),
                        DatabaseTime.read(row, "expires_at")))
                .list();
    }

    private Open open(Person by, Optional<String> site, String id) {
        return ofAccount(by.accountId()).stream()
                .filter(each -> each.id().equals(id)
                        && site.map(only -> each.siteId().equals(Optional.of(only)))
                                .orElse(true))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("This invitation"));
    }

    /** Takes an invitation back: its link opens nothing any more. @param site the one site of which it has to be */
    @Transactional
    void takeBack(Person by, Optional<String> site, String id) {
        open(by, site, id);
        db.sql("delete from person_invitation where id = ?").param(id).update();
    }

    /** Asks once more, by a new link; the one before opens nothing any more. */
    @Transactional
    void again(Person by, String id) {
        Open open = open(by, Optional.empty(), id);
        invite(by, open.siteId(), open.email(), open.role(), open.words());
    }

    /** The invitation behind a link. */
    @Transactional(readOnly = true)
    Open behind(String code) {
        record Found(String id, String account) {}
        return db.sql("select id, account_id from person_invitation where hash = ? and expires_at > ?")
                .params(hash(code), DatabaseTime.of(clock.instant()))
                .query((row, n) -> new Found(row.getString("id"), row.getString("account_id")))
                .optional()
                .flatMap(found -> ofAccount(found.account()).stream()
                        .filter(each -> each.id().equals(found.id()))
                        .findFirst())
                .orElseThrow(() -> new Problem(
                        ProblemType.NOT_FOUND,
                        "This invitation is not there any more: it was used, taken back, or is over. Ask whoever sent it for"
                                + " another."));
    }

    /** Lets a person who signs in already accept. The invitation is used up. */
    @Transactional
    public void accept(String code, Person person) {
        Open open = behind(code);
        join(open, person);
    }

    /** Lets someone who signs in for the first time accept. @return who they are from now on */
    Person acceptNew(String code, String name, String password) {
        Open open = behind(code);
        return people.add(open.accountId(), name, open.email(), password, person -> join(open, person));
    }

    private void join(Open open, Person person) {
        int used = db.sql("delete from person_invitation where id = ?")
                .param(open.id())
                .update();
        if (used == 0) {
            throw Problem.notFound("This invitation");
        }
        memberships.lock(open.accountId());
        Optional<Membership> before = memberships.of(person.id(), open.accountId());
        open.siteId()
                .ifPresentOrElse(
                        site -> memberships.putAt(open.accountId(), site, person.id(), open.role()),
                        () -> memberships.put(
                                open.accountId(),
                                person.id(),
                                before.flatMap(Membership::all)
                                        .filter(is -> is.compareTo(open.role()) > 0)
                                        .or(() -> Optional.of(open.role()))));
        events.note(
                person.in(open.accountId()),
                person,
                CredentialEvents.Kind.PERSON_ADDED,
                open.role().words());
    }

    private static String hash(String code) {
        return Hashing.sha256().hashString(code, StandardCharsets.UTF_8).toString();
    }
}
