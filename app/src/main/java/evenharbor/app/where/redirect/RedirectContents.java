package evenharbor.app.where.redirect;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Sets of redirects, kept like any other content: by their hash, never changed. The empty set has the empty hash. */
@Component
public class RedirectContents {

    private static final int MOST_RULES_HELD = 400_000;

    private final Blobs blobs;
    private final JsonMapper json;
    private final Cache<String, Redirects> held = Caffeine.newBuilder()
            .maximumWeight(MOST_RULES_HELD)
            .weigher((String hash, Redirects set) -> set.list().size() + 10)
            .build();

    RedirectContents(Blobs blobs, JsonMapper json) {
        this.blobs = blobs;
        this.json = json;
    }

    /** The set with this hash, made ready. */
    public Redirects get(String hash) {
        return hash.isEmpty() ? Redirects.NONE : held.get(hash, this::read);
    }

    private Redirects read(String hash) {
        try {
            List<Rule> rules = json.readValue(blobs.read(hash, Coding.IDENTITY), new TypeReference<>() {});
            return Redirects.of(rules.stream().map(Rule::kept).toList());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * Keeps a set.
     *
     * @return its hash
     */
    public String put(List<Redirect> rules) {
        if (rules.isEmpty()) {
            return "";
        }
        try {
            String hash = blobs.put(
                    json.writeValueAsBytes(rules.stream().map(Rule::of).toList()));
            blobs.settle();
            return hash;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
