package evenharbor.core.harbor.outcome;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.harbor.outcome.OutcomeDifference.Kind;
import evenharbor.core.harbor.route.HostRoutes;
import evenharbor.core.harbor.route.Journey;
import evenharbor.core.harbor.route.Onward;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.harbor.route.VisitorRequest;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.QueryRule;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.RedirectStatus;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.Source;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.AudienceRules;
import evenharbor.core.who.audience.Guard;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What visitors asked for, decided again as it would be after a change. */
class OutcomeDifferenceTest {

    private static final String HOST = "site.example";
    private static final SiteRoutes.ServingOptions OPEN = new SiteRoutes.ServingOptions(false, true);

    private static Manifest pages(Map<String, Character> contents) {
        TreeMap<String, FileEntry> files = new TreeMap<>();
        contents.forEach((path, content) ->
                files.put(path, new FileEntry(String.valueOf(content).repeat(64), 9, "text/html", true)));
        return Manifest.of(files);
    }

    private static Redirect rule(String from, String to) {
        return Redirect.of(from, Source.exact(from), to);
    }

    private static SiteRoutes site(Map<String, Character> contents, Redirect... rules) {
        return SiteRoutes.of("site", pages(contents), OPEN, Redirects.of(List.of(rules)));
    }

    private static Routes at(SiteRoutes site) {
        return Routes.ofSites(Map.of(HOST, site));
    }

    /** What is only for some is judged by what they get there, and told to whom it was open before. */
    @Test
    void whatIsNotForEveryoneAnyMoreIsToldAndWhatLiesBehindIsJudged() {
        AudienceRules members =
                AudienceRules.of(Map.of("/members/", new Guard("members", 1, new Audience.WithPassword("kept"))));
        SiteRoutes open = site(Map.of("index.html", 'a', "members/list.html", 'b', "members/map.html", 'c'));
        SiteRoutes guarded = open.guarded(members);
        SiteRoutes less =
                site(Map.of("index.html", 'a', "members/list.html", 'd')).guarded(members);
        assertThat(kinds(open, guarded)).isEqualTo("SAME ASKED ASKED");
        assertThat(kinds(guarded, guarded)).isEqualTo("SAME SAME SAME");
        assertThat(kinds(guarded, open)).isEqualTo("SAME OPENED OPENED");
        assertThat(kinds(guarded, less)).isEqualTo("SAME CHANGED MISSING");
    }

    private static String kinds(SiteRoutes before, SiteRoutes after) {
        return Stream.of("/", "/members/list.html", "/members/map.html")
                .map(path -> OutcomeDifference.of(List.of(new Recorded(HOST, path, 1)), at(before), at(after), 0, 0)
                        .counts()
                        .keySet()
                        .iterator()
                        .next()
                        .name())
                .collect(Collectors.joining(" "));
    }

    private static final SiteRoutes BEFORE = site(
            Map.of(
                    "index.html",
                    'a',
                    "kept.html",
                    'b',
                    "edited.html",
                    'c',
                    "lost.html",
                    'd',
                    "moved.html",
                    'e',
                    "gone.html",
                    'f',
                    "own.html",
                    'g',
                    "shop.html",
                    'h'),
            rule("/short", "/kept.html"),
            rule("/back.html", "/kept.html"));

    private static final SiteRoutes AFTER = site(
            Map.of(
                    "index.html",
                    'a',
                    "kept.html",
                    'b',
                    "edited.html",
                    'C',
                    "there.html",
                    'e',
                    "new.html",
                    'n',
                    "back.html",
                    'k'),
            rule("/moved.html", "/there.html"),
            rule("/shop.html", "https://shop.example/all"),
            rule("/own.html", "/ring.html"),
            rule("/ring.html", "/own.html"),
            rule("/gone.html", "").leadingTo("", RedirectStatus.GONE, QueryRule.KEEP));

    @ParameterizedTest
    @CsvSource({
        "/, SAME, /", "/kept.html, SAME, /kept.html", "/edited.html, CHANGED, /edited.html",
        "/lost.html, MISSING, /lost.html", "/moved.html, REDIRECTED, /there.html", "/gone.html, GONE, /gone.html",
        "/own.html, MISSING, /own.html", "/shop.html, REDIRECTED, shop.example/all", "/short, MISSING, /short",
        "/new.html, FOUND, /new.html", "/nowhere.html, SAME, /nowhere.html", "/back.html, CHANGED, /back.html"
    })
    void eachVisitComesOutInOneWay(String path, Kind kind, String place) {
        OutcomeDifference all = OutcomeDifference.of(List.of(new Recorded(HOST, path, 7)), at(BEFORE), at(AFTER), 0, 0);
        assertThat(all.counts()).containsExactly(Map.entry(kind, new OutcomeDifference.Count(1, 7)));
        assertThat(all.lines()).hasSize(kind == Kind.SAME ? 0 : 1);
        if (path.equals("/own.html")) {
            assertThat(all.lines().get(0).after().end()).isEqualTo(Journey.End.LOOP);
        } else if (kind != Kind.SAME) {
            assertThat(all.lines().get(0).after().place()).isEqualTo(place);
        }
    }

