package evenharbor.app.overview.moving;

import com.google.common.hash.Hashing;
import evenharbor.app.HarborProperties;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.access.Quotas;
import evenharbor.app.who.mail.Outbox;
import evenharbor.app.who.notice.News;
import evenharbor.app.who.notice.Notices;
import evenharbor.core.who.mail.Letter;
import evenharbor.core.who.mail.MailAddress;
import evenharbor.core.who.notice.NoticeKind;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Hands a site to another account. Whoever hands it over asks by mail, whoever gets it agrees in their own account. Its
 * harbor names go with it; what hangs on the account (domains, hosts) has to be let go first.
 */
@Service
@Transactional
class HandOver {

    private static final Duration VALID = Duration.ofDays(14);

    private final Sites sites;
    private final Addresses addresses;
    private final People people;
    private final Outbox outbox;
    private final Notices notices;
    private final Quotas quotas;
    private final HarborProperties harbor;
    private final JdbcClient db;
    private final Clock clock;

    HandOver(
            Sites sites,
            Addresses addresses,
            People people,
            Outbox outbox,
            Notices notices,
            Quotas quotas,
            HarborProperties harbor,
            JdbcClient db,
            Clock clock) {
        this.sites = sites;
        this.addresses = addresses;
        this.people = people;
        this.outbox = outbox;
        this.notices = notices;
        this.quotas = quotas;
        this.harbor = harbor;
        this.db = db;
        this.clock = clock;
    }

    /** How a site stands that is handed over. @param hindrances what has to be done first, each in a sentence */
    record Standing(Optional<String> toEmail, List<String> hindrances) {}

    @Transactional(readOnly = true)
    Standing standing(String siteId) {
        Site site = sites.mine(siteId);
        return new Standing(
                db.sql("select to_email from hand_over where site_id = ? and expires_at > ?")
                        .params(siteId, DatabaseTime.of(clock.instant()))
                        .query(String.class)
                        .optional(),
                hindrances(site));
    }

    /** What hangs on the account and cannot go along. */
    private List<String> hindrances(Site site) {
        List<String> all = new ArrayList<>();
        for (Address address : addresses.of(site.id())) {
            if (!address.hostName().endsWith("." + harbor.nameEnding())) {
                all.add("The address " + address.shown()
                        + " lies under a domain of this account. Remove the address first.");
            } else if (!address.path().equals("/")) {
                all.add("The address " + address.shown()
                        + " lies under a name of this account. Remove the address first.");
            }
        }
        int destinations = db.sql("select count(*) from destination where site_id = ?")
                .param(site.id())
                .query(Integer.class)
                .single();
        if (destinations > 0) {
            all.add("It is published to a host of this account. Remove the destination first.");
        }
        return all;
    }

    /** Asks someone to take a site over. */
    void ask(String siteId, String typed) {
        outbox.needed();
        Site site = sites.mine(siteId);
        String email = MailAddress.read(typed)
                .orElseThrow(() -> Problem.field("email", "Type an e-mail such as ada@example.org."));
        List<String> hindrances = hindrances(site);
        if (!hindrances.isEmpty()) {
            throw new Problem(ProblemType.NOT_READY, hindrances.get(0) + " Nothing was changed.");
        }
        Person by = Current.person();
        String code = Ids.secret();
        db.sql(
                        "replace into hand_over (site_id, to_email, hash, asked_by, asked_at, expires_at) values (?, ?, ?, ?, ?, ?)")
                .params(
                        siteId,
                        email,
                        hash(code),
                        by.id(),
                        DatabaseTime.of(clock.instant()),
                        DatabaseTime.of(clock.instant().plus(VALID)))
                .update();
        outbox.post(
                Letter.of(
                        email,
                        by.name() + " hands “" + site.title() + "” to you",
                        new Letter.Words(
                                by.name() + " (" + by.email() + ") wants to hand the website “" + site.title()
                                        + "” over to you: its pages, versions and harbor names. From then on it is yours alone."),
                        new Letter.Link("See it, and take it over or not", harbor.appOrigin() + "/take-over/" + code),
                        new Letter.Words("The link works once, for two weeks. Do nothing if you do not want it.")),
                "hand over " + code);
    }

