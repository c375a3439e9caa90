package evenharbor.app.harbor.reach;

import evenharbor.app.harbor.audience.Audiences;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Unlisted;
import evenharbor.app.what.version.PageDays;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.core.what.build.Reach;
import evenharbor.core.what.site.UnlistedParts;
import evenharbor.core.where.address.Role;
import evenharbor.core.who.audience.AudienceRules;
import java.time.Clock;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Tells where visitors reach a site, and what of it the world may be told of. */
@Component
public class Reaches {

    /** Facts about security are to be seen to at least once a year (RFC 9116, section 2.5.5). */
    private static final int MONTHS_TRUE = 11;

    private final Addresses addresses;
    private final Audiences audiences;
    private final Unlisted unlisted;
    private final PageDays days;
    private final Clock clock;

    Reaches(Addresses addresses, Audiences audiences, Unlisted unlisted, PageDays days, Clock clock) {
        this.addresses = addresses;
        this.audiences = audiences;
        this.unlisted = unlisted;
        this.days = days;
        this.clock = clock;
    }

    /** Of a site as it is. */
    public Reach of(Site site) {
        return of(
                site,
                addresses.of(Set.of(site.id())),
                audiences.rules(site.id()),
                unlisted.of(site.id()),
                days.of(site.id()));
    }

    /**
     * Of a site with these addresses, for these people: nobody is told of one that is not for everyone.
     *
     * @param hidden what search engines are asked not to list
     * @param pageDays when its pages came out
     */
    public Reach of(
            Site site,
            Collection<Address> all,
            AudienceRules rules,
            UnlistedParts hidden,
            Map<String, String> pageDays) {
        String main = rules.at("/").isPresent() ? "" : main(all);
        return main.isEmpty() ? Reach.UNTOLD : told(site, main, rules, hidden, pageDays);
    }

    private static String main(Collection<Address> all) {
        return all.stream()
                .filter(address -> address.role() == Role.MAIN)
                .map(address -> address.url().replaceFirst("/$", ""))
                .findFirst()
                .orElse("");
    }

    /** Of a copy of a site at another public URL. @param url without a slash at its end; empty when it is not known */
    public Reach elsewhere(Site site, String url) {
        return url.isEmpty()
                ? Reach.UNTOLD
                : told(site, url, audiences.rules(site.id()), unlisted.of(site.id()), days.of(site.id()));
    }

    private Reach told(Site site, String url, AudienceRules rules, UnlistedParts hidden, Map<String, String> pageDays) {
        List<String> kept = new ArrayList<>(hidden.paths());
        kept.addAll(rules.closedParts());
        String expires = YearMonth.from(clock.instant().atZone(ZoneOffset.UTC))
                .plusMonths(MONTHS_TRUE)
                .atDay(1)
                .toString();
        return new Reach(url, site.settings().listed(), UnlistedParts.of(kept), true, expires, pageDays);
    }
}
