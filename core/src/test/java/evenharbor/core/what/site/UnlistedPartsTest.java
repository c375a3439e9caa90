package evenharbor.core.what.site;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class UnlistedPartsTest {

    @ParameterizedTest
    @CsvSource({
        "/, false",
        "/index.html, false",
        "/notes/, true",
        "/notes, true",
        "/notes/a/b.html, true",
        "/notes.html, false",
        "/thanks.html, true",
        "/thanks.html/x, false",
        "/a/notes/x, false",
        "/drafts, true",
        "/drafts/, true",
        "/drafts/a.html, true",
        "/drafts.html, false",
        "/walks/, true",
        "/walks/index.html, true",
        "/walks/one.html, false",
    })
    void aPartCoversWhatLiesInIt(String path, boolean covered) {
        assertThat(UnlistedParts.of(List.of("/notes/", "/thanks.html", "/drafts", "/walks/index.html"))
                        .covers(path))
                .isEqualTo(covered);
        assertThat(UnlistedParts.NONE.covers(path)).isFalse();
    }
}
