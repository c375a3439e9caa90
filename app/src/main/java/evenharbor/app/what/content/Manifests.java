package evenharbor.app.what.content;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.core.what.build.PageText;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Manifests, kept as contents under their own hash; the ones in use are held in memory. */
@Component
public class Manifests {

    private static final long MOST_FILES_HELD = 400_000;

    private final Blobs blobs;
    private final Cache<String, Manifest> held = Caffeine.newBuilder()
            .maximumWeight(MOST_FILES_HELD)
            .weigher((String hash, Manifest m) -> m.count() + 10)
            .build();
    private final Cache<String, Integer> counts =
            Caffeine.newBuilder().maximumSize(50_000).build();

    Manifests(Blobs blobs) {
        this.blobs = blobs;
    }

    /** How many files a manifest has; known without reading it again for many more than are held. */
    public int count(String hash) {
        return counts.get(hash, h -> get(h).count());
    }

    /** The manifest with this hash. */
    public Manifest get(String hash) {
        return held.get(hash, h -> {
            try {
                return Manifest.fromBytes(blobs.read(h, Coding.IDENTITY));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
    }

    /**
     * Keeps a manifest, after all that was put before it.
     *
     * @return its hash
     */
    public String put(Manifest manifest) {
        try {
            String hash = blobs.put(manifest.toBytes());
            blobs.settle();
            held.put(hash, manifest);
            return hash;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The words of a page as browsers read them, whatever its encoding; empty when it cannot be read. */
    public Optional<String> shown(FileEntry page) {
        if (page.utf8()) {
            return text(page);
        }
        try {
            return Optional.of(PageText.shown(page, blobs.read(page.hash(), Coding.IDENTITY)));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** The text of a file that is known to be UTF-8; empty when it is not, or cannot be read. */
    public Optional<String> text(FileEntry file) {
        if (!file.utf8()) {
            return Optional.empty();
        }
        try {
            return Optional.of(new String(blobs.read(file.hash(), Coding.IDENTITY), StandardCharsets.UTF_8));
        } catch (IOException e) {
            return Optional.empty();
        }
    }
}
