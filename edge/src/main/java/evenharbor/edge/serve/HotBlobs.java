package evenharbor.edge.serve;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.core.what.version.FileEntry;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.time.Duration;
import java.util.EnumMap;
import java.util.Map;
import java.util.OptionalLong;

/** Small contents held in memory within a stated bound, the ones asked for last and most kept longest. */
final class HotBlobs {

    /** Contents larger than this are read from disk for each answer, in bytes. */
    static final long LARGEST = 256 * 1024;

    private final Blobs blobs;
    private final Cache<String, Stock> stock;

    HotBlobs(Blobs blobs, long bytes) {
        this.blobs = blobs;
        this.stock = Caffeine.newBuilder()
                .maximumWeight(bytes)
                .weigher((String hash, Stock s) -> (int) Math.min(Integer.MAX_VALUE, s.weight()))
                // Packed forms are made some time after a publish, perhaps by another process.
                .expireAfterWrite(Duration.ofMinutes(10))
                .build();
    }

    /** All forms of one content. */
    record Stock(Map<Coding, Form> forms) {
        long weight() {
            return 256
                    + forms.values().stream()
                            .mapToLong(f -> f.bytes() == null ? 64 : f.size())
                            .sum();
        }

        Form form(Coding coding) {
            return forms.get(coding);
        }
    }

    /** One form: its size and entity tag, and the bytes unless they are too many to hold. */
    record Form(Coding coding, long size, Fields.Tag tag, ByteBuffer bytes) {}

    /** What is held of a content; null when it must be loaded first. */
    Stock held(FileEntry file) {
        return stock.getIfPresent(file.hash());
    }

    /** Loads a content's forms. Reads from disk. */
    Stock load(FileEntry file) throws IOException {
        Map<Coding, Form> forms = new EnumMap<>(Coding.class);
        for (Coding coding : Coding.values()) {
            OptionalLong size = coding == Coding.IDENTITY || Coding.packs(file.mediaType())
                    ? blobs.size(file.hash(), coding)
                    : OptionalLong.empty();
            if (size.isPresent()) {
                ByteBuffer bytes = size.getAsLong() <= LARGEST ? direct(blobs.read(file.hash(), coding)) : null;
                forms.put(coding, new Form(coding, size.getAsLong(), Fields.Tag.of(file.hash(), coding), bytes));
            }
        }
        if (!forms.containsKey(Coding.IDENTITY)) {
            throw new IOException("Content " + file.hash() + " is not there");
        }
        Stock loaded = new Stock(forms);
        stock.put(file.hash(), loaded);
        return loaded;
    }

    /** Lets go of a content, so that forms made since are seen. */
    void forget(String hash) {
        stock.invalidate(hash);
    }

    private static ByteBuffer direct(byte[] bytes) {
        return ByteBuffer.allocateDirect(bytes.length).put(bytes).flip().asReadOnlyBuffer();
    }
}
