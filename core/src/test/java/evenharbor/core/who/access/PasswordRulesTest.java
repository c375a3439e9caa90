package evenharbor.core.who.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PasswordRulesTest {

    private static final List<String> OWN = List.of("Marta Quill", "marta@papermoon.example", "Papermoon Theatre");

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "short",
                "123456789",
                "1234567890",
                "password12",
                "Password123",
                "P@ssw0rd123",
                "qwertyuiop",
                "iloveyou123",
                "aaaaaaaaaaaa",
                "abcdefghijkl",
                "letmein2026",
                "martaquill",
                "papermoon1",
                "MartaQuill1",
                "papermoonmarta",
                "01.02.1990",
                "football2024",
                "asdfghjkl1"
            })
    void isNotTaken(String password) {
        assertThat(PasswordRules.fault(password, OWN)).isPresent();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "moon over the quay",
                "a long enough password",
                "correct horse battery",
                "tall ships leave at noon",
                "x9#kQ2!vLm",
                "Leuchtturmwärterin am Kai",
                "grüne Segel im Nebel"
            })
    void isTaken(String password) {
        assertThat(PasswordRules.fault(password, OWN)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(ints = {200, 5_000, 100_000})
    void aRepeatedPairIsNotTakenHoweverLong(int length) {
        assertThat(PasswordRules.fault("b7".repeat(length / 2), OWN)).isPresent();
    }
}