    /** Takes the question back. */
    void takeBack(String siteId) {
        sites.mine(siteId);
        db.sql("delete from hand_over where site_id = ?").param(siteId).update();
    }

    /** A site that someone is asked to take over. */
    record Offered(String siteId, String title, String email, String askedBy) {}

    @Transactional(readOnly = true)
    Offered offered(String code) {
        return db.sql("select h.*, s.title from hand_over h join site s on s.id = h.site_id"
                        + " where h.hash = ? and h.expires_at > ? and s.deleted_at is null")
                .params(hash(code), DatabaseTime.of(clock.instant()))
                .query((row, n) -> new Offered(
                        row.getString("site_id"),
                        row.getString("title"),
                        row.getString("to_email"),
                        row.getString("asked_by")))
                .optional()
                .map(each -> new Offered(
                        each.siteId(),
                        each.title(),
                        each.email(),
                        people.names(List.of(each.askedBy())).of(each.askedBy())))
                .orElseThrow(() -> new Problem(
                        ProblemType.NOT_FOUND,
                        "This offer is not there any more: it was used, taken back, or is over. Nothing was changed."));
    }

    /** Takes a site over into the account of whoever is asked. */
    String take(String code) {
        Offered offered = offered(code);
        Person person = Current.person();
        if (!person.email().equals(offered.email())) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "The site was offered to " + offered.email() + ". Nothing was changed. Sign in as them.");
        }
        Site site = sites.find(offered.siteId()).orElseThrow();
        if (!hindrances(site).isEmpty()) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "Something has hung on the site's account since: whoever offers it has to remove it first. Nothing was"
                            + " changed.");
        }
        if (site.accountId().equals(person.accountId())) {
            throw new Problem(ProblemType.NOT_READY, "The site is in this account already. Nothing was changed.");
        }
        int used =
                db.sql("delete from hand_over where hash = ?").param(hash(code)).update();
        if (used == 0) {
            throw Problem.notFound("This offer");
        }
        quotas.moreNames(
                person.accountId(),
                addresses.of(site.id()).stream().map(Address::hostName).toList());
        sites.handTo(site.id(), person.accountId());
        namesFollow(site.id(), person.accountId());
        notices.tell(
                new News(
                        site.accountId(),
                        Optional.empty(),
                        NoticeKind.ACCOUNT,
                        "handed over " + site.id() + " " + clock.instant(),
                        site.title() + " was handed over",
                        person.name() + " (" + person.email() + ") has taken " + site.title() + " over.",
                        "Your other sites are as before.",
                        "See your sites",
                        "/"),
                Optional.empty());
        return site.id();
    }

    /** What goes by the account follows the site: its harbor names and their certificates; who looked after it stays behind. */
    private void namesFollow(String siteId, String accountId) {
        db.sql("delete from site_role where site_id = ?").param(siteId).update();
        // Lists of people stay with their account: who is on them is written out.
        db.sql("insert ignore into audience_email (part_id, site_id, email) select l.part_id, l.site_id, e.email"
                        + " from audience_list l join people_list_email e on e.list_id = l.list_id where l.site_id = ?")
                .param(siteId)
                .update();
        db.sql("delete from audience_list where site_id = ?").param(siteId).update();
        // What reached in or heard of it by the account does no more.
        for (String table : List.of("access_token", "receiver", "watched_folder", "arrival")) {
            db.sql("delete from " + table + " where site_id = ?").param(siteId).update();
        }
        for (String table : List.of(
                "host_holder h join site_address a on a.host = h.host",
                "certificate h join site_address a on a.host = h.name")) {
            db.sql("update " + table + " set h.account_id = ? where a.site_id = ?")
                    .params(accountId, siteId)
                    .update();
        }
        db.sql("update site_address set account_id = ? where site_id = ?")
                .params(accountId, siteId)
                .update();
    }

    private static String hash(String code) {
        return Hashing.sha256().hashString(code, StandardCharsets.UTF_8).toString();
    }
}
