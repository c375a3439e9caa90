package evenharbor.app.where.redirect;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.app.what.addition.PageTitles;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.redirect.RedirectReader;
import evenharbor.core.where.redirect.SiteFacts;
import evenharbor.core.where.visit.LikelyPages;
import java.net.URI;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What is known of a site when its redirects are judged. */
@Component
public class RedirectFacts {

    private static final NavigableSet<String> NONE = Collections.unmodifiableNavigableSet(new TreeSet<>());

    private final Addresses addresses;
    private final Drafts drafts;
    private final Versions versions;
    private final LiveStates states;
    private final Manifests manifests;
    private final PageTitles titles;
    private final Cache<String, LikelyPages> likely =
            Caffeine.newBuilder().maximumSize(20).build();
    private final Cache<String, NavigableSet<String>> paths =
            Caffeine.newBuilder().maximumSize(40).build();

    RedirectFacts(
            Addresses addresses,
            Drafts drafts,
            Versions versions,
            LiveStates states,
            Manifests manifests,
            PageTitles titles) {
        this.addresses = addresses;
        this.drafts = drafts;
        this.versions = versions;
        this.states = states;
        this.manifests = manifests;
        this.titles = titles;
    }

    /** The facts of a site, its draft as what is to be published. */
    public SiteFacts of(String siteId) {
        String draft = drafts.find(siteId).manifest();
        NavigableSet<String> live = liveManifest(siteId).map(this::paths).orElse(NONE);
        return new SiteFacts(paths(draft), live, this::place, likely(draft));
    }

    /** A reader of rules for a site. */
    public RedirectReader reader(String siteId) {
        return new RedirectReader(hosts(siteId));
    }

    /** The host names that the whole site answers at. */
    public Set<String> hosts(String siteId) {
        return addresses.of(siteId).stream()
                .filter(a -> a.path().equals("/") && a.role() != Role.POINTER)
                .map(Address::hostName)
                .collect(Collectors.toSet());
    }

    /** The titles of the draft's pages by request path. */
    Map<String, String> pages(String siteId) {
        return titles(drafts.find(siteId).manifest());
    }

    /** The titles of the pages of a kept manifest by request path. */
    public Map<String, String> titles(String manifest) {
        return titles.of(manifests.get(manifest));
    }

    /** Which page of a kept manifest a path most likely meant. */
    public LikelyPages likely(String manifest) {
        return likely.get(manifest, hash -> LikelyPages.of(titles.of(manifests.get(hash))));
    }

    /** The decoded request paths that the files of a kept manifest answer at. */
    NavigableSet<String> paths(String manifest) {
        return paths.get(manifest, hash -> Collections.unmodifiableNavigableSet(SiteFacts.paths(manifests.get(hash))));
    }

    private Optional<String> liveManifest(String siteId) {
        return Optional.of(states.of(siteId))
                .filter(live -> live.live() && live.version().isPresent())
                .flatMap(live -> versions.find(siteId, live.version().get()))
                .map(SavedVersion::manifest);
    }

    private SiteFacts.Place place(String url) {
        String host;
        try {
            host = URI.create(url.replaceAll("[{}]", "")).getHost();
        } catch (IllegalArgumentException e) {
            return SiteFacts.Place.OUTSIDE;
        }
        List<Address> own = host == null ? List.of() : addresses.at(host);
        if (own.isEmpty()) {
            return SiteFacts.Place.OUTSIDE;
        }
        return own.stream().anyMatch(a -> states.of(a.siteId()).live())
                ? SiteFacts.Place.LIVE
                : SiteFacts.Place.NOT_LIVE;
    }
}
