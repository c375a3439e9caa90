package evenharbor.app.hosting.destination;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How two texts differ, as an owner reads it. */
class DifferenceLineTest {

    private static List<String> words(String ours, String theirs) {
        return DifferenceLine.between(ours, theirs).stream()
                .map(line -> switch (line.kind()) {
                    case SAME -> "= " + line.text();
                    case OURS -> "- " + line.text();
                    case THEIRS -> "+ " + line.text();
                    case GAP -> "…";
                })
                .toList();
    }

    private static String lines(int from, int to) {
        return IntStream.rangeClosed(from, to).mapToObj(i -> "line " + i).collect(Collectors.joining("\n"));
    }

    @ParameterizedTest
    @CsvSource({
        "a|b|c, a|b|c, ''",
        "a|b|c, a|x|c, = a;- b;+ x;= c",
        "a|b, a|b|c, = a;= b;+ c",
        "a|b|c, b|c, - a;= b;= c",
        "'', a, + a",
        "a, '', - a",
        "<b>&amp;</b>, <b>&</b>, - <b>&amp;</b>;+ <b>&</b>", // as it is typed: nothing is made of marks
    })
    void eachLineIsSaidToBeOursTheirsOrBoth(String ours, String theirs, String told) {
        assertThat(words(ours.replace('|', '\n'), theirs.replace('|', '\n')))
                .isEqualTo(told.isEmpty() ? List.of() : List.of(told.split(";(?! )(?=[-+=])")));
    }

    @Test
    void linesFarFromAnyDifferenceAreLeftOut() {
        String ours = lines(1, 30);
        String theirs = ours.replace("line 10\n", "line ten\n").replace("line 25\n", "");
        assertThat(words(ours, theirs))
                .containsExactly(
                        "…",
                        "= line 7",
                        "= line 8",
                        "= line 9",
                        "- line 10",
                        "+ line ten",
                        "= line 11",
                        "= line 12",
                        "= line 13",
                        "…",
                        "= line 22",
                        "= line 23",
                        "= line 24",
                        "- line 25",
                        "= line 26",
                        "= line 27",
                        "= line 28");
    }
}
