package evenharbor.core.what.addition;

import com.fasterxml.jackson.annotation.JsonInclude;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.Optional;
import java.util.function.Function;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * The file that what is set about a site lies in, beside its pages: JSON (RFC 8259). It is never shown to visitors, and what
 * people upload neither brings nor removes it.
 */
public final class SettingsFile {

    /** Its path. */
    public static final String PATH = ".harbor/settings.json";

    /** Its media type. */
    public static final String MEDIA_TYPE = "application/json";

    private static final JsonMapper JSON = JsonMapper.builder()
            .changeDefaultPropertyInclusion(value -> value.withValueInclusion(JsonInclude.Include.NON_EMPTY))
            .enable(MapperFeature.SORT_PROPERTIES_ALPHABETICALLY)
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .build();

    private SettingsFile() {}

    /** The file among those of a site. */
    public static Optional<FileEntry> in(Manifest files) {
        return files.at(PATH);
    }

    /** What is set beside files. @param text of a file, where it can be read */
    public static Additions of(Manifest files, Function<FileEntry, Optional<String>> text) {
        return in(files).flatMap(text).map(SettingsFile::read).orElse(Additions.NONE);
    }

    /** The files without it: all that people put in. */
    public static Manifest without(Manifest files) {
        return in(files).isEmpty() ? files : files.with(all -> all.remove(PATH));
    }

    /** Other files in place of those there were, with the same settings. */
    public static Manifest kept(Manifest before, Manifest after) {
        return in(before)
                .map(file -> after.with(all -> all.putIfAbsent(PATH, file)))
                .orElse(after);
    }

    /** Its text. Equal settings have the same. */
    public static String text(Additions additions) {
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(additions) + "\n";
    }

    /**
     * Reads its text.
     *
     * @throws IllegalArgumentException when it is none
     */
    public static Additions read(String text) {
        try {
            return JSON.readValue(text, Additions.class);
        } catch (JacksonException e) {
            throw new IllegalArgumentException("The settings cannot be read: " + e.getOriginalMessage(), e);
        }
    }
}
