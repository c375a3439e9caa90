package evenharbor.core.hosting.destination;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.hosting.destination.HostPlan.Decision;
import evenharbor.core.hosting.destination.HostPlan.Kind;
import evenharbor.core.hosting.destination.HostPlan.Wishes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

/** What has to be done on a host. */
class HostPlanTest {

    private static final Instant THEN = Instant.parse("2026-11-01T00:00:00Z");
    private static final Instant SINCE = Instant.parse("2026-11-20T00:00:00Z");

    private static FileEntry file(String content) {
        return new FileEntry(hash(content), content.length(), "text/plain", true);
    }

    private static String hash(String content) {
        return String.format("%064x", content.hashCode() & 0xffffffffL);
    }

    private static Manifest build(String... pathsAndContents) {
        Map<String, FileEntry> files = new TreeMap<>();
        for (int i = 0; i < pathsAndContents.length; i += 2) {
            files.put(pathsAndContents[i], file(pathsAndContents[i + 1]));
        }
        return Manifest.of(files);
    }

    /** A host on which things happen; times count up with each change. */
    private static final class Host {
        private final Map<String, String> contents = new TreeMap<>();
        private final Map<String, Instant> times = new HashMap<>();
        private final Map<String, Ledger.Put> ledger = new HashMap<>();

        private Host ours(String... pathsAndContents) {
            for (int i = 0; i < pathsAndContents.length; i += 2) {
                String content = pathsAndContents[i + 1];
                contents.put(pathsAndContents[i], content);
                times.put(pathsAndContents[i], THEN);
                ledger.put(pathsAndContents[i], new Ledger.Put(hash(content), content.length(), Optional.of(THEN)));
            }
            return this;
        }

        private Host theirs(String path, String content) {
            contents.put(path, content);
            times.put(path, SINCE);
            return this;
        }

        private Listing listing() {
            Map<String, Listing.Found> found = new HashMap<>();
            contents.forEach((path, content) -> found.put(path, Listing.Found.at(content.length(), times.get(path))));
            return new Listing(found);
        }

        private HostPlan plan(Manifest toBe, Wishes wishes) {
            return HostPlan.of(toBe, new Ledger(ledger), listing(), wishes);
        }

        private void carryOut(HostPlan plan, Map<String, String> texts) {
            for (HostPlan.Step step : plan.steps()) {
                if (step.file().isEmpty()) {
                    contents.remove(step.path());
                    ledger.remove(step.path());
                } else {
                    ours(step.path(), texts.get(step.file().get().hash()));
                }
            }
        }
    }

    private static List<String> words(HostPlan plan) {
        return plan.steps().stream().map(s -> s.kind() + " " + s.path()).toList();
    }

    @Test
    void assetsGoBeforePagesAndTheFrontPageLastAndRemovalsAtTheEnd() {
        Host host = new Host().ours("index.html", "old", "a.html", "old a", "old.css", "c", "deep/er/x.png", "x");
        HostPlan plan = host.plan(
                build("index.html", "new", "a.html", "new a", "b.html", "b", "s.css", "s", "img/y.png", "y"),
                Wishes.NONE);
        assertThat(words(plan))
                .containsExactly(
                        "ADD_ASSET img/y.png",
                        "ADD_ASSET s.css",
                        "SEND_PAGE a.html",
                        "SEND_PAGE b.html",
                        "SEND_FRONT_PAGE index.html",
                        "REMOVE_ASSET deep/er/x.png",
                        "REMOVE_ASSET old.css");
        assertThat(plan.bytes()).isEqualTo(3 + 5 + 1 + 1 + 1);
        assertThat(List.of(plan.added(), plan.replaced(), plan.removed()))
                .as("new, in place of what is there, removed")
                .containsExactly(3L, 2L, 2L);
    }

