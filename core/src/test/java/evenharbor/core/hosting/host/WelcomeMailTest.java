package evenharbor.core.hosting.host;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Mails of hosting companies, in many layouts and languages. */
class WelcomeMailTest {

    private record Mail(String title, List<String> expected, String text) {
        @Override
        public String toString() {
            return title;
        }
    }

    /** A title, then what is to be found (with - for nothing), then the mail. */
    static List<Mail> mails() throws IOException {
        try (InputStream in = WelcomeMailTest.class.getResourceAsStream("/welcome-mails.txt")) {
            String all = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            return Arrays.stream(all.substring(3).split("\n== "))
                    .map(block -> {
                        String[] parts = block.split("\n", 3);
                        return new Mail(
                                parts[0],
                                Arrays.asList(parts[1].replace("y z", "y_z").split(" ")),
                                parts.length > 2 ? parts[2] : "");
                    })
                    .toList();
        }
    }

    private static List<String> words(HostLogin login) {
        return List.of(
                login.protocol().map(Protocol::name).orElse("-"),
                login.server().orElse("-"),
                login.port().isPresent() ? String.valueOf(login.port().getAsInt()) : "-",
                login.user().orElse("-"),
                login.password().orElse("-").replace("y z", "y_z"),
                login.folder().orElse("-"),
                login.url().orElse("-"));
    }

    @Test
    void thereAreFortyOfThem() throws IOException {
        assertThat(mails()).hasSizeGreaterThanOrEqualTo(40);
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("mails")
    void isReadInWhateverLayoutAndLanguage(Mail mail) {
        assertThat(words(WelcomeMail.read(mail.text()))).isEqualTo(mail.expected());
        assertThat(words(WelcomeMail.read(mail.text().replace("\n", "\r\n")))).isEqualTo(mail.expected());
    }

    @Test
    void whatWasCleanedIsSaid() {
        assertThat(WelcomeMail.read("Server: ftp://Files.example/\n").cleanings())
                .containsExactly("“ftp://Files.example/” was read as files.example.");
        assertThat(WelcomeMail.read("Server: files.example\n").cleanings()).isEmpty();
        assertThat(WelcomeMail.read("Password: one\nPassword: two").cleanings())
                .containsExactly("The mail holds several passwords. Type the one for files.");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "as sent by phone",
                "siehe Ihr erstes Schreiben",
                "••••••••",
                "<your password>",
                "[set by you]",
                "choose one in the panel",
                "elegida por usted"
            })
    void whatStandsInThePlaceOfAPasswordIsNotTakenForOne(String placeholder) {
        assertThat(WelcomeMail.read("Server: a.example\nUser: u\nPassword: " + placeholder)
                        .password())
                .isEqualTo(Optional.empty());
    }

    @ParameterizedTest
    @ValueSource(strings = {"tick tock 12", "y z", "blue green 7", "correct#horse"})
    void aPasswordOfSeveralWordsIsTakenWhole(String password) {
        assertThat(WelcomeMail.read("Server: a.example\nUser: u\nPassword ......... " + password)
                        .password())
                .contains(password);
    }
}
