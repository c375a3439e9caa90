package evenharbor.app.where.redirect;

import evenharbor.core.where.redirect.QueryRule;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.RedirectStatus;
import evenharbor.core.where.redirect.Source;
import evenharbor.core.where.redirect.TypedRedirect;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.Optional;

/**
 * A redirect as it is sent and kept.
 *
 * @param id its id; empty for a new one
 * @param kind how the source is meant
 * @param source a path, with named parts for a pattern
 * @param target a path or URL; empty when the page is gone
 * @param status HTTP status code
 * @param ignoresCase whether capital and small letters are the same
 * @param exactSlash whether a slash at the end makes a difference
 * @param query what happens to the query
 * @param parameters the parameters that must be there
 * @param pagesFirst whether pages that exist come first; null for what is usual
 * @param from when it begins to count; null for always
 * @param until when it ends to count; null for never
 * @param group what it is sorted under
 * @param note what is noted about it
 * @param proposed whether the harbor proposed it
 * @param openAgreed whether its people agreed to visitors deciding at which host name they end; null for no
 */
public record Rule(
        @NotNull String id,
        @NotNull Source.Kind kind,
        @NotNull String source,
        @NotNull String target,
        int status,
        boolean ignoresCase,
        boolean exactSlash,
        @NotNull QueryRule.Kind query,
        @NotNull String parameters,
        @Schema(nullable = true) Boolean pagesFirst,
        @Schema(nullable = true) Instant from,
        @Schema(nullable = true) Instant until,
        @NotNull String group,
        @NotNull String note,
        boolean proposed,
        @Schema(nullable = true) Boolean openAgreed) {

    static Rule of(Redirect rule) {
        return new Rule(
                rule.id(),
                rule.source().kind(),
                rule.source().path(),
                rule.target(),
                rule.status().code(),
                rule.ignoresCase(),
                rule.exactSlash(),
                rule.query().kind(),
                rule.query().parameters(),
                rule.pagesFirst(),
                rule.from().orElse(null),
                rule.until().orElse(null),
                rule.group(),
                rule.note(),
                rule.proposed(),
                rule.openAgreed());
    }

    TypedRedirect typed() {
        return new TypedRedirect(
                id,
                kind,
                source,
                target,
                status,
                ignoresCase,
                exactSlash,
                query,
                parameters,
                Optional.ofNullable(pagesFirst),
                Optional.ofNullable(from),
                Optional.ofNullable(until),
                group,
                note,
                proposed,
                Boolean.TRUE.equals(openAgreed));
    }

    /** The rule as it was kept: it has been read and cleaned before. */
    Redirect kept() {
        return new Redirect(
                id,
                new Source(kind, source),
                target,
                RedirectStatus.of(status).orElseThrow(),
                ignoresCase,
                exactSlash,
                new QueryRule(query, parameters),
                pagesFirst,
                Optional.ofNullable(from),
                Optional.ofNullable(until),
                group,
                note,
                proposed,
                Boolean.TRUE.equals(openAgreed));
    }
}