    @Test
    void aTakenDownAndAClosedSiteAreToldApart() {
        List<Recorded> asked = List.of(new Recorded(HOST, "/", 3), new Recorded(HOST, "/none", 2));
        SiteRoutes closed = BEFORE.closed(new Closure(Set.of(), new Closure.Words("Closed", ""), Optional.empty()));
        assertThat(OutcomeDifference.of(asked, at(BEFORE), Routes.NONE, 0, 0).counts())
                .isEqualTo(Map.of(
                        Kind.NOT_LIVE,
                        new OutcomeDifference.Count(1, 3),
                        Kind.SAME,
                        new OutcomeDifference.Count(1, 2)));
        assertThat(OutcomeDifference.of(asked, at(BEFORE), at(closed), 0, 0).count(Kind.CLOSED))
                .isEqualTo(new OutcomeDifference.Count(1, 3));
        assertThat(OutcomeDifference.of(asked, at(closed), at(BEFORE), 0, 0)
                        .count(Kind.FOUND)
                        .visits())
                .isEqualTo(3);
    }

    @Test
    void aNewNameThatTheOldOneForwardsToChangesThePlaceAlone() {
        Routes renamed = Routes.of(Map.of(
                HOST,
                HostRoutes.of(Map.of("/", Onward.to("http://new.example"))),
                "new.example",
                HostRoutes.of(BEFORE)));
        OutcomeDifference all =
                OutcomeDifference.of(List.of(new Recorded(HOST, "/kept.html", 1)), at(BEFORE), renamed, 0, 0);
        assertThat(all.lines().get(0).kind()).isEqualTo(Kind.REDIRECTED);
        assertThat(all.lines().get(0).after().place()).isEqualTo("new.example/kept.html");
    }

    @Test
    void whatHoldsOnlyForATimeIsDecidedAtThatTime() {
        Redirect later = new Redirect(
                "later",
                Source.exact("/kept.html"),
                "/edited.html",
                RedirectStatus.FOR_NOW,
                true,
                false,
                QueryRule.KEEP,
                false,
                Optional.of(Instant.ofEpochSecond(100)),
                Optional.empty(),
                "",
                "",
                false,
                false);
        Routes routes = at(site(Map.of("kept.html", 'b', "edited.html", 'c'), later));
        List<Recorded> asked = List.of(new Recorded(HOST, "/kept.html", 1));
        assertThat(OutcomeDifference.of(asked, routes, routes, 50, 60).lines()).isEmpty();
        assertThat(OutcomeDifference.of(asked, routes, routes, 50, 150)
                        .count(Kind.REDIRECTED)
                        .paths())
                .isEqualTo(1);
    }

    /** Random sites and rules: what is told of each request is what following it, hop by hop, comes to. */
    @Test
    void itSaysWhatAVisitorWouldMeet() {
        for (int seed = 0; seed < 300; seed++) {
            Random random = new Random(seed);
            Routes before = at(random(random));
            Routes after = at(random(random));
            List<Recorded> asked = new ArrayList<>();
            for (int i = 0; i < 8; i++) {
                asked.add(new Recorded(HOST, "/" + i + ".html", 1 + random.nextInt(50)));
            }
            OutcomeDifference all = OutcomeDifference.of(asked, before, after, 0, 0);
            long visits = all.counts().values().stream()
                    .mapToLong(OutcomeDifference.Count::visits)
                    .sum();
            assertThat(visits)
                    .isEqualTo(asked.stream().mapToLong(Recorded::visits).sum());
            assertThat(all.lines())
                    .isSortedAccordingTo(
                            (a, b) -> Long.compare(b.asked().visits(), a.asked().visits()));
            for (OutcomeDifference.Line line : all.lines()) {
                Journey then =
                        Journey.of(after, new VisitorRequest(HOST, line.asked().path(), "", 0));
                boolean page = then.end() == Journey.End.PAGE || then.end() == Journey.End.OUTSIDE;
                assertThat(page)
                        .as("seed %d, %s", seed, line)
                        .isEqualTo(Set.of(Kind.FOUND, Kind.CHANGED, Kind.REDIRECTED)
                                .contains(line.kind()));
                assertThat(line.after().end()).isEqualTo(then.end());
                assertThat(line.after().status())
                        .isEqualTo(then.hops().get(then.hops().size() - 1).status());
            }
        }
    }

    private static SiteRoutes random(Random random) {
        Map<String, Character> contents = new TreeMap<>();
        List<Redirect> rules = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            int what = random.nextInt(4);
            if (what < 2) {
                contents.put(i + ".html", (char) ('a' + i + (what == 0 ? 0 : 10)));
            } else if (what == 2) {
                int to = random.nextInt(9);
                rules.add(rule("/" + i + ".html", to == 8 ? "https://far.example/" : "/" + to + ".html"));
            }
        }
        return site(contents, rules.toArray(Redirect[]::new));
    }
}
