package evenharbor.core.what.draft;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FolderTest {

    private static Manifest files(String... paths) {
        Map<String, FileEntry> files = new TreeMap<>();
        for (String path : paths) {
            files.put(path, new FileEntry("%064x".formatted(path.hashCode()), 1, "text/plain", true));
        }
        return Manifest.of(files);
    }

    @ParameterizedTest
    @CsvSource({
        "brand, brand/",
        "/brand/, brand/",
        "' a/b//', a/b/",
        "brand/über, brand/über/",
        "'', ",
        "/, ",
        ".., ",
        "a/../b, ",
        ".harbor, ",
    })
    void aFolderIsReadAsPeopleTypeIt(String typed, String path) {
        assertThat(Folder.read(typed).map(Folder::path).orElse(null)).isEqualTo(path);
    }

    @Test
    void justWhatLiesInItBelongsToIt() {
        Manifest all = files("brand", "brand.css", "brand/a.css", "brand/img/x.png", "brand0/a", "brand-new/a", "z");
        assertThat(new Folder("brand/").of(all).keySet()).containsExactly("brand/a.css", "brand/img/x.png");
    }

    @Test
    void otherFilesTakeThePlaceOfThoseInItAndAllElseStays() {
        Folder brand = new Folder("brand/");
        Manifest after =
                brand.with(files("index.html", "brand/old.css"), brand.of(files("brand/new.css", "other.html")));
        assertThat(after).isEqualTo(files("index.html", "brand/new.css"));
        assertThat(brand.with(after, brand.of(after))).isSameAs(after);
    }

    @Test
    void foldersMeetWhereOneLiesInTheOther() {
        assertThat(new Folder("a/").meets(new Folder("a/b/"))).isTrue();
        assertThat(new Folder("a/b/").meets(new Folder("a/"))).isTrue();
        assertThat(new Folder("a/").meets(new Folder("ab/"))).isFalse();
    }
}
