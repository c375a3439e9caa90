package evenharbor.app.overview.moving;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.SiteEnds;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.notice.News;
import evenharbor.app.who.notice.Notices;
import evenharbor.core.who.notice.NoticeKind;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Closes an account. All its sites go dark at once, as deleted ones do: their names stay held, and for 30 days everything
 * can be had back; then all of it is gone.
 */
@Service
class AccountClosing {

    private static final Logger LOG = LoggerFactory.getLogger(AccountClosing.class);
    static final Duration KEPT = Site.KEPT;

    /** What belongs to an account alone, by {@code account_id}, and goes with it. */
    private static final List<String> OF_ACCOUNT = List.of(
            "activity",
            "access_token",
            "account_closing",
            "content_sent",
            "cost",
            "credential_event",
            "invitation",
            "notice",
            "person_invitation",
            "retention_rule",
            "certificate",
            "receiver",
            "reading_link",
            "host_holder");

    private final Sites sites;
    private final SiteEnds ends;
    private final Addresses addresses;
    private final Domains domains;
    private final People people;
    private final Notices notices;
    private final JdbcClient db;
    private final TransactionTemplate transactions;
    private final Clock clock;

    AccountClosing(
            Sites sites,
            SiteEnds ends,
            Addresses addresses,
            Domains domains,
            People people,
            Notices notices,
            JdbcClient db,
            TransactionTemplate transactions,
            Clock clock) {
        this.sites = sites;
        this.ends = ends;
        this.addresses = addresses;
        this.domains = domains;
        this.people = people;
        this.notices = notices;
        this.db = db;
        this.transactions = transactions;
        this.clock = clock;
    }

    @Configuration
    static class Watch {
        @Bean
        RecurringTask<Void> accountsEnd(ObjectProvider<AccountClosing> closing) {
            return Tasks.recurring("accounts-end", FixedDelay.ofMinutes(5))
                    .execute((task, context) -> closing.getObject().endDue());
        }
    }

    /** What goes dark. @param domains names that stay registered, and end when they are not renewed @param endsAt until when one may change one's mind; empty while it is not closed */
    record Dark(List<SiteGoing> sites, List<String> domains, int people, Optional<Instant> endsAt) {}

    record SiteGoing(String title, List<String> addresses) {}

    @Transactional(readOnly = true)
    public Dark dark() {
        String account = Current.person().accountId();
        return new Dark(
                sites.mine().stream()
                        .map(site -> new SiteGoing(
                                site.title(),
                                addresses.of(site.id()).stream()
                                        .map(Address::shown)
                                        .toList()))
                        .toList(),
                domains.mine().stream()
                        .map(Domain::name)
                        .map(name -> name.unicode())
                        .toList(),
                people.of(account).size(),
                ends(account));
    }

    private Optional<Instant> ends(String account) {
        return db.sql("select ends_at from account_closing where account_id = ?")
                .param(account)
                .query((row, n) -> DatabaseTime.read(row, "ends_at"))
                .optional();
    }

    /** Closes the account of whoever asks, once they gave their password. */
    @Transactional
    public void close(String password) {
        Person person = people.confirmed(Current.person(), password);
        String account = person.accountId();
        if (ends(account).isPresent()) {
            return;
        }
        Instant now = clock.instant();
        sites.mine().forEach(site -> sites.delete(site.id()));
        db.sql("insert into account_closing (account_id, closed_by, closed_at, ends_at) values (?, ?, ?, ?)")
                .params(account, person.id(), DatabaseTime.of(now), DatabaseTime.of(now.plus(KEPT)))
                .update();
        tell(account, "closed", person.name() + " closed the account. Its sites no longer answer.", now);
    }

    private void tell(String account, String what, String sentence, Instant now) {
        notices.tell(
                new News(
                        account,
                        Optional.empty(),
                        NoticeKind.ACCOUNT,
                        what + " " + now,
                        "Your account was " + what,
                        sentence,
                        "For 30 days everything can be had back.",
                        "See your account",
                        "/account"),
                Optional.empty());
    }

    /** Opens it again: the sites that were closed with it come back as they were. */
    @Transactional
    public void reopen() {
        Person person = Current.person();
        List<String> closedAt = new ArrayList<>();
        db.sql("select closed_at from account_closing where account_id = ?")
                .param(person.accountId())
                .query((row, n) -> DatabaseTime.read(row, "closed_at"))
                .optional()
                .ifPresent(at -> sites.deleted().stream()
                        .filter(site -> site.deletedAt()
                                .filter(deleted -> !deleted.isBefore(at))
                                .isPresent())
                        .forEach(site -> closedAt.add(site.id())));
        closedAt.forEach(sites::bringBack);
        db.sql("delete from account_closing where account_id = ?")
                .param(person.accountId())
                .update();
    }

    /** Ends accounts whose time is over, each by itself. */
    void endDue() {
        db.sql("select account_id from account_closing where ends_at <= ?")
                .param(DatabaseTime.of(clock.instant()))
                .query(String.class)
                .list()
                .forEach(account -> {
                    try {
                        ends.endOf(account);
                        transactions.executeWithoutResult(status -> end(account));
                    } catch (RuntimeException e) {
                        LOG.warn("The closed account {} could not be ended; it is tried again", account, e);
                    }
                });
    }

    private void end(String account) {
        people.leaveAll(account);
        db.sql("delete e from people_list_email e join people_list l on l.id = e.list_id where l.account_id = ?")
                .param(account)
                .update();
        db.sql("delete from people_list where account_id = ?").param(account).update();
        db.sql("delete from host where account_id = ?").param(account).update();
        db.sql("update account set name = '' where id = ?").param(account).update();
        OF_ACCOUNT.forEach(table -> db.sql("delete from " + table + " where account_id = ?")
                .param(account)
                .update());
    }
}
