package evenharbor.core.address;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NameReadingTest {

    private static final String HARBOR = "harbor.localhost";

    private static NameReading read(String typed) {
        return NameReading.of(typed, HARBOR);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '"',
            value = {
                "papermoon | papermoon | ",
                "Papermoon | papermoon | CAPITALS",
                "\"  papermoon \" | papermoon | SPACES",
                "\"paper moon\" | papermoon | SPACES",
                "papermoon. | papermoon | TRAILING_DOT",
                "papermoon/ | papermoon | TRAILING_SLASH",
                "papermoon/// | papermoon | TRAILING_SLASH",
                "http://papermoon | papermoon | SCHEME",
                "https://papermoon/ | papermoon | SCHEME TRAILING_SLASH",
                "HTTPS://Papermoon.harbor.localhost/ | papermoon | CAPITALS SCHEME TRAILING_SLASH HARBOR_ENDING",
                "papermoon.harbor.localhost | papermoon | HARBOR_ENDING",
                "papermoon.harbor.localhost. | papermoon | TRAILING_DOT HARBOR_ENDING",
                "papermoon.harbor.localhost:7080 | papermoon | PORT HARBOR_ENDING",
                "http://papermoon.harbor.localhost:7080/spring/?a=1#b | papermoon | SCHEME PATH PORT HARBOR_ENDING",
                "\"paper\u200bmoon\" | papermoon | SPACES",
                "\"papermoon\u00a0\" | papermoon | SPACES",
                "a | a | ",
                "9lives | 9lives | ",
            })
    void isCleanedAndSaysWhatWasTakenOff(String typed, String name, String cleanings) {
        NameReading reading = read(typed);
        List<String> wanted = cleanings == null ? List.of() : List.of(cleanings.split(" "));
        assertThat(reading.name()).isEqualTo(name);
        assertThat(reading.cleanings()).extracting(Enum::name).containsExactlyElementsOf(wanted);
        assertThat(reading.fault()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '"',
            nullValues = "none",
            value = {
                "\"\" | EMPTY | none",
                "\"   \" | EMPTY | none",
                "https:// | EMPTY | none",
                "paper.moon | MORE_THAN_ONE_LABEL | paper-moon",
                "paper_moon | CHARACTERS | paper-moon",
                "café-mond | CHARACTERS | cafe-mond",
                "müller | CHARACTERS | mueller",
                "Ωmega | CHARACTERS | omega",
                "!!! | CHARACTERS | none",
                "-papermoon | HYPHEN_AT_END | papermoon",
                "papermoon- | HYPHEN_AT_END | papermoon",
                "xn--bcher-kva | HYPHENS_THIRD_AND_FOURTH | xn-bcher-kva",
                "ab--cd | HYPHENS_THIRD_AND_FOURTH | ab-cd",
            })
    void saysWhatIsWrongAndHowItCouldBe(String typed, NameFault.Kind kind, String mended) {
        NameFault fault = read(typed).fault().orElseThrow();
        assertThat(fault.kind()).isEqualTo(kind);
        assertThat(fault.mended().orElse(null)).isEqualTo(mended);
        assertThat(fault.sentence()).endsWith(".");
    }

    @ParameterizedTest
    @ValueSource(ints = {63, 64, 200})
    void hasAtMost63Characters(int length) {
        NameReading reading = read("a".repeat(length));
        assertThat(reading.fault().isPresent()).isEqualTo(length > 63);
        reading.fault()
                .ifPresent(fault -> assertThat(fault.mended().orElseThrow()).hasSize(63));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "fair2026 | YEAR | 2026",
                "fair-1998 | YEAR | 1998",
                "room-12 | NUMBER | room-12",
                "room12b | NUMBER | room12b",
                "quay-14a | NUMBER | 14a",
                "spring-show | TERM | spring",
                "ws26 | TERM | ws26",
                "second-semester | TERM | semester",
                "december-play | MONTH | december",
                "sept | MONTH | sept",
                "new-papermoon | PROVISIONAL | new",
                "papermoon-test | PROVISIONAL | test",
                "test3 | PROVISIONAL | test",
            })
    void warnsOfPartsThatAge(String typed, Ageing.Kind kind, String part) {
        assertThat(read(typed).ageings()).containsExactly(new Ageing(kind, part));
    }

    @ParameterizedTest
    @ValueSource(strings = {"papermoon", "newton", "testament", "marching-band", "springfield", "foxglove", "tickover"})
    void isSilentAboutWordsThatOnlyBeginAlike(String typed) {
        assertThat(read(typed).ageings()).isEmpty();
    }

    @Property
    void cleaningIsIdempotent(@ForAll String typed) {
        String once = read(typed).name();
        assertThat(read(once).name()).isEqualTo(once);
    }

    @Property
    void aMendedNameIsWellFormed(@ForAll String typed) {
        read(typed)
                .fault()
                .flatMap(NameFault::mended)
                .ifPresent(mended -> assertThat(read(mended).fault()).isEmpty());
    }

    @ParameterizedTest
    @ValueSource(strings = {"papermoon", "paper-moon", "a", "www"})
    void closeNamesAreFreeWellFormedAndThree(String wanted) {
        CloseNames.Taken taken = names -> Set.of("the-" + wanted, wanted + "-site");
        List<String> close = CloseNames.near(wanted, 3, taken);
        assertThat(close).hasSize(3).doesNotContain(wanted, "the-" + wanted, wanted + "-site");
        assertThat(close).allSatisfy(name -> assertThat(read(name).fault()).isEmpty());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Papermoon Puppet Theatre | papermoon-puppet-theatre",
                "Café Größe | cafe-groesse",
                "Summer Fair 2026 | fair",
                "Night Market | night-market",
                "2026 | 2026",
            })
    void aTitleSuggestsANameWithoutTheAgeingParts(String title, String name) {
        assertThat(CloseNames.fromTitle(title)).contains(name);
    }
}
