package evenharbor.app.what.content;

import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.springframework.http.MediaTypeFactory;

/** What is true of a file besides its bytes: its media type by its name, and whether it is UTF-8 text. */
public final class FileEntries {

    /** Longer texts are served without a charset, so that their own declaration holds. */
    private static final long LONGEST_CHECKED = 16 << 20;

    private static final Map<String, String> MODERN = Map.ofEntries(
            Map.entry("js", "text/javascript"),
            Map.entry("mjs", "text/javascript"),
            Map.entry("webmanifest", "application/manifest+json"),
            Map.entry("woff2", "font/woff2"),
            Map.entry("woff", "font/woff"),
            Map.entry("ttf", "font/ttf"),
            Map.entry("otf", "font/otf"),
            Map.entry("avif", "image/avif"),
            Map.entry("webp", "image/webp"),
            Map.entry("ico", "image/vnd.microsoft.icon"),
            Map.entry("md", "text/markdown"),
            Map.entry("map", "application/json"),
            Map.entry("m4a", "audio/mp4"),
            Map.entry("opus", "audio/ogg"));

    private FileEntries() {}

    /** The media type a name stands for; {@code application/octet-stream} for an unknown ending. */
    public static String mediaType(String path) {
        String modern = MODERN.get(SitePath.endingOf(path));
        return modern != null
                ? modern
                : MediaTypeFactory.getMediaType(SitePath.nameOf(path))
                        .map(Object::toString)
                        .orElse("application/octet-stream");
    }

    /** The entry of a file whose bytes are at hand. */
    public static FileEntry of(String path, String hash, byte[] bytes) {
        String type = mediaType(path);
        return new FileEntry(hash, bytes.length, type, Coding.packs(type) && isUtf8(bytes));
    }

    /** Keeps a stream. */
    public interface Keeper {
        /** Reads the stream to its end. */
        Blobs.Kept put(InputStream content) throws IOException;
    }

    /** The entry of a file that is read once, from a stream, and kept while it is. */
    public static FileEntry of(String path, InputStream content, Keeper keeper) throws IOException {
        String type = mediaType(path);
        if (!Coding.packs(type)) {
            Blobs.Kept kept = keeper.put(content);
            return new FileEntry(kept.hash(), kept.size(), type, false);
        }
        Utf8Check check = new Utf8Check(content);
        Blobs.Kept kept = keeper.put(check);
        return new FileEntry(kept.hash(), kept.size(), type, check.valid());
    }

    /** The entry of a file that is kept already. */
    public static FileEntry of(String path, String hash, long size, Blobs blobs) throws IOException {
        String type = mediaType(path);
        boolean text = Coding.packs(type) && size <= LONGEST_CHECKED;
        return new FileEntry(hash, size, type, text && isUtf8(blobs.read(hash, Coding.IDENTITY)));
    }

    private static boolean isUtf8(byte[] bytes) {
        if (isAscii(bytes)) {
            return true;
        }
        try {
            StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes));
            return true;
        } catch (CharacterCodingException e) {
            return false;
        }
    }

    /** Most pages are, and seeing it costs far less than decoding them. */
    private static boolean isAscii(byte[] bytes) {
        int bits = 0;
        for (byte b : bytes) {
            bits |= b;
        }
        return bits >= 0;
    }
}
