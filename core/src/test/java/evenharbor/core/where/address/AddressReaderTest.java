package evenharbor.core.where.address;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.domain.PublicSuffixes;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Chars;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class AddressReaderTest {

    static final AddressReader READER = new AddressReader(
            "harbor.localhost",
            List.of("preview.localhost"),
            new PublicSuffixes(Set.of("art.localhost", "shop.localhost", "club.localhost")));

    private static AddressReading read(String typed) {
        return READER.read(typed);
    }

    /** The lines of the table of typed addresses; tildes stand around text whose spaces count, braces around code points. */
    static Stream<Arguments> typed() throws IOException {
        try (var in = AddressReaderTest.class.getResourceAsStream("typed.txt")) {
            String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            return Arrays.stream(text.split("\n"))
                    .filter(line -> !line.startsWith("#") && !line.isBlank())
                    .map(line -> Arrays.stream((line + " ").split("\\|", -1))
                            .map(String::strip)
                            .toList())
                    .map(Arguments::of);
        }
    }

    private static String meant(String cell) {
        String text = cell.startsWith("~") ? cell.substring(1, cell.length() - 1) : cell;
        return Pattern.compile("\\{([0-9a-f]+)}")
                .matcher(text)
                .replaceAll(m -> Matcher.quoteReplacement(Character.toString(Integer.parseInt(m.group(1), 16))));
    }

    @Test
    void theTableIsLongEnough() throws IOException {
        assertThat(typed().count()).isGreaterThanOrEqualTo(120);
    }

    @ParameterizedTest
    @MethodSource("typed")
    void isReadCleanedAndUnderstood(List<String> row) {
        AddressReading reading = read(meant(row.get(0)));
        String path = row.get(2);
        if (row.get(1).equals("-")) {
            assertThat(reading.fault()).as("fault of %s", row.get(0)).isPresent();
            NameFault fault = reading.fault().get();
            assertThat(fault.kind().name()).as(row.get(0)).isEqualTo(row.get(2));
            assertThat(fault.mended().orElse("-")).as(row.get(0)).isEqualTo(row.get(3));
            assertThat(fault.sentence()).endsWith(".");
        } else if (path.startsWith("- ")) {
            assertThat(reading.fault().orElseThrow().kind().name())
                    .as(row.get(0))
                    .startsWith(path.substring(2));
        } else {
            assertThat(reading.fault()).as("fault of %s", row.get(0)).isEmpty();
            assertThat(reading.host().orElseThrow().ascii()).isEqualTo(row.get(1));
            assertThat(reading.path()).isEqualTo(path);
            assertThat(reading.domain().map(HostName::ascii).orElse("-")).isEqualTo(row.get(3));
            assertThat(reading.harbor()).isEqualTo(row.get(3).equals("-"));
            assertThat(String.join(
                            " ", reading.cleanings().stream().map(Enum::name).toList()))
                    .isEqualTo(row.get(4));
        }
    }

    @Test
    void namesInOtherScriptsShowBothForms() {
        HostName name = read("café-mond.club.localhost").host().orElseThrow();
        assertThat(name.ascii()).isEqualTo("xn--caf-mond-d1a.club.localhost");
        assertThat(name.unicode()).isEqualTo("café-mond.club.localhost");
    }

    @ParameterizedTest
    @ValueSource(ints = {63, 64, 200})
    void aLabelHasAtMost63Characters(int length) {
        for (String ending : List.of("", ".art.localhost")) {
            AddressReading reading = read("a".repeat(length) + ending);
            assertThat(reading.fault().isPresent()).isEqualTo(length > 63);
        }
        read("a".repeat(length))
                .fault()
                .ifPresent(f -> assertThat(f.mended().orElseThrow()).hasSize(63));
    }

    @Test
    void aWholeNameHasAtMost253Characters() {
        String long253 = "a.".repeat(119) + "b.art.localhost";
        assertThat(long253).hasSize(253);
        assertThat(read(long253).fault()).isEmpty();
        assertThat(read("a." + long253).fault().orElseThrow().kind()).isEqualTo(NameFault.Kind.NAME_TOO_LONG);
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
                "fair2026.art.localhost | YEAR | 2026",
                "künstler-2026.art.localhost | YEAR | 2026",
                "zürich-test.art.localhost | PROVISIONAL | test",
                "spring.papermoon.art.localhost | TERM | spring",
            })
    void warnsOfPartsThatAge(String typed, Ageing.Kind kind, String part) {
        assertThat(read(typed).ageings()).containsExactly(new Ageing(kind, part));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"papermoon", "newton", "testament", "marching-band", "springfield", "foxglove.art.localhost"})
    void isSilentAboutWordsThatOnlyBeginAlike(String typed) {
        assertThat(read(typed).ageings()).isEmpty();
    }

    private static String whole(AddressReading reading) {
        return reading.host().orElseThrow().ascii() + reading.path();
    }

    @Property
    void cleaningIsIdempotent(@ForAll String typed) {
        AddressReading once = read(typed);
        if (once.fault().isEmpty()) {
            AddressReading twice = read(whole(once));
            assertThat(whole(twice)).isEqualTo(whole(once));
        }
    }

    @Property
    void cleaningOfWhatLooksLikeAnAddressIsIdempotent(
            @ForAll @Chars({'a', 'B', '9', '-', '.', '/', ' ', ':', 'é', '?'}) String typed) {
        cleaningIsIdempotent(typed);
    }

    @Property
    void whatIsUnderstoodIsAWellFormedHostName(@ForAll String typed) {
        read(typed).host().ifPresent(host -> {
            assertThat(host.ascii()).hasSizeLessThanOrEqualTo(HostName.LONGEST).matches("[a-z0-9.-]+");
            assertThat(host.labels()).allMatch(label -> label.matches("[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?"));
        });
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
