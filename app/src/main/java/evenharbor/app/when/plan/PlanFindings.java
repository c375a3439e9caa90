package evenharbor.app.when.plan;

import evenharbor.app.what.version.VersionMarks;
import evenharbor.core.common.Dates;
import evenharbor.core.when.plan.Collisions;
import evenharbor.core.when.plan.Forecast;
import evenharbor.core.when.plan.Surroundings;
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

    private final VersionMarks versions;
    private final PlanSurroundings surroundings;
    private final PlanWords words;

    PlanFindings(VersionMarks versions, PlanSurroundings surroundings, PlanWords words) {
        this.versions = versions;
        this.surroundings = surroundings;
        this.words = words;
    }

    /** Ways to put a finding right. */
    enum Fix {
        MOVE,
        CALL_OFF,
        CHANGE_END,
        OPEN_DOMAINS,
        OPEN_ADDRESSES,
        OPEN_HOSTS,
        OPEN_DRAFT
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
        return of(siteId, rows, forecast, surroundings.of(siteId));
    }

    List<PlanFinding> of(String siteId, List<PlanEntity> rows, Forecast forecast, Surroundings around) {
        Map<String, PlanEntity> byId = rows.stream().collect(Collectors.toMap(row -> row.id, Function.identity()));
        Map<String, Integer> planned = new HashMap<>();
        rows.stream()
                .filter(row -> row.kind == PlanEntity.Kind.GO_LIVE)
                .forEach(row -> planned.put(row.id, versions.newestLive(siteId, row.createdAt)));
        int newest = planned.isEmpty() ? 0 : versions.newestLive(siteId);
        List<PlanFinding> findings = new ArrayList<>();
        for (Collisions.Collision one : Collisions.of(forecast, newest, planned, around)) {
            PlanEntity plan = byId.get(one.planId());
            String other = one.otherId().map(byId::get).map(words::action).orElse("");
            findings.add(new PlanFinding(
                    one.kind(),
                    one.planId(),
                    one.otherId().orElse(null),
                    one.at(),
                    sentence(one, plan, other, newest),
                    fixes(one)));
        }
        return findings;
    }

    private String sentence(Collisions.Collision one, PlanEntity plan, String other, int newest) {
        String what = "“" + words.action(plan) + "”";
        return switch (one.kind()) {
            case SAME_TIME ->
                what + " begins at the same time as “" + other + "”, which then counts. Move one of them.";
            case END_IS_VAIN ->
                what + " will not end as planned"
                        + (other.isEmpty() ? "" : ": “" + other + "” is decided for good before")
                        + ". What was before does not come back.";
            case CHANGES_NOTHING -> what + " will change nothing: the site stands so already.";
            case LEFT_OUT -> what + " will be left out. " + one.why();
            case CLOSED_THEN ->
                "Nobody will see " + what + ": the site is closed then"
                        + (other.isEmpty() ? "." : ", by “" + other + "”.");
            case NOT_LIVE_THEN -> "Nobody will see " + what + ": the site is not live then.";
            case REPLACES_NEWER ->
                what + " will replace version " + newest + ", which went live after this was planned.";
            case DOMAIN_ENDS ->
                "Visitors will not reach " + what + ", or not to its end: " + ending(one)
                        + ", unless you renew the domain.";
            case CERTIFICATE_ENDS ->
                "Browsers will warn of " + what + ", or of a part of it: the certificate of " + ending(one)
                        + ", unless there is a new one.";
            case HOST_TROUBLE -> what + " may not get through. " + one.why();
            case DRAFT_TROUBLE -> what + " could not be carried out with today's draft. " + one.why();
        };
    }

    private static String ending(Collisions.Collision one) {
        return one.ending()
                .map(ending -> ending.name() + " ends on " + Dates.day(ending.at()))
                .orElse("");
    }

    private static List<Fix> fixes(Collisions.Collision one) {
        return switch (one.kind()) {
            case SAME_TIME, CLOSED_THEN, NOT_LIVE_THEN -> List.of(Fix.MOVE, Fix.CALL_OFF);
            case END_IS_VAIN -> List.of(Fix.CHANGE_END, Fix.CALL_OFF);
            case DOMAIN_ENDS -> List.of(Fix.OPEN_DOMAINS, Fix.CALL_OFF);
            case CERTIFICATE_ENDS -> List.of(Fix.OPEN_ADDRESSES, Fix.CALL_OFF);
            case HOST_TROUBLE -> List.of(Fix.OPEN_HOSTS, Fix.CALL_OFF);
            case DRAFT_TROUBLE -> List.of(Fix.OPEN_DRAFT, Fix.CALL_OFF);
            case CHANGES_NOTHING, LEFT_OUT, REPLACES_NEWER -> List.of(Fix.CALL_OFF, Fix.MOVE);
        };
    }
}
