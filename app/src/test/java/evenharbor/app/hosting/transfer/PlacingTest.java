package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.what.version.FileEntry;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Files are put into place as well as a host can. */
class PlacingTest {

    /** A host in memory that renames, replaces by renaming, or does not. */
    private static class Fake implements Placing.Host {
        private final Map<String, String> files = new HashMap<>();
        private final List<String> done = new ArrayList<>();
        private final boolean renames;
        private final boolean replaces;
        private HostFault refusal = HostFault.ANSWER_UNEXPECTED;

        private Fake(boolean renames, boolean replaces) {
            this.renames = renames;
            this.replaces = replaces;
        }

        @Override
        public boolean rename(String from, String to) {
            done.add("rename");
            if (!renames || !replaces && files.containsKey(to)) {
                return false;
            }
            files.put(to, files.remove(from));
            return true;
        }

        @Override
        public HostTrouble refusal(String to) {
            return new HostTrouble(refusal, "refused");
        }

        @Override
        public boolean removeAndRename(String from, String to) {
            done.add("remove");
            files.remove(to);
            return rename(from, to);
        }

        @Override
        public void write(String to) {
            done.add("write");
            files.put(to, "new");
            files.keySet().removeIf(path -> path.startsWith(Sending.FOLDER));
        }
    }

    private static Sending sending(String path) {
        return new Sending(path, new FileEntry("hash of " + path, 3, "text/plain", true));
    }

    @ParameterizedTest
    @CsvSource({
        "true, true, rename, rename, 0",
        "true, false, rename rename rename remove rename, remove rename, 1",
        "false, false, rename rename write, write, 1"
    })
    void theFirstFileShowsWhatTheHostCanDo(
            boolean renames, boolean replaces, String first, String second, int shortcomings) throws Exception {
        Fake host = new Fake(renames, replaces);
        Placing placing = new Placing();
        for (String path : List.of("a.html", "b.html")) {
            host.done.clear();
            host.files.put(path, "old");
            host.files.put(sending(path).temporary(), "new");
            placing.place(sending(path), host);
            assertThat(String.join(" ", host.done)).isEqualTo(path.equals("a.html") ? first : second);
            assertThat(host.files).containsEntry(path, "new");
        }
        assertThat(host.files).containsOnlyKeys("a.html", "b.html");
        assertThat(placing.shortcomings()).hasSize(shortcomings);
    }

    @Test
    void nothingIsRemovedWhenTheDiskIsFull() {
        Fake host = new Fake(false, false);
        host.refusal = HostFault.DISK_FULL;
        host.files.put("a.html", "old");
        host.files.put(sending("a.html").temporary(), "new");
        assertThatThrownBy(() -> new Placing().place(sending("a.html"), host))
                .isInstanceOf(HostTrouble.class)
                .hasMessageContaining("DISK_FULL");
        assertThat(host.files).containsEntry("a.html", "old");
    }

    @Test
    void aRefusalToReplaceIsSaid() {
        Fake host = new Fake(true, false) {
            @Override
            public boolean removeAndRename(String from, String to) {
                return false;
            }
        };
        host.files.put("a.html", "old");
        host.files.put(sending("a.html").temporary(), "new");
        assertThatThrownBy(() -> new Placing().place(sending("a.html"), host)).isInstanceOf(HostTrouble.class);
        assertThat(host.files).containsEntry("a.html", "old");
    }

    @Test
    void aTemporaryNameIsOfPathAndContent() {
        assertThat(sending("a.html").temporary())
                .startsWith(Sending.FOLDER + "/")
                .isEqualTo(sending("a.html").temporary())
                .isNotEqualTo(sending("b.html").temporary())
                .isNotEqualTo(new Sending("a.html", new FileEntry("other", 3, "text/plain", true)).temporary());
    }
}
