package evenharbor.app.what.build;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.core.what.build.Head;
import evenharbor.core.what.build.PageText;
import evenharbor.core.what.version.FileEntry;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** What pages say of themselves, read once for each content. */
@Component
public class PageHeads {

    private static final int MOST_HELD = 50_000;

    private final Blobs blobs;
    private final Cache<String, Head> held =
            Caffeine.newBuilder().maximumSize(MOST_HELD).build();

    PageHeads(Blobs blobs) {
        this.blobs = blobs;
    }

    /** What a page says of itself; nothing where it cannot be read. */
    public Head of(FileEntry page) {
        return Objects.requireNonNull(held.get(page.hash(), hash -> {
            try {
                return Head.read(
                        PageText.of(page, blobs.read(hash, Coding.IDENTITY)).text());
            } catch (IOException e) {
                return Head.NONE;
            }
        }));
    }
}
