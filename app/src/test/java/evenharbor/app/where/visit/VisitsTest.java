package evenharbor.app.where.visit;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import evenharbor.edge.visit.Batch;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Counts kept by day, within a bound. */
class VisitsTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final Visits visits = harbor.bean(Visits.class);

    private static String site(ApiClient person) {
        return person.site("Counted");
    }

    private void missed(String site, Stream<Batch.Asked> misses) {
        visits.add(new Batch(Map.of(), List.of(), List.of(), Map.of(), misses.toList()));
    }

    @Test
    void aScannersPathsGoAndThoseAskedForAgainAndAgainStay() {
        String site = site(harbor.person());
        for (int round = 0; round < 9; round++) {
            int from = round * 300;
            missed(
                    site,
                    Stream.concat(
                            IntStream.range(from, from + 290)
                                    .mapToObj(i -> new Batch.Asked(site, "", "/scan/" + i, 1, 0, Map.of())),
                            IntStream.range(0, 10)
                                    .mapToObj(i ->
                                            new Batch.Asked(site, "", "/true/" + i, 2, 2, Map.of("a.example", 1L)))));
        }
        List<Visits.Missed> kept = visits.missed(site, 1, 10_000);
        assertThat(kept).hasSize(Visits.MOST_MISSED);
        assertThat(kept.subList(0, 10)).allSatisfy(m -> {
            assertThat(m.path()).startsWith("/true/");
            assertThat(m.count()).isEqualTo(18);
            assertThat(m.browsers()).isEqualTo(18);
        });
        assertThat(visits.referred(site))
                .hasSize(10)
                .allSatisfy(r -> assertThat(r.count()).isEqualTo(9));
    }

    @Test
    void ofOnePathOnlyAFewHostNamesAreKept() {
        String site = site(harbor.person());
        Map<String, Long> first = new HashMap<>();
        IntStream.range(0, 8).forEach(i -> first.put("first" + i + ".example", 1L));
        missed(site, Stream.of(new Batch.Asked(site, "", "/a", 8, 8, first)));
        for (int round = 0; round < 10; round++) {
            Map<String, Long> more = new HashMap<>(Map.of("first0.example", 1L));
            for (int i = 0; i < 7; i++) {
                more.put("more" + round + i + ".example", 1L);
            }
            missed(site, Stream.of(new Batch.Asked(site, "", "/a", 8, 8, more)));
        }
        List<Visits.Referred> kept = visits.referred(site);
        assertThat(kept).hasSizeLessThanOrEqualTo(20);
        assertThat(kept.get(0)).isEqualTo(new Visits.Referred("/a", "first0.example", 11));
    }

    @Test
    void pathsThatDifferByCaseSpacesOrSignsAreToldApart() {
        String site = site(harbor.person());
        List<String> paths = List.of("/a", "/A", "/a ", "/ä", "/a\uD83C\uDF3B", "/'; drop table site; --");
        missed(site, paths.stream().map(path -> new Batch.Asked(site, "", path, 1, 1, Map.of())));
        assertThat(visits.missed(site, 1, 100))
                .extracting(Visits.Missed::path)
                .containsExactlyInAnyOrderElementsOf(paths);
    }

    @Test
    void whatWasCountedOfASiteThatIsGoneKeepsNoOtherSitesCountsBack() {
        String site = site(harbor.person());
        String gone = "gonegonegone";
        Map<String, Long> from = Map.of("a.example", 1L);
        visits.add(new Batch(
                Map.of(),
                List.of(
                        new Batch.Asked(gone, "gone.example", "/", 1, 1, from),
                        new Batch.Asked(site, "there.example", "/", 1, 1, from)),
                List.of(new Batch.Asked(gone, "gone.example", "/old", 1, 1, from)),
                Map.of(new Batch.Follow(gone, "1"), 1L, new Batch.Follow(site, "2"), 3L),
                List.of(
                        new Batch.Asked(gone, "", "/missed", 1, 1, from),
                        new Batch.Asked(site, "", "/missed", 1, 1, from))));
        assertThat(visits.missed(site, 1, 10)).extracting(Visits.Missed::path).containsExactly("/missed");
        assertThat(visits.referred(site)).hasSize(1);
    }
}
