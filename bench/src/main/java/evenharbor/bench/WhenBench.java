package evenharbor.bench;

import evenharbor.core.harbor.outcome.OutcomeDifference;
import evenharbor.core.harbor.outcome.Recorded;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.live.SiteEvent;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.what.version.Changes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.when.timeline.AddressAnswer;
import evenharbor.core.when.timeline.Timeline;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddress;
import evenharbor.core.where.redirect.Redirects;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.TreeMap;

/** Looking ahead and back: how sites stood at an instant, outcomes decided again, versions compared. */
final class WhenBench {

    private WhenBench() {}

    static List<Row> run() throws Exception {
        List<Row> rows = new ArrayList<>();
        rows.add(instant());
        rows.add(outcomes());
        rows.add(comparison());
        return rows;
    }

    /** How 200 sites stood at an instant, each with a past of 1,000 moments and ten addresses. */
    private static Row instant() throws Exception {
        Random random = new Random(2);
        List<Timeline<SiteLife>> pasts = new ArrayList<>();
        List<SiteAddress> addresses = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            Role role = i == 0 ? Role.MAIN : i < 5 ? Role.ALIAS : Role.FORWARDING;
            addresses.add(new SiteAddress(
                    "a" + i, new HostName("a" + i + ".example"), "/", role, OptionalInt.empty(), Optional.empty()));
        }
        for (int site = 0; site < 200; site++) {
            List<Timeline.Moment<SiteLife>> moments = new ArrayList<>();
            for (int i = 0; i < 1_000; i++) {
                SiteEvent event = i % 2 == 0
                        ? new SiteEvent.Restored(new SiteLife.Shown(i, "b"), "")
                        : new SiteEvent.TakenDown(false);
                SiteLife life = ((SiteLife.Outcome.Next) SiteLife.NEW.on(event)).life();
                moments.add(new Timeline.Moment<>(Instant.ofEpochSecond(i * 100L + random.nextInt(100)), life));
            }
            pasts.add(new Timeline<>(moments));
        }
        double time = Median.millis(() -> {
            Instant then = Instant.ofEpochSecond(random.nextInt(90_000) + 1_000L);
            for (Timeline<SiteLife> past : pasts) {
                AddressAnswer.of(addresses, past.at(then).orElseThrow());
            }
        });
        return Row.atMost(
                "200 sites with 1,000 spans each, at an instant", time, 50, "ms", "median of " + Median.ROUNDS);
    }

    /** 10,000 recorded paths of a site of 10,000 pages with 1,000 redirects, a tenth of which a change touches. */
    private static Row outcomes() throws Exception {
        Map<String, FileEntry> before = new TreeMap<>();
        Map<String, FileEntry> after = new TreeMap<>();
        List<Recorded> asked = new ArrayList<>();
        for (int i = 0; i < 10_000; i++) {
            String path = "folder" + i % 100 + "/page" + i + ".html";
            before.put(path, MadeFiles.file(i));
            if (i % 20 > 0) {
                after.put(path, MadeFiles.file(i % 20 == 1 ? -i : i));
            }
            asked.add(new Recorded("bench.example", "/" + path, i % 50 + 1));
        }
        SiteRoutes.ServingOptions options = new SiteRoutes.ServingOptions(false, true);
        Redirects rules = Redirects.of(RedirectBench.rules(1_000, new Random(3)));
        Routes now = Routes.ofSites(Map.of("bench.example", SiteRoutes.of("b", Manifest.of(before), options, rules)));
        Routes then = Routes.ofSites(Map.of("bench.example", SiteRoutes.of("b", Manifest.of(after), options, rules)));
        double time = Median.millis(() -> {
            if (OutcomeDifference.of(asked, now, then, 0, 0)
                            .count(OutcomeDifference.Kind.MISSING)
                            .paths()
                    != 500) {
                throw new IllegalStateException("500 pages are missing");
            }
        });
        return Row.atMost(
                "outcomes of 10,000 recorded paths decided again", time, 100, "ms", "median of " + Median.ROUNDS);
    }

    /** Two versions of 10,000 pages, read from how they are kept and compared, before any page is opened. */
    private static Row comparison() throws Exception {
        Map<String, FileEntry> before = new TreeMap<>();
        Map<String, FileEntry> after = new TreeMap<>();
        for (int i = 0; i < 10_000; i++) {
            String path = "folder" + i % 100 + "/page" + i + ".html";
            before.put(path, MadeFiles.file(i));
            after.put(i % 50 == 0 ? "moved/" + path : path, MadeFiles.file(i % 10 == 1 ? -i : i));
        }
        byte[] one = Manifest.of(before).toBytes();
        byte[] two = Manifest.of(after).toBytes();
        double time = Median.millis(
                () -> Changes.between(Manifest.fromBytes(one), Manifest.fromBytes(two), f -> Optional.empty()));
        return Row.atMost("two versions of 10,000 pages compared", time, 300, "ms", "median of " + Median.ROUNDS);
    }
}