    @Test
    void whatLiesThereExactlyAsItShallCountsAsOursFromThenOn() {
        Host host = new Host()
                .ours("kept.css", "k", "moved.css", "m")
                .theirs("same.css", "s")
                .theirs("other.css", "o");
        // The host was moved, and gave one of ours another time.
        host.theirs("moved.css", "m");
        Manifest toBe = build("kept.css", "k", "moved.css", "m", "same.css", "s", "other.css", "O");
        assertThat(host.plan(toBe, Wishes.NONE).disputed())
                .extracting(HostPlan.Disputed::path)
                .containsExactly("moved.css", "other.css", "same.css");
        Ledger before = new Ledger(host.ledger);
        Map<String, Long> doubtful = host.listing().doubtful(toBe, before);
        assertThat(doubtful).containsOnlyKeys("moved.css", "other.css", "same.css");
        Map<String, String> read = new HashMap<>();
        doubtful.keySet().forEach(path -> read.put(path, hash(host.contents.get(path))));
        HostPlan plan = HostPlan.of(toBe, before, host.listing().knowing(doubtful.keySet(), read), Wishes.NONE);
        assertThat(plan.disputed()).extracting(HostPlan.Disputed::path).containsExactly("other.css");
        assertThat(plan.leftAlone()).containsExactly("kept.css", "moved.css", "same.css");
        assertThat(plan.adopted())
                .isEqualTo(Map.of(
                        "moved.css", new Ledger.Put(hash("m"), 1, Optional.of(SINCE)),
                        "same.css", new Ledger.Put(hash("s"), 1, Optional.of(SINCE))));
        // Once they are in the ledger nothing has to be read for them again.
        host.ledger.putAll(plan.adopted());
        assertThat(host.listing().doubtful(toBe, new Ledger(host.ledger))).containsOnlyKeys("other.css");
        assertThat(host.plan(build("same.css", "S"), Wishes.NONE).disputed()).isEmpty();
    }

    @Test
    void whatIsThereAlreadyIsLeftAloneUnlessItIsSentAnyway() {
        Host host = new Host().ours("a.css", "a", "b.css", "b");
        Manifest same = build("a.css", "a", "b.css", "b");
        assertThat(host.plan(same, Wishes.NONE).none()).isTrue();
        assertThat(host.plan(same, Wishes.NONE).leftAlone()).containsExactly("a.css", "b.css");
        assertThat(words(host.plan(same, new Wishes(Set.of(), Set.of("b.css"), Map.of(), Set.of()))))
                .containsExactly("REPLACE_ASSET b.css");
    }

    @Test
    void whatOthersPutThereIsNeverRemovedAndNeverWrittenOverUnasked() {
        Host host = new Host()
                .ours("index.html", "i")
                .theirs("counter.cgi", "theirs")
                .theirs("a.html", "their page");
        Manifest toBe = build("index.html", "i", "a.html", "our page");
        HostPlan plan = host.plan(toBe, Wishes.NONE);
        assertThat(plan.none()).isTrue();
        assertThat(plan.foreign()).containsExactly("counter.cgi");
        assertThat(plan.disputed()).containsExactly(new HostPlan.Disputed("a.html", HostPlan.Why.TAKEN));
        assertThat(words(host.plan(toBe, new Wishes(Set.of(), Set.of(), Map.of("a.html", Decision.REPLACE), Set.of()))))
                .containsExactly("SEND_PAGE a.html");
        assertThat(host.plan(toBe, new Wishes(Set.of(), Set.of(), Map.of("a.html", Decision.KEEP_THEIRS), Set.of()))
                        .disputed())
                .isEmpty();
    }

    @Test
    void whatSomeoneChangedSinceIsDisputedAlsoWhenItWouldGo() {
        Host host = new Host()
                .ours("a.css", "one", "b.css", "two")
                .theirs("a.css", "ONE")
                .theirs("b.css", "2");
        HostPlan plan = host.plan(build("a.css", "one"), Wishes.NONE);
        assertThat(plan.none()).isTrue();
        assertThat(plan.disputed())
                .containsExactly(
                        new HostPlan.Disputed("a.css", HostPlan.Why.CHANGED),
                        new HostPlan.Disputed("b.css", HostPlan.Why.CHANGED_AND_GOING));
        assertThat(plan.differingPaths()).isEqualTo(2);
        assertThat(host.plan(build("a.css", "one", "b.css", "two", "c.css", "three"), Wishes.NONE)
                        .differingPaths())
                .as("two that were changed, one that is to be sent")
                .isEqualTo(3);
    }

    @Test
    void whatSomeoneRemovedIsSentAgainAndWhatIsHeldBackStays() {
        Host host = new Host().ours("a.css", "a", "b.css", "b");
        host.contents.remove("a.css");
        assertThat(words(host.plan(
                        build("a.css", "a", "b.css", "new"),
                        new Wishes(Set.of("b.css"), Set.of(), Map.of(), Set.of()))))
                .containsExactly("ADD_ASSET a.css");
    }

