package evenharbor.app.where.certificate;

import evenharbor.app.HarborProperties;
import evenharbor.app.where.dns.Dns;
import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.where.domain.ZoneKeeping;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.certificate.Hindrance;
import evenharbor.core.where.domain.Zone;
import evenharbor.core.where.domain.ZoneDifference;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Shows authorities what they ask for while an order is open: files by plain HTTP, on any node, and TXT records. */
@Component
public class Challenges {

    /** The name that trials are kept under. */
    public static final String TRIAL = "trial";

    private static final Duration OPEN = Duration.ofDays(7);
    private static final Duration TRIAL_TIME = Duration.ofMinutes(2);

    /** The label that such records stand at (RFC 8555 section 8.4). */
    private static final String LABEL = "_acme-challenge";

    private final Domains domains;
    private final ZoneKeeping keeping;
    private final ZoneServer zones;
    private final HarborProperties harbor;
    private final Dns dns;
    private final JdbcClient db;
    private final Clock clock;

    Challenges(
            Domains domains,
            ZoneKeeping keeping,
            ZoneServer zones,
            HarborProperties harbor,
            Dns dns,
            JdbcClient db,
            Clock clock) {
        this.domains = domains;
        this.keeping = keeping;
        this.zones = zones;
        this.harbor = harbor;
        this.dns = dns;
        this.db = db;
        this.clock = clock;
    }

    /** The answer to an authority that asks for a token. */
    public Optional<String> answer(String token) {
        return db.sql("select answer from authority_challenge where token = ? and expires_at > ?")
                .params(token, clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime())
                .query(String.class)
                .optional();
    }

    /** Shows a token as its own answer for a moment, to see whether a request comes to this harbor. */
    public void showForTrial(String token) {
        db.sql("insert into authority_challenge (name, token, answer, expires_at) values (?, ?, ?, ?)")
                .params(
                        TRIAL,
                        token,
                        token,
                        clock.instant()
                                .plus(TRIAL_TIME)
                                .atOffset(ZoneOffset.UTC)
                                .toLocalDateTime())
                .update();
    }

    /** Shows what an order for a name wants to see. */
    void show(String name, List<Authority.Wanted> wanted) throws Authority.Refusal {
        for (Authority.Wanted each : wanted) {
            db.sql("insert into authority_challenge (name, token, answer, expires_at) values (?, ?, ?, ?)")
                    .params(
                            name,
                            each.byDns() ? null : each.token(),
                            each.answer(),
                            clock.instant().plus(OPEN).atOffset(ZoneOffset.UTC).toLocalDateTime())
                    .update();
        }
        List<String> texts = texts(name);
        if (!texts.isEmpty()) {
            write(name, texts);
        }
    }

    private List<String> texts(String name) {
        return db.sql("select answer from authority_challenge where name = ? and token is null")
                .param(name)
                .query(String.class)
                .list();
    }

    private void write(String name, List<String> texts) throws Authority.Refusal {
        HostName host = new HostName(name.substring(name.startsWith("*.") ? 2 : 0));
        try {
            if (host.ascii().equals(harbor.nameEnding()) && zones.ownZone()) {
                writeOwn(host, texts);
                return;
            }
        } catch (ZoneServer.Refusal e) {
            throw refused(e.getMessage() + " So no record could be written for the authority to see.", e);
        }
        Optional<Domain> domain = domains.holding(host).filter(Domain::hosted);
        if (domain.isEmpty()) {
            throw refused("Its zone is not kept here, so no record can be written for the authority to see.", null);
        }
        try {
            keeping.showText(domain.get(), host.below(LABEL).in(domain.get().name()), texts);
        } catch (ZoneServer.Refusal e) {
            throw refused(e.getMessage() + " So no record could be written for the authority to see.", e);
        }
    }

    /** In the zone of this harbor's own names, which is nobody's domain. */
    private void writeOwn(HostName apex, List<String> texts) throws ZoneServer.Refusal {
        Zone now = zones.transfer(apex).zone();
        Zone then = now.withTexts(LABEL, ZoneKeeping.SHORT_TTL, texts);
        ZoneDifference difference = ZoneDifference.between(now, then);
        if (!difference.none()) {
            zones.change(apex, difference);
        }
    }

    private Authority.Refusal refused(String sentence, Throwable cause) {
        return new Authority.Refusal(
                new Hindrance(Hindrance.Kind.NOT_REACHED, sentence, Optional.empty(), clock.instant()), cause);
    }

    /** Whether all that was shown can be seen: records have to reach every name server of the zone. */
    boolean visible(String name) {
        List<String> texts = texts(name);
        if (texts.isEmpty()) {
            return true;
        }
        HostName host = new HostName(name.substring(name.startsWith("*.") ? 2 : 0));
        HostName apex = domains.holding(host).map(Domain::name).orElse(host);
        return dns
                .delegation(apex)
                .thenCompose(delegation -> dns.allTexts(host.below(LABEL), delegation))
                .join()
                .stream()
                .allMatch(seen -> seen.data().containsAll(texts));
    }

    /** Takes back what was shown for a name. */
    public void takeBack(String name) {
        List<String> texts = texts(name);
        db.sql("delete from authority_challenge where name = ? or expires_at < ?")
                .params(name, clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime())
                .update();
        if (!texts.isEmpty()) {
            try {
                write(name, List.of());
            } catch (Authority.Refusal e) {
                // A record left behind does no harm, and the next order takes its place.
            }
        }
    }
}
