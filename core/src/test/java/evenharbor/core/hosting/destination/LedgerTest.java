package evenharbor.core.hosting.destination;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.hosting.destination.Listing.Found;
import evenharbor.core.what.version.FileEntry;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What we put on a host, beside what is there now. */
class LedgerTest {

    private static final Instant THEN = Instant.parse("2026-11-01T00:00:00Z");

    private static Ledger.Put put(String hash, long size) {
        return new Ledger.Put(hash, size, Optional.of(THEN));
    }

    @ParameterizedTest
    @CsvSource({
        // size begun, size before or -1, size there or -1, seconds since or -1 for a host that tells no times: to be
        // read
        "10, 10, 10, 60, true", // of the right size and newer than before: it may have got there
        "10, 10, 10, 0, false", // as it was before, to the second
        "10, 10, 10, -1, true", // a host without times does not tell
        "10, 12, 12, 0, false", // as it was before, of another size
        "10, 12, 10, 60, true", // of the size that was to come
        "10, 12, 11, 60, false", // of neither size
        "10, -1, 10, 60, true", // nothing was there before
        "10, -1, 9, 60, false", // half of it, or someone else's
        "10, 10, -1, 0, false", // nothing is there
    })
    void afterACutOnlyWhatMayHaveGotThereIsRead(long begun, long before, long there, long since, boolean read) {
        Ledger ledger = before < 0 ? Ledger.EMPTY : new Ledger(Map.of("x", put("before", before)));
        Optional<Instant> changed = since < 0 ? Optional.empty() : Optional.of(THEN.plusSeconds(since));
        Map<String, Found> now =
                there < 0 ? Map.of() : Map.of("x", new Found(there, changed, Duration.ofSeconds(1), Optional.empty()));
        assertThat(ledger.unsettled(Map.of("x", new FileEntry("begun", begun, "text/plain", true)), now))
                .isEqualTo(read ? Map.of("x", begun) : Map.of());
    }

    @Test
    void aCheckReadsWhatStillHasItsSizeAndTellsTheRestBySize() {
        Ledger ledger = new Ledger(
                Map.of("same", put("s", 1), "edited", put("e", 2), "longer", put("l", 3), "gone", put("g", 4)));
        Listing listed = new Listing(Map.of(
                "same", Found.at(1, THEN),
                "edited", Found.at(2, THEN),
                "longer", Found.at(9, THEN),
                "theirs", Found.at(5, THEN)));
        assertThat(ledger.readable(listed)).isEqualTo(Map.of("same", 1L, "edited", 2L));
        assertThat(ledger.compare(listed)).as("by size and time alone").isEqualTo(new Ledger.Comparison(4, 1, 1));
        Listing read = listed.knowing(ledger.readable(listed).keySet(), Map.of("same", "s", "edited", "other"));
        assertThat(ledger.compare(read)).isEqualTo(new Ledger.Comparison(4, 2, 1));
        assertThat(Ledger.EMPTY.compare(listed)).isEqualTo(new Ledger.Comparison(0, 0, 0));
    }
}
