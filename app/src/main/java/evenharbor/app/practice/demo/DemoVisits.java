package evenharbor.app.practice.demo;

import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.redirect.RedirectContents;
import evenharbor.app.where.visit.Visits;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.Source;
import evenharbor.edge.visit.Batch;
import evenharbor.practice.clock.PracticeClock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.boot.autoconfigure.condition.ConditionalOnBooleanProperty;
import org.springframework.stereotype.Component;

/** Lets visitors come to the demo's sites, day by day: to pages, by old links, and to what is not there. */
@Component
@ConditionalOnBooleanProperty("harbor.practice")
class DemoVisits {

    private static final int DAYS = 60;
    private static final List<String> FROM = List.of("quaygazette.example", "whatson.example", "puppetry.example", "");

    private final Visits visits;
    private final LiveStates states;
    private final Versions versions;
    private final Manifests manifests;
    private final Addresses addresses;
    private final RedirectContents redirects;

    DemoVisits(
            Visits visits,
            LiveStates states,
            Versions versions,
            Manifests manifests,
            Addresses addresses,
            RedirectContents redirects) {
        this.visits = visits;
        this.states = states;
        this.versions = versions;
        this.manifests = manifests;
        this.addresses = addresses;
        this.redirects = redirects;
    }

    /** The visits of the last days, of the site as it is live now. */
    void tell(String siteId, DemoStory story, PracticeClock practice, Instant now) {
        Optional<SavedVersion> version = states.of(siteId).version().flatMap(n -> versions.find(siteId, n));
        Optional<Address> main = addresses.of(siteId).stream()
                .filter(address -> address.role() == Role.MAIN)
                .findFirst();
        if (version.isEmpty() || main.isEmpty() || !states.of(siteId).live()) {
            return;
        }
        List<String> pages = manifests.get(version.get().manifest()).files().keySet().stream()
                .filter(path -> SitePath.isPage(path) && !path.equals("404.html"))
                .map(SitePath::requestPath)
                .toList();
        List<Redirect> rules = redirects.get(states.of(siteId).redirects()).list();
        for (int day = DAYS - 1; day >= 0; day--) {
            practice.setTo(now.minus(Duration.ofDays(day)));
            boolean known = story.redirects() != null && day < story.redirects().daysAgo();
            visits.add(ofDay(siteId, main.get(), day, pages, known ? rules : List.of(), known ? story : null));
        }
    }

    private static Batch ofDay(
            String siteId, Address main, int day, List<String> pages, List<Redirect> rules, DemoStory story) {
        String place = main.hostName() + main.base();
        long all = 0;
        List<Batch.Asked> visited = new ArrayList<>();
        for (String page : pages) {
            long times = page.equals("/") ? 6 + some(page, day, 24) : some(page, day, 2 + page.length() % 9);
            all += times;
            String from = FROM.get((int) some(page, day * 31, FROM.size()));
            if (times > 0) {
                Map<String, Long> referrers = from.isEmpty() ? Map.of() : Map.of(from, 1 + times / 4);
                visited.add(new Batch.Asked(siteId, place, page, times, times, referrers));
            }
        }
        List<Batch.Asked> redirected = new ArrayList<>();
        Map<Batch.Follow, Long> follows = new HashMap<>();
        for (Redirect rule : rules) {
            String path = rule.source().path();
            long times = some(path, day, 2 + path.length() % 5);
            if (times > 0) {
                follows.put(new Batch.Follow(siteId, rule.id()), times);
                if (rule.source().kind() == Source.Kind.EXACT) {
                    redirected.add(new Batch.Asked(siteId, place, path, times, times, Map.of()));
                }
            }
        }
        return new Batch(
                Map.of(main.hostName(), all),
                visited,
                redirected,
                follows,
                story == null
                        ? List.of()
                        : missed(siteId, day, story.redirects().missed()));
    }

    private static List<Batch.Asked> missed(String siteId, int day, List<DemoStory.OldLink> links) {
        List<Batch.Asked> misses = new ArrayList<>();
        for (DemoStory.OldLink link : links) {
            long times = some(link.path(), day, link.most() + 1);
            if (times > 0) {
                misses.add(new Batch.Asked(
                        siteId,
                        "",
                        link.path(),
                        times,
                        link.browsers() ? times : 0,
                        link.from().isEmpty() ? Map.of() : Map.of(link.from(), times)));
            }
        }
        return misses;
    }

    /** A number below a bound that is the same each time. */
    private static long some(String what, int day, int bound) {
        return Math.floorMod((what + day * 7919).hashCode() >> 3, bound);
    }
}
