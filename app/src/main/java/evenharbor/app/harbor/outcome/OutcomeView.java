package evenharbor.app.harbor.outcome;

import evenharbor.core.harbor.outcome.OutcomeDifference;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDate;
import java.util.List;

/**
 * What visitors will notice of a change.
 *
 * @param since the first day whose visits are known by page; null when none are yet
 * @param days of how many days visits were decided again
 * @param paths how many different paths visitors asked for in that time
 * @param visits how often
 * @param kinds how much comes out in which way
 * @param lines what comes out otherwise, most visited first
 * @param more how many lines there are besides those listed
 */
public record OutcomeView(
        @Schema(nullable = true) LocalDate since,
        int days,
        int paths,
        long visits,
        List<OutcomeCount> kinds,
        List<OutcomeLine> lines,
        int more) {

    /** How much comes out in a way. */
    public record OutcomeCount(OutcomeDifference.Kind kind, int paths, long visits) {}

    /**
     * What comes out otherwise.
     *
     * @param shown the path, with the host name before it unless it is the main address
     * @param path decoded path from where the site is mounted
     * @param visits how often it was asked for
     * @param kind in which way it comes out
     * @param before where visitors end now: a path, or a URL without its scheme
     * @param after where they end then
     * @param status HTTP status code of the last answer then
     * @param meant pages there would be that the path most likely means, the likeliest first
     * @param keep the path of the change that takes the page away, which can be held back; null when there is none
     */
    public record OutcomeLine(
            String shown,
            String path,
            long visits,
            OutcomeDifference.Kind kind,
            String before,
            String after,
            int status,
            List<String> meant,
            @Schema(nullable = true) String keep) {}
}
