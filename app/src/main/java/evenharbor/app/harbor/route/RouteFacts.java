package evenharbor.app.harbor.route;

import evenharbor.app.harbor.audience.Audiences;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.site.Unlisted;
import evenharbor.app.what.version.PageDays;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.certificate.AccountSecureHosts;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.core.what.site.UnlistedParts;
import evenharbor.core.who.audience.AudienceRules;
import java.time.Clock;
import java.time.Duration;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What routes are made of, read for many sites in a fixed number of queries. */
@Component
class RouteFacts {

    /** How long the assets of a build stay reachable under their pinned addresses after the next build. */
    static final Duration GRACE = Duration.ofSeconds(60);

    private final Sites sites;
    private final Unlisted unlisted;
    private final Audiences audiences;
    private final Addresses addresses;
    private final Domains domains;
    private final AccountSecureHosts secureHosts;
    private final Versions versions;
    private final PageDays days;
    private final LiveStates states;
    private final Clock clock;

    RouteFacts(
            Sites sites,
            Unlisted unlisted,
            Audiences audiences,
            Addresses addresses,
            Domains domains,
            AccountSecureHosts secureHosts,
            Versions versions,
            PageDays days,
            LiveStates states,
            Clock clock) {
        this.sites = sites;
        this.unlisted = unlisted;
        this.audiences = audiences;
        this.addresses = addresses;
        this.domains = domains;
        this.secureHosts = secureHosts;
        this.versions = versions;
        this.days = days;
        this.states = states;
        this.clock = clock;
    }

    /** Those of some sites; what is asked for rarely is read when it is. */
    @Transactional(readOnly = true)
    public Known of(Collection<String> siteIds) {
        return new Known(siteIds);
    }

    /** What is known of some sites. */
    final class Known {
        private final Map<String, Site> bySite;
        private final Map<String, List<Address>> names;
        private final Map<String, AudienceRules> rules;
        private final Map<String, UnlistedParts> parts;
        private final Map<String, Map<String, String>> pageDays;
        private final Map<String, SavedVersion> shown;
        private final Map<String, List<LiveStates.Span>> ended;
        private final Map<String, Domain> byDomain;
        private final Map<String, List<Domain>> wildcards;
        private final Map<String, Map<String, String>> secure = new HashMap<>();

        private Known(Collection<String> siteIds) {
            bySite = sites.find(siteIds);
            names = addresses.of(siteIds).stream().collect(Collectors.groupingBy(Address::siteId));
            rules = audiences.rules(siteIds);
            parts = unlisted.of(siteIds);
            pageDays = days.of(siteIds);
            shown = versions.shown(siteIds).stream()
                    .collect(Collectors.toMap(SavedVersion::siteId, Function.identity()));
            ended = states.endedSince(siteIds, clock.instant().minus(GRACE)).stream()
                    .collect(Collectors.groupingBy(LiveStates.Span::siteId));
            Set<String> ids = names.values().stream()
                    .flatMap(List::stream)
                    .map(Address::domainId)
                    .filter(Objects::nonNull)
                    .collect(Collectors.toSet());
            byDomain = ids.isEmpty() ? Map.of() : domains.find(ids);
            wildcards = domains.wildcards().stream()
                    .collect(Collectors.groupingBy(
                            domain -> domain.wildcardSite().orElseThrow()));
        }

        Optional<Site> site(String siteId) {
            return Optional.ofNullable(bySite.get(siteId));
        }

        List<Address> addresses(String siteId) {
            return names.getOrDefault(siteId, List.of());
        }

        AudienceRules rules(String siteId) {
            return rules.getOrDefault(siteId, AudienceRules.of(Map.of()));
        }

        UnlistedParts unlisted(String siteId) {
            return parts.getOrDefault(siteId, UnlistedParts.NONE);
        }

        Map<String, String> days(String siteId) {
            return pageDays.getOrDefault(siteId, Map.of());
        }

        /** A version of a site: mostly the one that is live. */
        Optional<SavedVersion> version(String siteId, int number) {
            return Optional.ofNullable(shown.get(siteId))
                    .filter(version -> version.number() == number)
                    .or(() -> versions.find(siteId, number));
        }

        /** What was live until a moment ago and is so no more, the latest first. */
        List<LiveStates.Span> ended(String siteId) {
            return ended.getOrDefault(siteId, List.of());
        }

        /** A name under a domain answers only once the domain is certain to be the account's. */
        boolean usable(Address address) {
            return address.domainId() == null
                    || Optional.ofNullable(byDomain.get(address.domainId()))
                            .or(() -> domains.find(address.domainId()))
                            .map(Domain::proven)
                            .orElse(false);
        }

        /** The domains of which all names that nobody claims lead to a site. */
        List<Domain> wildcards(String siteId) {
            return wildcards.getOrDefault(siteId, List.of());
        }

        /** See {@link AccountSecureHosts#of}. */
        Map<String, String> secure(String accountId) {
            return secure.computeIfAbsent(accountId, secureHosts::of);
        }
    }
}
