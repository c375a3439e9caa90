package evenharbor.app.overview.moving;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.harbor.audience.AudienceCopies;
import evenharbor.app.what.live.LifeJson;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.core.harbor.publish.ArrivalRule;
import evenharbor.core.hosting.cost.Cost;
import evenharbor.core.what.live.Closing;
import evenharbor.core.when.plan.PlannedAction;
import evenharbor.core.when.plan.Repeat;
import evenharbor.core.when.plan.Schedule;
import evenharbor.core.who.audience.Audience;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/** What the records of a file stand for here; what a file holds is not trusted. */
final class ArchiveValues {

    private ArchiveValues() {}

    static Cost cost(Archive.CostFile file, Map<String, String> madeOf) {
        try {
            return new Cost(
                    cut(file.what(), 200),
                    Optional.ofNullable(file.site()).map(madeOf::get),
                    Currency.getInstance(file.currency()).getCurrencyCode(),
                    Cost.Paid.valueOf(file.paid()),
                    Math.max(0, file.price()),
                    Optional.ofNullable(file.firstYear()),
                    Math.max(0, Math.min(100, file.discount())),
                    Optional.ofNullable(file.discountUntil()),
                    Optional.ofNullable(file.yearlyOffer()),
                    Objects.requireNonNull(file.since()),
                    Optional.ofNullable(file.ends()));
        } catch (IllegalArgumentException | NullPointerException e) {
            throw new Problem(ProblemType.INVALID, "it cannot be read.");
        }
    }

    static SavedVersion.Cause cause(String name) {
        for (SavedVersion.Cause cause : SavedVersion.Cause.values()) {
            if (cause.name().equals(name)) {
                return cause;
            }
        }
        return SavedVersion.Cause.SAVED;
    }

    /** A rule of a file; one that is not known stops at anything. */
    static ArrivalRule rule(Archive.ArrivalFile file) {
        return new ArrivalRule(
                file.publishes(),
                Arrays.stream(ArrivalRule.StoppedBy.values())
                        .filter(each -> each.name().equals(file.stoppedBy()))
                        .findFirst()
                        .orElse(ArrivalRule.StoppedBy.ANY));
    }

    static String cut(String words, int most) {
        String said = Objects.requireNonNullElse(words, "");
        return said.length() > most ? said.substring(0, most) : said;
    }

    static AudienceCopies.PartTakenAlong taken(Archive.PartFile part) {
        return new AudienceCopies.PartTakenAlong(
                part.path(),
                part.way(),
                Objects.requireNonNullElse(part.kept(), ""),
                Optional.ofNullable(part.until()),
                Objects.requireNonNullElse(part.emails(), List.of()),
                Optional.ofNullable(part.registration())
                        .map(asked -> new Audience.Registered(
                                Math.max(0, Math.min(100, asked.after())),
                                asked.name(),
                                cut(asked.consent(), 1000),
                                asked.confirmed(),
                                cut(asked.page(), 500))));
    }

    static PlannedAction action(Archive.PlanFile plan) {
        return switch (String.valueOf(plan.kind())) {
            case "PublishDraft" -> new PlannedAction.PublishDraft();
            case "GoLive" -> new PlannedAction.GoLive(plan.version(), plan.redirects());
            case "PutLive" -> new PlannedAction.PutLive();
            case "TakeDown" -> new PlannedAction.TakeDown(plan.everywhere());
            case "Close" -> new PlannedAction.Close(LifeJson.read(plan.closing(), Closing.class));
            case "Reopen" -> new PlannedAction.Reopen();
            case "ApplyRedirects" -> new PlannedAction.ApplyRedirects();
            default -> throw new IllegalArgumentException("There is no such plan");
        };
    }

    static Schedule schedule(Archive.PlanFile plan) {
        return new Schedule(
                plan.starts(),
                Optional.ofNullable(plan.ends()),
                ZoneId.of(plan.zone()),
                plan.second(),
                Optional.ofNullable(plan.every())
                        .map(every -> new Repeat(
                                Repeat.Every.valueOf(every), plan.interval(), Optional.ofNullable(plan.last()))));
    }
}
