package evenharbor.app.where.address;

import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddress;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The addresses that sites had at any instant since they began to be recorded. */
@Service
public class AddressHistory {

    private final Addresses addresses;
    private final JdbcClient db;
    private final JsonMapper json;
    private final Clock clock;

    AddressHistory(Addresses addresses, JdbcClient db, JsonMapper json, Clock clock) {
        this.addresses = addresses;
        this.db = db;
        this.json = json;
        this.clock = clock;
    }

    /** An address as it is kept. */
    record Kept(String id, String host, String path, Role role, Integer trialVersion, String pointsTo) {

        static Kept of(SiteAddress address) {
            return new Kept(
                    address.id(),
                    address.host().ascii(),
                    address.path(),
                    address.role(),
                    address.trialVersion().isPresent() ? address.trialVersion().getAsInt() : null,
                    address.pointsTo().orElse(null));
        }

        SiteAddress address() {
            return new SiteAddress(
                    id,
                    new HostName(host),
                    path,
                    role,
                    trialVersion == null ? OptionalInt.empty() : OptionalInt.of(trialVersion),
                    Optional.ofNullable(pointsTo));
        }
    }

    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    public void changed(AddressesChanged changed) {
        List<Kept> now = addresses.of(changed.siteId()).stream()
                .map(Address::toSiteAddress)
                .map(Kept::of)
                .toList();
        db.sql("insert into address_record (site_id, at, addresses) values (?, ?, ?)")
                .params(changed.siteId(), local(clock.instant()), json.writeValueAsString(now))
                .update();
    }

    /** The addresses of some sites at an instant, by site; those of whom it is not known are left out. */
    @Transactional(readOnly = true)
    public Map<String, List<SiteAddress>> at(Collection<String> siteIds, Instant instant) {
        Map<String, List<SiteAddress>> found = new HashMap<>();
        if (!siteIds.isEmpty()) {
            db.sql("select site_id, addresses from (select site_id, addresses, row_number() over (partition by site_id"
                            + " order by at desc, id desc) place from address_record where site_id in (:sites) and at <= :at) r"
                            + " where place = 1")
                    .param("sites", siteIds)
                    .param("at", local(instant))
                    .query(row -> {
                        found.put(
                                row.getString(1),
                                Arrays.stream(json.readValue(row.getString(2), Kept[].class))
                                        .map(Kept::address)
                                        .toList());
                    });
        }
        return found;
    }

    private static LocalDateTime local(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC).toLocalDateTime();
    }
}
