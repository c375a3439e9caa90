package evenharbor.core.what.version;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class LikenessTest {

    private static final String TEXT = "the tide comes in twice a day and goes out as often";

    @Test
    void isOneForTheSameWordsAndNothingForOthers() {
        assertThat(new Likeness(TEXT).to(new Likeness(TEXT))).isEqualTo(1);
        assertThat(new Likeness(TEXT).to(new Likeness("<p>" + TEXT.replace(" ", ", "))))
                .isBetween(0.5, 1.0);
        assertThat(new Likeness(TEXT).to(new Likeness("nothing that was said before")))
                .isZero();
        assertThat(new Likeness("").to(new Likeness(""))).isZero();
        assertThat(new Likeness(TEXT).to(new Likeness(""))).isZero();
        assertThat(new Likeness("").to(new Likeness(TEXT))).isZero();
    }

    @Test
    void theOrderOfWordsCounts() {
        assertThat(new Likeness("one two three four").to(new Likeness("four three two one")))
                .isLessThan(0.2);
        assertThat(new Likeness("a b c d e f").to(new Likeness("a b c d e x"))).isBetween(0.6, 0.8);
    }

    @Test
    void whatMostTextsSayIsForgotten() {
        List<Likeness> five = IntStream.range(0, 5)
                .mapToObj(i -> new Likeness("home about contact " + "own words of page n" + i + " m" + i + " k" + i))
                .toList();
        assertThat(five.get(0).to(five.get(1))).isGreaterThan(0.3);
        Likeness.forgetCommonplaces(five.subList(0, 4));
        assertThat(five.get(0).to(five.get(1))).isGreaterThan(0.3);
        Likeness.forgetCommonplaces(five);
        assertThat(five.get(0).to(five.get(1))).isZero();

        // Two of five is not most.
        List<Likeness> two = List.of(
                new Likeness("red green blue"),
                new Likeness("red green blue"),
                new Likeness("a b c"),
                new Likeness("d e f"),
                new Likeness("g h i"));
        Likeness.forgetCommonplaces(two);
        assertThat(two.get(0).to(two.get(1))).isEqualTo(1);
    }

    @Test
    void whatExactlyTwoOfFiveSayIsKept() {
        for (int same : new int[] {4, 5}) {
            List<Likeness> ten = IntStream.range(0, 10)
                    .mapToObj(i -> new Likeness(i < same ? "red green blue" : "a" + i + " b" + i + " c" + i))
                    .toList();
            Likeness.forgetCommonplaces(ten);
            assertThat(ten.get(0).to(ten.get(1))).isEqualTo(same == 4 ? 1 : 0);
        }
    }
}
