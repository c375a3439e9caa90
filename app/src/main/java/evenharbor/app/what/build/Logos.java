package evenharbor.app.what.build;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.core.what.build.Builder;
import evenharbor.core.what.version.FileEntry;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;

/** Tells whether icons can be made of a picture, found out once for each content. */
@Component
public class Logos implements Predicate<FileEntry> {

    private final Blobs blobs;
    private final Cache<String, Boolean> known =
            Caffeine.newBuilder().maximumSize(10_000).build();

    Logos(Blobs blobs) {
        this.blobs = blobs;
    }

    @Override
    public boolean test(FileEntry picture) {
        return known.get(picture.hash() + " " + picture.mediaType(), key -> {
            try {
                return Builder.drawable(picture, blobs.read(picture.hash(), Coding.IDENTITY));
            } catch (IOException e) {
                return false;
            }
        });
    }
}
