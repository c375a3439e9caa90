package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.yaml.snakeyaml.Yaml;

/** The settings that come with the package: each that there is, and none that there is not. */
class InstalledSettingsTest {

    private static final Path INSTALLED = Path.of("..", "package", "src", "etc", "harbor.yml");

    /** What whoever operates a harbor has no reason to set: the practice world, and the root servers of DNS. */
    private static final Set<String> NOT_TOLD = Set.of("practice", "dns.roots", "hosts.numbers");

    @Test
    void everySettingIsInTheFileAndExplained() throws IOException {
        Set<String> known = names(Path.of("src", "main", "resources", "application.yml"));
        known.removeAll(NOT_TOLD);
        assertThat(names(INSTALLED)).isEqualTo(known);
        String file = Files.readString(INSTALLED);
        for (String group :
                new Yaml().<Map<String, Map<String, ?>>>load(file).get("harbor").keySet()) {
            int at = file.indexOf("\n  " + group + ":");
            assertThat(file.substring(0, at).lines().reduce("", (before, line) -> line))
                    .as("what stands above " + group)
                    .contains("#");
        }
    }

    private static Set<String> names(Path file) throws IOException {
        Map<String, Map<String, ?>> all = new Yaml().load(Files.readString(file));
        Set<String> names = new TreeSet<>();
        collect("", all.get("harbor"), names);
        return names;
    }

    private static void collect(String prefix, Map<String, ?> group, Set<String> names) {
        group.forEach((name, value) -> {
            if (value instanceof Map<?, ?> inner && !inner.isEmpty()) {
                @SuppressWarnings("unchecked")
                Map<String, ?> deeper = (Map<String, ?>) inner;
                collect(prefix + name + ".", deeper, names);
            } else {
                names.add(prefix + name);
            }
        });
    }
}
