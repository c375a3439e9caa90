package evenharbor.app.when.plan;

import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.core.when.plan.Collisions;
import evenharbor.core.when.plan.Course;
import evenharbor.core.when.plan.Forecast;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What is wrong with plans, in sentences, each with what to do. */
@Component
class PlanFindings {

    private final Versions versions;
    private final Drafts drafts;
    private final PlanWords words;

    PlanFindings(Versions versions, Drafts drafts, PlanWords words) {
        this.versions = versions;
        this.drafts = drafts;
        this.words = words;
    }

    /** Ways to put a finding right. */
    enum Fix {
        MOVE,
        CALL_OFF,
        CHANGE_END
    }

    /**
     * Something that is wrong with a plan.
     *
     * @param planId the plan
     * @param otherId the plan in its way; null for none
     * @param sentence what is wrong and what comes of it
     * @param fixes what can be done about it, the best first
     */
    record PlanFinding(
            Collisions.Kind kind,
            String planId,
            @Schema(nullable = true) String otherId,
            Instant at,
            String sentence,
            List<Fix> fixes) {}

    List<PlanFinding> of(String siteId, List<PlanEntity> rows, Forecast forecast) {
        Map<String, PlanEntity> byId = rows.stream().collect(Collectors.toMap(row -> row.id, Function.identity()));
        List<SavedVersion> all = versions.of(siteId);
        Map<String, Integer> planned = new HashMap<>();
        rows.forEach(row -> planned.put(row.id, newest(all, row.createdAt)));
        List<PlanFinding> findings = new ArrayList<>();
        for (Collisions.Collision one : Collisions.of(forecast, newest(all, Instant.MAX), planned)) {
            PlanEntity plan = byId.get(one.planId());
            String other = one.otherId().map(byId::get).map(words::action).orElse("");
            findings.add(new PlanFinding(
                    one.kind(),
                    one.planId(),
                    one.otherId().orElse(null),
                    one.at(),
                    sentence(one, plan, other, all),
                    fixes(one)));
        }
        boolean empty = drafts.files(drafts.find(siteId)).count() == 0;
        rows.stream()
                .filter(row -> empty && row.nextAt != null && row.kind == PlanEntity.Kind.PUBLISH_DRAFT)
                .forEach(row -> findings.add(new PlanFinding(
                        Collisions.Kind.LEFT_OUT,
                        row.id,
                        null,
                        row.nextAt,
                        "The draft holds no files. If it still does then, nothing is published.",
                        List.of(Fix.CALL_OFF))));
        return findings;
    }

    private static int newest(List<SavedVersion> all, Instant by) {
        return all.stream()
                .filter(version ->
                        version.publishedAt().filter(at -> !at.isAfter(by)).isPresent())
                .mapToInt(SavedVersion::number)
                .max()
                .orElse(0);
    }

    private String sentence(Collisions.Collision one, PlanEntity plan, String other, List<SavedVersion> all) {
        String what = "“" + words.action(plan) + "”";
        return switch (one.kind()) {
            case SAME_TIME ->
                what + " begins at the same time as “" + other + "”, which then counts. Move one of them.";
            case END_IS_VAIN ->
                what + " will not end as planned"
                        + (other.isEmpty() ? "" : ": “" + other + "” is decided for good before")
                        + ". What was before does not come back.";
            case CHANGES_NOTHING -> what + " will change nothing: the site stands so already.";
            case LEFT_OUT ->
                what + " will be left out. "
                        + one.leftOut().map(Course.LeftOut::sentence).orElse("");
            case CLOSED_THEN ->
                "Nobody will see " + what + ": the site is closed then"
                        + (other.isEmpty() ? "." : ", by “" + other + "”.");
            case NOT_LIVE_THEN -> "Nobody will see " + what + ": the site is not live then.";
            case REPLACES_NEWER ->
                what + " will replace version " + newest(all, Instant.MAX)
                        + ", which went live after this was planned.";
        };
    }

    private static List<Fix> fixes(Collisions.Collision one) {
        return switch (one.kind()) {
            case SAME_TIME, CLOSED_THEN, NOT_LIVE_THEN -> List.of(Fix.MOVE, Fix.CALL_OFF);
            case END_IS_VAIN -> List.of(Fix.CHANGE_END, Fix.CALL_OFF);
            case CHANGES_NOTHING, LEFT_OUT, REPLACES_NEWER -> List.of(Fix.CALL_OFF, Fix.MOVE);
        };
    }
}
