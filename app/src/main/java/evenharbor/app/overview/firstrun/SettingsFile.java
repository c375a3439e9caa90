package evenharbor.app.overview.firstrun;

import evenharbor.app.HarborProperties;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.yaml.snakeyaml.DumperOptions;
import org.yaml.snakeyaml.Yaml;

/** The settings that were made on the first-run page: a file in the harbor's folder, read at each start. */
@Component
class SettingsFile {

    private static final String HEAD = """
            # Made on the first-run page. What stands here counts before /etc/even-harbor/harbor.yml: change it there and take
            # the line out here, or change it here. It is read at each start.
            """;

    private final Path file;

    SettingsFile(HarborProperties harbor) {
        this.file = harbor.home().resolve("settings.yml");
    }

    void write(FirstRunSettings wanted) throws IOException {
        Map<String, Object> harbor = new LinkedHashMap<>();
        if (!wanted.appName().isBlank()) {
            harbor.put("app-origin", "https://" + wanted.appName().strip().toLowerCase(Locale.ROOT));
        }
        harbor.put("name-ending", wanted.nameEnding().strip().toLowerCase(Locale.ROOT));
        harbor.put("preview-ending", wanted.previewEnding().strip().toLowerCase(Locale.ROOT));
        List<String> numbers = wanted.numbers().stream().map(String::strip).toList();
        harbor.put(
                "public-addresses",
                Map.of(
                        "v4",
                                numbers.stream()
                                        .filter(number -> !number.contains(":"))
                                        .toList(),
                        "v6",
                                numbers.stream()
                                        .filter(number -> number.contains(":"))
                                        .toList(),
                        "target", wanted.target().toLowerCase(Locale.ROOT)));
        if (!wanted.mailHost().isBlank()) {
            Map<String, Object> mail = new LinkedHashMap<>();
            mail.put("host", wanted.mailHost().strip());
            mail.put("port", wanted.mailPort());
            mail.put("security", wanted.mailSecurity().name().toLowerCase(Locale.ROOT));
            mail.put("user", wanted.mailUser());
            mail.put("password", wanted.mailPassword());
            mail.put("from", wanted.mailFrom().strip());
            harbor.put("mail", mail);
        }
        if (!wanted.authority().isBlank()) {
            harbor.put("authority", Map.of("directory", wanted.authority().strip()));
        }
        harbor.put("access", Map.of("sign-up", wanted.signUp().name().toLowerCase(Locale.ROOT)));
        put(HEAD + yaml(Map.of("harbor", harbor)));
    }

    private static String yaml(Map<String, Object> settings) {
        DumperOptions options = new DumperOptions();
        options.setDefaultFlowStyle(DumperOptions.FlowStyle.BLOCK);
        return new Yaml(options).dump(settings);
    }

    /** It holds a password: only its owner may read it. It is whole at any moment. */
    private void put(String text) throws IOException {
        Path fresh = Files.createTempFile(
                file.getParent(),
                "settings",
                "",
                PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        Files.writeString(fresh, text, StandardOpenOption.SYNC);
        Files.move(fresh, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    }
}
