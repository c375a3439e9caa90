package evenharbor.core.what.site;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

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
}
