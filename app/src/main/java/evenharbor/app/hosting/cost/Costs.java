package evenharbor.app.hosting.cost;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.core.hosting.cost.Cost;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the account of the current person pays for. */
@Service
@Transactional
public class Costs {

    /** A person does not look through more. */
    private static final int MOST = 500;

    private final JdbcClient db;
    private final Sites sites;
    private final Domains domains;
    private final Clock clock;

    Costs(JdbcClient db, Sites sites, Domains domains, Clock clock) {
        this.db = db;
        this.sites = sites;
        this.domains = domains;
        this.clock = clock;
    }

    /** A cost that is kept. @param id empty for that of a domain that is registered here */
    public record Kept(String id, Cost cost) {}

    /** All costs: those written down in their order, then the domains registered here. */
    @Transactional(readOnly = true)
    public List<Kept> mine() {
        String account = Current.person().accountId();
        Stream<Kept> written = db
                .sql("select * from cost where account_id = ? order by what, id")
                .param(account)
                .query(Costs::read)
                .list()
                .stream();
        Stream<Kept> registered = domains.ofAccount(account).stream()
                .filter(domain -> domain.source() == Domain.Source.REGISTERED && domain.proven())
                .map(domain -> new Kept("", of(domain)));
        return Stream.concat(written, registered).toList();
    }

    private Cost of(Domain domain) {
        return new Cost(
                domain.name().ascii(),
                Optional.empty(),
                domain.price().currency(),
                Cost.Paid.YEARLY,
                domain.price().yearly(),
                Optional.of(domain.price().firstYear())
                        .filter(first -> first != domain.price().yearly()),
                0,
                Optional.empty(),
                Optional.empty(),
                day(domain.createdAt()),
                domain.life().endsUnlessSomethingIsDone(clock.instant()).map(Costs::day));
    }

    private static LocalDate day(Instant at) {
        return LocalDate.ofInstant(at, ZoneOffset.UTC);
    }

    private static Kept read(ResultSet row, int number) throws SQLException {
        return new Kept(
                row.getString("id"),
                new Cost(
                        row.getString("what"),
                        Optional.ofNullable(row.getString("site_id")),
                        row.getString("currency"),
                        Cost.Paid.valueOf(row.getString("paid")),
                        row.getLong("price"),
                        amount(row, "first_year"),
                        row.getInt("discount"),
                        date(row, "discount_until"),
                        amount(row, "yearly_offer"),
                        row.getObject("since", LocalDate.class),
                        date(row, "ends")));
    }

    private static Optional<Long> amount(ResultSet row, String column) throws SQLException {
        long amount = row.getLong(column);
        return row.wasNull() ? Optional.empty() : Optional.of(amount);
    }

    private static Optional<LocalDate> date(ResultSet row, String column) throws SQLException {
        return Optional.ofNullable(row.getObject(column, LocalDate.class));
    }

    /** Writes a cost down. @return its id */
    public String add(Cost cost) {
        String account = Current.person().accountId();
        long count = db.sql("select count(*) from cost where account_id = ?")
                .param(account)
                .query(Long.class)
                .single();
        if (count >= MOST) {
            throw Problem.field("what", "There are " + MOST + " costs already. Remove one that ended.");
        }
        String id = Ids.id();
        write(id, account, cost);
        return id;
    }

    /** Writes a cost down anew. */
    public void change(String id, Cost cost) {
        remove(id);
        write(id, Current.person().accountId(), cost);
    }

    /** Takes a cost off. */
    public void remove(String id) {
        int gone = db.sql("delete from cost where id = ? and account_id = ?")
                .params(id, Current.person().accountId())
                .update();
        if (gone == 0) {
            throw Problem.notFound("This cost");
        }
    }

    private void write(String id, String account, Cost cost) {
        Optional<Site> site = cost.siteId().map(sites::mine);
        db.sql(
                        "insert into cost (id, account_id, site_id, what, currency, paid, price, first_year, discount, discount_until,"
                                + " yearly_offer, since, ends) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        id,
                        account,
                        site.map(Site::id).orElse(null),
                        cost.what(),
                        cost.currency(),
                        cost.paid().name(),
                        cost.price(),
                        cost.firstYear().orElse(null),
                        cost.discount(),
                        cost.discountUntil().orElse(null),
                        cost.yearlyOffer().orElse(null),
                        cost.since(),
                        cost.ends().orElse(null))
                .update();
    }
}