    @Test
    void aHostThatTellsHashesIsBelievedBeforeTheLedger() {
        Listing there = new Listing(Map.of(
                "a.css", Listing.Found.at(1, SINCE).known(hash("a")),
                "b.css", Listing.Found.at(1, THEN).known(hash("x"))));
        Ledger ledger = new Ledger(Map.of(
                "a.css", new Ledger.Put(hash("a"), 1, Optional.of(THEN)),
                "b.css", new Ledger.Put(hash("b"), 1, Optional.of(THEN))));
        HostPlan plan = HostPlan.of(build("a.css", "a", "b.css", "b"), ledger, there, Wishes.NONE);
        assertThat(plan.leftAlone()).containsExactly("a.css");
        assertThat(plan.disputed()).extracting(HostPlan.Disputed::path).containsExactly("b.css");
    }

    @Test
    void whatGoesGoesPagesFirstAndWhatIsGoneAlreadyIsForgotten() {
        Host host =
                new Host().ours("a.html", "a", "s.css", "s", "gone.html", "g").theirs("counter.cgi", "c");
        host.contents.remove("gone.html");
        Manifest nothing = build();
        HostPlan plan = host.plan(nothing, Wishes.NONE);
        assertThat(words(plan)).containsExactly("REMOVE_PAGE a.html", "REMOVE_ASSET s.css");
        assertThat(plan.gone()).containsExactly("gone.html");
        Wishes asked = new Wishes(Set.of(), Set.of(), Map.of(), Set.of("counter.cgi"));
        assertThat(words(host.plan(nothing, asked)))
                .containsExactly("REMOVE_PAGE a.html", "REMOVE_ASSET counter.cgi", "REMOVE_ASSET s.css");
    }

    @Test
    void aHostThatSaysTheDayAloneIsBelievedWithinADay() {
        Ledger.Put put = new Ledger.Put(hash("a"), 1, Optional.of(THEN.plusSeconds(50_000)));
        Listing.Found dayOnly = new Listing.Found(1, Optional.of(THEN), Duration.ofDays(1), Optional.empty());
        assertThat(dayOnly.isAs(put)).isTrue();
        assertThat(Listing.Found.at(1, THEN).isAs(put)).isFalse();
        assertThat(new Listing.Found(2, Optional.of(THEN), Duration.ofDays(1), Optional.empty()).isAs(put))
                .isFalse();
        assertThat(new Listing.Found(1, Optional.empty(), Duration.ZERO, Optional.empty()).isAs(put))
                .isTrue();
    }

    @Provide
    Arbitrary<Map<String, String>> states() {
        return Arbitraries.maps(
                        Arbitraries.of("index.html", "a.html", "b/index.html", "s.css", "t.js", "b/x.png", "c/d/e.svg"),
                        Arbitraries.of("1", "22", "333", "4444"))
                .ofMaxSize(7);
    }

    @Property(tries = 1000)
    void theSamePlanAgainDoesNothing(
            @ForAll("states") Map<String, String> before,
            @ForAll("states") Map<String, String> after,
            @ForAll("states") Map<String, String> theirs) {
        Host host = new Host();
        before.forEach(host::ours);
        theirs.forEach((path, content) -> {
            if (!before.containsKey(path)) {
                host.theirs(path, content);
            }
        });
        Map<String, FileEntry> files = new TreeMap<>();
        Map<String, String> texts = new HashMap<>();
        after.forEach((path, content) -> {
            files.put(path, file(content));
            texts.put(hash(content), content);
        });
        Manifest toBe = Manifest.of(files);
        HostPlan plan = host.plan(toBe, Wishes.NONE);
        List<Kind> kinds = plan.steps().stream().map(HostPlan.Step::kind).toList();
        assertThat(kinds).isSorted();
        host.carryOut(plan, texts);
        HostPlan again = host.plan(toBe, Wishes.NONE);
        assertThat(again.none()).isTrue();
        assertThat(again.disputed()).isEqualTo(plan.disputed());
        theirs.forEach((path, content) -> {
            if (!before.containsKey(path)) {
                assertThat(host.contents).as("what others put there").containsEntry(path, content);
            }
        });
        after.forEach((path, content) -> {
            if (before.containsKey(path) || !theirs.containsKey(path)) {
                assertThat(host.contents).containsEntry(path, content);
            }
        });
    }
}
