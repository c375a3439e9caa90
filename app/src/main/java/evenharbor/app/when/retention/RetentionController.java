package evenharbor.app.when.retention;

import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.Versions;
import evenharbor.app.who.access.Current;
import evenharbor.core.when.retention.RetentionRule;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** How long versions are kept, and the space that they hold, over HTTP. */
@RestController
@RequestMapping("/api/retention")
class RetentionController {

    private final RetentionRules rules;
    private final Retention retention;
    private final RetentionProperties properties;
    private final AccountSpace space;
    private final Sites sites;
    private final Versions versions;

    RetentionController(
            RetentionRules rules,
            Retention retention,
            RetentionProperties properties,
            AccountSpace space,
            Sites sites,
            Versions versions) {
        this.rules = rules;
        this.retention = retention;
        this.properties = properties;
        this.space = space;
        this.sites = sites;
        this.versions = versions;
    }

    /**
     * Which versions are kept, by their age in days.
     *
     * @param all younger ones are all kept
     * @param daily of younger ones the last of each day
     * @param weekly of younger ones the last of each week
     * @param monthly of younger ones the last of each month; null for ever
     * @param zone whose days count, such as Europe/Berlin
     */
    record RuleForm(
            int all,
            int daily,
            int weekly,
            @Schema(nullable = true) Integer monthly,

            @NotNull(message = "Say which time zone is meant.")
            String zone) {

        RetentionRule rule() {
            return new RetentionRule(all, daily, weekly, Optional.ofNullable(monthly));
        }
    }

    /** A version that will be cleaned up. */
    record DueVersion(String siteId, String site, int number, Instant createdAt, Instant dueAt) {}

    /**
     * How things are kept.
     *
     * @param noticeDays how many days ahead it is told that a version will be cleaned up
     * @param used bytes that the account's sites hold
     * @param limit the most that they may; null for no limit
     * @param due what will be cleaned up next, the earliest first
     */
    record RetentionView(
            RuleForm rule,
            long noticeDays,
            long used,
            @Schema(nullable = true) Long limit,
            List<DueVersion> due) {}

    @GetMapping
    RetentionView retention() {
        String account = Current.person().accountId();
        RetentionRules.ZonedRule now = rules.of(account);
        return new RetentionView(
                new RuleForm(
                        now.rule().all(),
                        now.rule().daily(),
                        now.rule().weekly(),
                        now.rule().monthly().orElse(null),
                        now.zone().getId()),
                properties.notice().toDays(),
                space.used(account),
                properties.spacePerAccount() > 0 ? properties.spacePerAccount() : null,
                sites.mine().stream()
                        .flatMap(site -> versions.kept(site.id()).stream()
                                .filter(v -> v.dueAt().isPresent())
                                .map(v -> new DueVersion(
                                        site.id(),
                                        site.title(),
                                        v.number(),
                                        v.createdAt(),
                                        v.dueAt().get())))
                        .sorted(Comparator.comparing(DueVersion::dueAt))
                        .toList());
    }

    @PutMapping
    RetentionView change(@Valid @RequestBody RuleForm form) {
        rules.set(form.rule(), form.zone());
        for (Site site : sites.mine()) {
            retention.cleanUp(site);
        }
        return retention();
    }
}
