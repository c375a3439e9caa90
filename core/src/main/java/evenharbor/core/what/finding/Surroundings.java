package evenharbor.core.what.finding;

import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * What is known about a site besides its files.
 *
 * @param hosts host names that it answers at, or used to
 * @param redirect where a redirect of the site leads a decoded path, as a URL; empty when none does
 * @param likely the request path of the page that a path most likely means
 */
public record Surroundings(
        Set<String> hosts, Function<String, Optional<String>> redirect, Function<String, Optional<String>> likely) {

    /** Of a site of which nothing else is known. */
    public static final Surroundings NONE =
            new Surroundings(Set.of(), path -> Optional.empty(), path -> Optional.empty());
}
