package evenharbor.edge.visit;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.harbor.route.Decision;
import evenharbor.core.harbor.route.Onward;
import evenharbor.core.harbor.route.SiteRoutes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.Redirects;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Counting in memory: bounded, from many threads, and right where it matters. */
class VisitCounterTest {

    private static final SiteRoutes SITE = site("s", new SiteRoutes.ServingOptions(false, true));

    private final VisitCounter counter = new VisitCounter();

    private static SiteRoutes site(String id, SiteRoutes.ServingOptions options) {
        return SiteRoutes.of(id, Manifest.EMPTY, options, Redirects.NONE);
    }

    private void miss(SiteRoutes site, String path, boolean browser, String referrer) {
        counter.count("host", path, new Decision.Missing(Optional.empty(), site), browser, () -> referrer);
    }

    @Test
    void missesAreCountedByPathWithWhereTheyCameFrom() {
        miss(SITE, "/a", true, "x.example");
        miss(SITE, "/a", false, "x.example");
        miss(SITE, "/a", true, "");
        miss(SITE, "/b", false, "");
        Batch batch = counter.take();
        assertThat(batch.misses())
                .containsExactlyInAnyOrder(
                        new Batch.Asked("s", "", "/a", 3, 2, Map.of("x.example", 2L)),
                        new Batch.Asked("s", "", "/b", 1, 0, Map.of()));
        assertThat(counter.take().isEmpty()).isTrue();
        counter.putBack(batch);
        miss(SITE, "/b", false, "");
        assertThat(counter.take().misses())
                .containsExactlyInAnyOrder(
                        new Batch.Asked("s", "", "/a", 3, 2, Map.of("x.example", 2L)),
                        new Batch.Asked("s", "", "/b", 2, 0, Map.of()));
    }

    @Test
    void aSiteUnderAPathCountsItsOwnPaths() {
        miss(site("s", new SiteRoutes.ServingOptions(false, true, "", "/spring")), "/spring/a", true, "");
        assertThat(counter.take().misses()).extracting(Batch.Asked::path).containsExactly("/a");
    }

    private void page(SiteRoutes site, String path, String type, String referrer) {
        FileEntry file = new FileEntry("a".repeat(64), 9, type, true);
        counter.count("host", path, new Decision.Serve(file, false, site), true, () -> referrer);
    }

    @Test
    void pagesAreCountedByPathWithTheOtherSitesThatLedThere() {
        SiteRoutes under = site("u", new SiteRoutes.ServingOptions(false, true, "", "/spring"));
        page(SITE, "/", "text/html", "friend.example");
        page(SITE, "/", "text/html", "host");
        page(SITE, "/style.css", "text/css", "friend.example");
        page(under, "/spring/a", "text/html", "");
        page(site("s", new SiteRoutes.ServingOptions(true, false)), "/", "text/html", "");
        Decision.Followed by = new Decision.Followed(SITE, "r1");
        counter.count("host", "/old", new Decision.Forward("/x", 301, false, Optional.of(by)), true, () -> "");
        Onward.Mount mount = new Onward.Mount("s", "/card");
        Decision onward = new Decision.Forward("https://a.example/", 302, false, Optional.empty(), Optional.of(mount));
        counter.count("old", "/card/x", onward, true, () -> "");
        counter.count("old", "/card/x", onward, false, () -> "");
        counter.count("host", "/gone", new Decision.Gone(Optional.empty(), by), false, () -> "");
        Batch batch = counter.take();
        assertThat(batch.pages()).isEqualTo(Map.of("host", 3L));
        assertThat(batch.visited())
                .containsExactlyInAnyOrder(
                        new Batch.Asked("s", "host", "/", 2, 2, Map.of("friend.example", 1L)),
                        new Batch.Asked("u", "host/spring", "/a", 1, 1, Map.of()));
        assertThat(batch.redirected())
                .containsExactlyInAnyOrder(
                        new Batch.Asked("s", "host", "/old", 1, 1, Map.of()),
                        new Batch.Asked("s", "old/card", "/x", 1, 1, Map.of()),
                        new Batch.Asked("s", "host", "/gone", 1, 0, Map.of()));
        counter.putBack(batch);
        page(SITE, "/", "text/html", "");
        assertThat(counter.take().visited())
                .contains(new Batch.Asked("s", "host", "/", 3, 3, Map.of("friend.example", 1L)));
    }

