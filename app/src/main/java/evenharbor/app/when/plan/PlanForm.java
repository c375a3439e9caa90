package evenharbor.app.when.plan;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.who.access.TimeZoneName;
import evenharbor.core.what.live.Closing;
import evenharbor.core.when.plan.PlannedAction;
import evenharbor.core.when.plan.Repeat;
import evenharbor.core.when.plan.Schedule;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Optional;
import java.util.Set;

/**
 * What a person plans.
 *
 * @param kind what it does
 * @param version number of the version, to restore one
 * @param redirects whether the version's redirects come with it
 * @param everywhere whether its other addresses stop too, to unpublish
 * @param closing how it is closed, to close
 * @param addressId which address becomes the main one
 * @param destinationId where it is published to
 * @param starts when it begins, by the wall clock of the zone, without an offset
 * @param ends when that ends and what was before comes back; null for never
 * @param zone whose wall clock, such as Europe/Berlin
 * @param second whether the second is meant where a time comes twice
 * @param repeat how it comes again; null for once
 */
record PlanForm(
        @NotNull(message = "Choose what is to happen.") PlanEntity.Kind kind,
        @Schema(nullable = true) Integer version,
        boolean redirects,
        boolean everywhere,
        @Schema(nullable = true) ClosingForm closing,
        @Schema(nullable = true) String addressId,
        @Schema(nullable = true) String destinationId,
        @NotNull(message = "Choose when it begins.") LocalDateTime starts,
        @Schema(nullable = true) LocalDateTime ends,
        @NotNull(message = "Say which time zone is meant.") String zone,
        boolean second,
        @Schema(nullable = true) RepeatForm repeat) {

    /** How a site is closed. */
    record ClosingForm(Set<String> paths, Closing.Kind kind, String title, String text, String target) {
        static ClosingForm of(Closing closing) {
            return new ClosingForm(closing.paths(), closing.kind(), closing.title(), closing.text(), closing.target());
        }

        Closing closing() {
            return new Closing(
                    paths == null ? Set.of() : paths,
                    kind == null ? Closing.Kind.WORDS : kind,
                    text(title),
                    text(text),
                    text(target));
        }

        private static String text(String given) {
            return given == null ? "" : given.strip();
        }
    }

    /** How a plan comes again. */
    record RepeatForm(
            Repeat.Every every,
            int interval,
            @Schema(nullable = true) LocalDate last) {}

    PlannedAction action() {
        return switch (kind) {
            case PUBLISH_DRAFT -> new PlannedAction.PublishDraft();
            case GO_LIVE -> new PlannedAction.GoLive(needed(version, "version", "Choose a version."), redirects);
            case PUT_LIVE -> new PlannedAction.PutLive();
            case TAKE_DOWN -> new PlannedAction.TakeDown(everywhere);
            case CLOSE ->
                new PlannedAction.Close(
                        needed(closing, "closing", "Say what visitors get.").closing());
            case REOPEN -> new PlannedAction.Reopen();
            case APPLY_REDIRECTS -> new PlannedAction.ApplyRedirects();
            case SWITCH_MAIN -> new PlannedAction.SwitchMain(needed(addressId, "addressId", "Choose an address."));
            case SEND_TO -> new PlannedAction.SendTo(needed(destinationId, "destinationId", "Choose a destination."));
        };
    }

    Schedule schedule() {
        return new Schedule(
                starts.withSecond(0).withNano(0),
                Optional.ofNullable(ends).map(end -> end.withSecond(0).withNano(0)),
                TimeZoneName.read(zone),
                second,
                Optional.ofNullable(repeat)
                        .map(again -> new Repeat(again.every(), again.interval(), Optional.ofNullable(again.last()))));
    }

    private static <T> T needed(T value, String field, String sentence) {
        if (value == null) {
            throw Problem.field(field, sentence);
        }
        return value;
    }
}
