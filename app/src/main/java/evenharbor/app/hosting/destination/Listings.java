package evenharbor.app.hosting.destination;

import evenharbor.core.hosting.destination.Listing;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What was seen at destinations, kept like any other content: a file a line, its path last. */
@Component
class Listings {

    private final Blobs blobs;

    Listings(Blobs blobs) {
        this.blobs = blobs;
    }

    /** The listing with this hash. */
    Listing get(String hash) {
        if (hash.isEmpty()) {
            return Listing.EMPTY;
        }
        try {
            Map<String, Listing.Found> files = new HashMap<>();
            new String(blobs.read(hash, Coding.IDENTITY), StandardCharsets.UTF_8)
                    .lines()
                    .forEach(line -> {
                        String[] parts = line.split(" ", 5);
                        files.put(
                                parts[4],
                                new Listing.Found(
                                        Long.parseLong(parts[0]),
                                        parts[1].equals("-")
                                                ? Optional.empty()
                                                : Optional.of(Instant.ofEpochMilli(Long.parseLong(parts[1]))),
                                        Duration.ofSeconds(Long.parseLong(parts[2])),
                                        Optional.of(parts[3]).filter(h -> !h.equals("-"))));
                    });
            return new Listing(files);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Keeps a listing. @return its hash */
    String put(Listing listing) {
        StringBuilder text = new StringBuilder();
        // A name with a line break in it cannot be ours, and is nobody's page.
        listing.files().forEach((path, file) -> {
            if (path.indexOf('\n') < 0 && path.indexOf('\r') < 0) {
                text.append(file.size())
                        .append(' ')
                        .append(file.changed()
                                .map(at -> String.valueOf(at.toEpochMilli()))
                                .orElse("-"))
                        .append(' ')
                        .append(file.within().toSeconds())
                        .append(' ')
                        .append(file.hash().orElse("-"))
                        .append(' ')
                        .append(path)
                        .append('\n');
            }
        });
        try {
            String hash = blobs.put(text.toString().getBytes(StandardCharsets.UTF_8));
            blobs.settle();
            return hash;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
