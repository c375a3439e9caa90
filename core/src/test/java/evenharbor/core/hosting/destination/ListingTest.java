package evenharbor.core.hosting.destination;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.hosting.destination.HostPlan.Wishes;
import evenharbor.core.hosting.destination.Listing.Found;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is on a host, as it was seen, read back and changed. */
class ListingTest {

    private static final Instant THEN = Instant.parse("2026-11-01T00:00:00Z");

    private static FileEntry file(String hash, long size) {
        return new FileEntry(hash, size, "text/plain", true);
    }

    private static Found untimed(long size) {
        return new Found(size, Optional.empty(), Duration.ZERO, Optional.empty());
    }

    @Test
    void somePathsAreLookedAtAgain() {
        Listing before = new Listing(Map.of("a", Found.at(1, THEN), "b", Found.at(2, THEN), "c", Found.at(3, THEN)));
        Listing after = before.with(List.of("a", "b", "d"), Map.of("a", Found.at(9, THEN), "d", Found.at(4, THEN)));
        assertThat(after.files())
                .isEqualTo(Map.of("a", Found.at(9, THEN), "c", Found.at(3, THEN), "d", Found.at(4, THEN)));
    }

    @Test
    void whatWasReadBackIsKnownAsLongAsSizeAndTimeStay() {
        Listing before = new Listing(Map.of(
                "same", Found.at(1, THEN).known("x"),
                "larger", Found.at(1, THEN).known("x"),
                "later", Found.at(1, THEN).known("x"),
                "untimed", untimed(1).known("x"),
                "unread", Found.at(1, THEN),
                "gone", Found.at(1, THEN).known("x")));
        Listing now = new Listing(Map.of(
                "same", Found.at(1, THEN),
                "larger", Found.at(2, THEN),
                "later", Found.at(1, THEN.plusSeconds(60)),
                "untimed", untimed(1),
                "unread", Found.at(1, THEN),
                "new", Found.at(1, THEN)));
        Listing remembering = now.remembering(before);
        assertThat(remembering.files().keySet()).isEqualTo(now.files().keySet());
        assertThat(remembering.files().entrySet().stream()
                        .filter(f -> f.getValue().hash().isPresent())
                        .map(Map.Entry::getKey))
                .containsExactly("same");
    }

    @ParameterizedTest
    @CsvSource({
        // size there, seconds since we put it, read back, ledger size, wanted size: doubtful
        "10, 0, false, 10, 10, false", // as we put it
        "10, 60, false, 10, 10, true", // of the right size, with another time
        "10, 60, true, 10, 10, false", // the same, read back
        "11, 60, false, 10, 10, false", // surely another
        "11, 60, false, 10, 11, true", // may be what is wanted next
        "10, 60, false, 10, -1, true", // ours, and going
        "10, 60, false, -1, 10, true", // not ours, of the size that is wanted
        "10, 60, false, -1, 11, false", // not ours, of another size
        "10, 60, false, -1, -1, false", // not ours, and in nobody's way
    })
    void onlyWhatSizeAndTimeDoNotTellIsReadBack(
            long there, long since, boolean read, long put, long wanted, boolean doubtful) {
        Found found = Found.at(there, THEN.plusSeconds(since));
        Listing listing = new Listing(Map.of("x", read ? found.known("h") : found, "other", untimed(3)));
        Ledger ledger = put < 0 ? Ledger.EMPTY : new Ledger(Map.of("x", new Ledger.Put("h", put, Optional.of(THEN))));
        Manifest toBe = wanted < 0 ? Manifest.EMPTY : Manifest.of(Map.of("x", file("w", wanted)));
        assertThat(listing.doubtful(toBe, ledger)).isEqualTo(doubtful ? Map.of("x", there) : Map.of());
    }

    @Test
    void whatWasReadBackIsKnownAndWhatWasNotThereAnyMoreIsGone() {
        Listing listing = new Listing(Map.of("a", Found.at(1, THEN), "b", Found.at(1, THEN), "c", Found.at(1, THEN)));
        assertThat(listing.knowing(List.of("a", "b", "d"), Map.of("a", "h")).files())
                .isEqualTo(Map.of("a", Found.at(1, THEN).known("h"), "c", Found.at(1, THEN)));
    }

    @Test
    void afterAPlanThereIsWhatWasSentAndNotWhatWasRemoved() {
        Listing there = new Listing(Map.of("old.html", Found.at(5, THEN), "theirs", Found.at(7, THEN)));
        Ledger before = new Ledger(Map.of("old.html", new Ledger.Put("o", 5, Optional.of(THEN))));
        HostPlan plan = HostPlan.of(Manifest.of(Map.of("new.html", file("n", 8))), before, there, Wishes.NONE);
        Ledger then = new Ledger(Map.of("new.html", new Ledger.Put("n", 8, Optional.of(THEN.plusSeconds(9)))));
        Listing after = there.after(plan, then);
        assertThat(after.files())
                .isEqualTo(Map.of("new.html", Found.at(8, THEN.plusSeconds(9)), "theirs", Found.at(7, THEN)));
        assertThat(HostPlan.of(Manifest.of(Map.of("new.html", file("n", 8))), then, after, Wishes.NONE)
                        .none())
                .isTrue();
    }

    @Test
    void pagesInPlaceAreThoseWithTheContentOfTheBuild() {
        Manifest build = Manifest.of(Map.of(
                "index.html", file("i2", 1), "a.html", file("a1", 1), "b.html", file("b1", 1), "s.css", file("s1", 1)));
        Ledger ledger = new Ledger(Map.of(
                "index.html", new Ledger.Put("i1", 1, Optional.empty()),
                "a.html", new Ledger.Put("a1", 1, Optional.empty()),
                "s.css", new Ledger.Put("s1", 1, Optional.empty())));
        assertThat(ledger.pagesOf(build)).isEqualTo(1);
        assertThat(Ledger.EMPTY.pagesOf(build)).isZero();
    }

    @ParameterizedTest
    @CsvSource({
        "10, 1000, 3.0", // bytes take longer
        "0.5, 1000, 4.0", // files take longer
        "10, 0, 0.2", // no rate of bytes as yet
        "0, 1000, -1" // no experience
    })
    void howLongItTakesLikely(double filesPerSecond, double bytesPerSecond, double seconds) {
        Manifest toBe = Manifest.of(Map.of("a", file("a", 1_000), "b", file("b", 2_000)));
        HostPlan plan = HostPlan.of(toBe, Ledger.EMPTY, Listing.EMPTY, Wishes.NONE);
        assertThat(plan.seconds(filesPerSecond, bytesPerSecond))
                .isEqualTo(seconds < 0 ? OptionalDouble.empty() : OptionalDouble.of(seconds));
        assertThat(plan.sent()).isEqualTo(2);
    }

    @Test
    void nothingToDoTakesNoTime() {
        HostPlan plan =
                HostPlan.of(Manifest.EMPTY, Ledger.EMPTY, new Listing(Map.of("theirs", untimed(1))), Wishes.NONE);
        assertThat(plan.seconds(1, 1)).isEmpty();
        assertThat(plan.foreign()).isEqualTo(Set.of("theirs"));
    }
}
