package evenharbor.app.what.content;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class Utf8CheckTest {

    private static boolean valid(byte[] bytes, int atOnce) throws IOException {
        Utf8Check check = new Utf8Check(new ByteArrayInputStream(bytes));
        byte[] buffer = new byte[atOnce];
        while (check.read(buffer, 0, atOnce) >= 0) {
            // It sees what passes.
        }
        return check.valid();
    }

    @ParameterizedTest
    @CsvSource({
        "'', true",
        "61, true",
        "c3a9, true",
        "e282ac, true",
        "f09f8c99, true",
        "c3, false",
        "e282, false",
        "f09f8c, false",
        "ff, false",
        "c328, false",
        "eda080, false",
        "f4908080, false",
        "80, false",
        "61c3a961, true"
    })
    void isSeenHoweverItIsCut(String hex, boolean valid) throws IOException {
        byte[] bytes = HexFormat.of().parseHex(hex);
        for (int atOnce = 1; atOnce <= 5; atOnce++) {
            assertThat(valid(bytes, atOnce)).as("%d at once", atOnce).isEqualTo(valid);
        }
    }

    @ParameterizedTest
    @CsvSource({"1", "7", "8191", "8192", "100000"})
    void longTextsAreSeenToTheirEnd(int atOnce) throws IOException {
        byte[] text = "Mond ☾ über dem Kai 🌙 ".repeat(4_000).getBytes(StandardCharsets.UTF_8);
        assertThat(valid(text, atOnce)).isTrue();
        text[text.length - 3] = (byte) 0xff;
        assertThat(valid(text, atOnce)).isFalse();
    }
}