    @Test
    void previewsAndWhatBelongsToNoSiteAreNotCounted() {
        miss(site("s", new SiteRoutes.ServingOptions(true, false)), "/a", true, "");
        miss(site("", new SiteRoutes.ServingOptions(false, true)), "/a", true, "");
        miss(SITE, "/" + "x".repeat(PathCounter.LONGEST_PATH), true, "");
        assertThat(counter.take().isEmpty()).isTrue();
    }

    @Test
    void redirectsThatDecidedAreCounted() {
        Decision.Followed by = new Decision.Followed(SITE, "r1");
        Decision forward = new Decision.Forward("/x", 301, false, Optional.of(by));
        Decision gone = new Decision.Gone(Optional.empty(), new Decision.Followed(SITE, "r2"));
        Decision own = new Decision.Forward("/x/", 301, true, Optional.empty());
        for (Decision decision : List.of(forward, forward, gone, own)) {
            counter.count("host", "/a", decision, true, () -> "");
        }
        assertThat(counter.take().follows())
                .isEqualTo(Map.of(new Batch.Follow("s", "r1"), 2L, new Batch.Follow("s", "r2"), 1L));
    }

    @Test
    void aMillionDifferentPathsStayWithinTheBoundAndTheTrueMissesComeOutRight() throws Exception {
        int flood = 1_000_000;
        Map<String, Integer> truly = new HashMap<>();
        IntStream.range(0, 20).forEach(i -> truly.put("/true/" + i, 100 + 20 * i));
        Map<String, Long> counted = new HashMap<>();
        ExecutorService visitors = Executors.newFixedThreadPool(2);
        List<String> asked = new ArrayList<>();
        truly.forEach((path, times) -> asked.addAll(Collections.nCopies(times, path)));
        Collections.shuffle(asked, new Random(4));
        int rounds = 10;
        for (int round = 0; round < rounds; round++) {
            int from = round * flood / rounds;
            int begin = round * asked.size() / rounds;
            int end = (round + 1) * asked.size() / rounds;
            Callable<Void> scanner = () -> {
                for (int i = from; i < from + flood / rounds; i++) {
                    miss(SITE, "/" + Integer.toHexString(i * 0x9E3779B1), false, "");
                }
                return null;
            };
            Callable<Void> people = () -> {
                for (String path : asked.subList(begin, end)) {
                    miss(SITE, path, true, "a.example");
                    Thread.onSpinWait();
                }
                return null;
            };
            visitors.invokeAll(List.of(scanner, people));
            Batch batch = counter.take();
            assertThat(batch.misses()).hasSizeLessThanOrEqualTo(PathCounter.MOST_IN_BATCH);
            batch.misses().forEach(m -> counted.merge(m.path(), m.count(), Long::sum));
        }
        visitors.shutdown();
        assertThat(counter.pathsHeld()).isLessThanOrEqualTo(PathCounter.MOST_PATHS);
        List<String> top = counted.entrySet().stream()
                .sorted(Map.Entry.<String, Long>comparingByValue().reversed())
                .limit(20)
                .map(Map.Entry::getKey)
                .toList();
        assertThat(top).containsExactlyInAnyOrderElementsOf(truly.keySet());
        assertThat(truly.keySet().stream()
                        .collect(Collectors.toMap(p -> p, p -> counted.get(p) / (double) truly.get(p)))
                        .values())
                .allSatisfy(share -> assertThat(share).isBetween(0.9, 1.0));
    }
}
