package evenharbor.core.what.build;

import com.google.common.hash.Hashing;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;

/** Keeps contents in memory, and counts what is edited. */
final class MemoryWorkshop implements Builder.Workshop {

    private final Map<String, byte[]> contents = new HashMap<>();
    int edits;

    FileEntry put(byte[] bytes, String mediaType, boolean utf8) {
        String hash = Hashing.sha256().hashBytes(bytes).toString();
        contents.put(hash, bytes);
        return new FileEntry(hash, bytes.length, mediaType, utf8);
    }

    FileEntry put(String text) {
        return put(text.getBytes(StandardCharsets.UTF_8), "text/plain", true);
    }

    /** A site of paths and texts in turn. */
    Manifest site(String... pathsAndTexts) {
        Map<String, FileEntry> files = new TreeMap<>();
        for (int i = 0; i < pathsAndTexts.length; i += 2) {
            String type = SitePath.isPage(pathsAndTexts[i]) ? "text/html" : "text/plain";
            files.put(pathsAndTexts[i], put(pathsAndTexts[i + 1].getBytes(StandardCharsets.UTF_8), type, true));
        }
        return Manifest.of(files);
    }

    String text(FileEntry file) {
        return new String(bytes(file), StandardCharsets.UTF_8);
    }

    String text(Manifest site, String path) {
        return text(site.at(path).orElseThrow());
    }

    @Override
    public Reading reading(FileEntry file, String kind, Function<String, Reading> reader) {
        return reader.apply(PageText.of(file, bytes(file)).text());
    }

    @Override
    public FileEntry edited(FileEntry file, String key, UnaryOperator<String> edit) {
        edits++;
        PageText text = PageText.of(file, bytes(file));
        return put(text.bytes(edit.apply(text.text())), file.mediaType(), file.utf8());
    }

    @Override
    public byte[] bytes(FileEntry file) {
        return contents.get(file.hash());
    }

    @Override
    public FileEntry made(String key, String mediaType, boolean utf8, Supplier<byte[]> bytes) {
        return put(bytes.get(), mediaType, utf8);
    }
}
