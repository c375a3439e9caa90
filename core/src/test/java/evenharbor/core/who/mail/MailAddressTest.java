package evenharbor.core.who.mail;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MailAddressTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "ada@x.example | ada@x.example",
                " Ada.Lind@X.Example. | ada.lind@x.example",
                "Ada Lind <ada@x.example> | ada@x.example",
                "\"Lind, Ada\" <ada+seeds@x.example> | ada+seeds@x.example",
                "mailto:ada@x.example | ada@x.example",
                "ada@bücher.example | ada@xn--bcher-kva.example",
                "o'neil@x.example | o'neil@x.example",
                "ada | ",
                "@x.example | ",
                "ada@ | ",
                "ada@localhost | ",
                "a..b@x.example | ",
                "ada@-x.example | ",
                "ada@x..example | ",
                "two words@x.example | ",
                "ada@x.example\\nBcc: b@x.example | ",
            })
    void oneIsReadAsPeopleTypeIt(String typed, String kept) {
        assertThat(MailAddress.read(typed.replace("\\n", "\n"))).isEqualTo(Optional.ofNullable(kept));
    }

    @Test
    void aPastedListIsCleaned() {
        MailAddress.Pasted pasted = MailAddress.list("""
                Ada Lind <ada@x.example>, bob@x.example; BOB@x.example
                "Quill, Cem" <cem@x.example>
                dora@x.example eli@x.example
                nobody at all
                """);
        assertThat(pasted.addresses())
                .containsExactly("ada@x.example", "bob@x.example", "cem@x.example", "dora@x.example", "eli@x.example");
        assertThat(pasted.repeated()).isEqualTo(1);
        assertThat(pasted.unread()).contains("nobody at all");
    }

    @Provide
    Arbitrary<List<String>> addresses() {
        Arbitrary<String> local = Arbitraries.strings()
                .withCharRange('a', 'z')
                .numeric()
                .ofMinLength(1)
                .ofMaxLength(9);
        Arbitrary<String> label =
                Arbitraries.strings().withCharRange('a', 'z').ofMinLength(1).ofMaxLength(9);
        return Combinators.combine(local, label)
                .as((l, d) -> l + "@" + d + ".example")
                .list()
                .uniqueElements()
                .ofMaxSize(30);
    }

    @Property(tries = 300)
    void whateverStandsBetweenThemAllAreFound(
            @ForAll("addresses") List<String> addresses, @ForAll("between") String between, @ForAll boolean named) {
        String pasted = addresses.stream()
                .map(each -> named ? "Some One <" + each + ">" : each)
                .collect(Collectors.joining(between));
        assertThat(MailAddress.list(pasted)).isEqualTo(new MailAddress.Pasted(addresses, 0, List.of()));
    }

    @Provide
    Arbitrary<String> between() {
        return Arbitraries.of(", ", ",", ";", "\n", "\r\n", "; \n", ",\t", " ,");
    }
}
