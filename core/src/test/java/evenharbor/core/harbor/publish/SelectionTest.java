package evenharbor.core.harbor.publish;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.version.Changes;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class SelectionTest {

    private static FileEntry file(String content) {
        return new FileEntry(
                String.format("%02x", (int) content.charAt(0)).repeat(32), content.length(), "text/html", true);
    }

    private static final Manifest LIVE = Manifest.of(
            Map.of("same.html", file("s"), "changed.html", file("c"), "moved.html", file("m"), "gone.html", file("g")));
    private static final Manifest DRAFT = Manifest.of(
            Map.of("same.html", file("s"), "changed.html", file("C"), "there.html", file("m"), "new.html", file("n")));
    private static final Changes CHANGES = Changes.between(LIVE, DRAFT, entry -> Optional.empty());

    private static Manifest without(String... held) {
        return new Selection(Set.of(held), Set.of()).apply(LIVE, DRAFT, CHANGES);
    }

    @Test
    void takesEverythingAlongOrLeavesEachChangeAsItIsLive() {
        assertThat(Selection.ALL.apply(LIVE, DRAFT, CHANGES)).isSameAs(DRAFT);
        assertThat(without("changed.html").at("changed.html")).contains(file("c"));
        assertThat(without("new.html").files()).containsOnlyKeys("same.html", "changed.html", "there.html");
        assertThat(without("gone.html").files()).containsKeys("gone.html", "new.html");
        assertThat(without("there.html").files())
                .containsOnlyKeys("same.html", "changed.html", "moved.html", "new.html");
        assertThat(without("changed.html", "new.html", "gone.html", "there.html"))
                .isEqualTo(LIVE);
        assertThat(without("same.html")).isEqualTo(DRAFT);
    }
}
