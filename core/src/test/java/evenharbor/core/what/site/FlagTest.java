package evenharbor.core.what.site;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FlagTest {

    @Property
    void theFigureIsNeverTheColourOfTheGround(@ForAll String id) {
        Flag flag = Flag.of(id);
        assertThat(flag.figure()).isBetween(0, Flag.COLOURS - 1).isNotEqualTo(flag.ground());
        assertThat(flag).isEqualTo(Flag.of(id));
    }

    @Test
    void flagsOfManySitesAreSpreadEvenly() {
        Map<Flag, Integer> counts = new HashMap<>();
        for (int i = 0; i < 6720; i++) {
            counts.merge(Flag.of("site-" + i), 1, Integer::sum);
        }
        assertThat(counts.size()).isGreaterThan(650);
        assertThat(counts.values()).allMatch(count -> count < 40);
    }

    /** A site is known by its flag: it must never get another. */
    @ParameterizedTest
    @CsvSource({
        "papermoon, LOZENGE_ROW, 6, 5",
        "tickover, HOURGLASS, 1, 6",
        "foxglove, THREE_BARS, 2, 4",
        "night-market, CORNER_DISC, 7, 2",
        "0193a5c2-8f4e-7c11-9d53-1a2b3c4d5e6f, SAW, 3, 0"
    })
    void aFlagStaysWhatItIs(String id, String pattern, int ground, int figure) {
        Flag flag = Flag.of(id);
        assertThat(flag.pattern().name()).isEqualTo(pattern);
        assertThat(flag.ground()).isEqualTo(ground);
        assertThat(flag.figure()).isEqualTo(figure);
    }
}
