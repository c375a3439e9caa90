package evenharbor.app.when.retention;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.VersionUser;
import evenharbor.app.what.version.Versions;
import evenharbor.core.when.retention.RetentionRule.Candidate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Cleans up versions that the account's rule does not keep. Which they are is told ahead; until then each can be kept, and
 * one that came to be needed stays.
 */
@Service
public class Retention {

    private static final Logger LOG = LoggerFactory.getLogger(Retention.class);

    private final RetentionRules rules;
    private final RetentionProperties properties;
    private final Sites sites;
    private final Versions versions;
    private final LiveStates states;
    private final List<VersionUser> users;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Retention(
            RetentionRules rules,
            RetentionProperties properties,
            Sites sites,
            Versions versions,
            LiveStates states,
            List<VersionUser> users,
            TransactionTemplate transactions,
            Clock clock) {
        this.rules = rules;
        this.properties = properties;
        this.sites = sites;
        this.versions = versions;
        this.states = states;
        this.users = users;
        this.transactions = transactions;
        this.clock = clock;
    }

    @Configuration
    static class Watch {
        @Bean
        RecurringTask<Void> versionsEnd(ObjectProvider<Retention> retention) {
            return Tasks.recurring("versions-end", FixedDelay.ofMinutes(10))
                    .execute((task, context) -> retention.getObject().cleanUp());
        }
    }

    /** Goes through all sites. One site's trouble keeps no other waiting. */
    public void cleanUp() {
        for (Site site : sites.all()) {
            try {
                cleanUp(site);
            } catch (RuntimeException e) {
                LOG.warn("The versions of site {} could not be cleaned up; it is tried again", site.id(), e);
            }
        }
    }

    /** Tells what will be cleaned up of a site, and cleans up what was told long enough ago. */
    public void cleanUp(Site site) {
        transactions.executeWithoutResult(status -> {
            // Nobody puts a version live, or plans it, while it is judged.
            Live live = states.lock(site.id());
            List<SavedVersion> all = versions.kept(site.id());
            Instant now = clock.instant();
            Set<Integer> dropped = dropped(site, live, all, now);
            Duration notice = properties.notice();
            for (SavedVersion version : all) {
                boolean drops = dropped.contains(version.number());
                Instant due = version.dueAt().orElse(null);
                if (drops && due == null) {
                    versions.due(site.id(), version.number(), now.plus(notice));
                } else if (drops && !due.isAfter(now)) {
                    versions.gone(site.id(), version.number());
                } else if (!drops && due != null) {
                    versions.due(site.id(), version.number(), null);
                }
            }
        });
    }

    private Set<Integer> dropped(Site site, Live live, List<SavedVersion> all, Instant now) {
        if (all.size() < 2) {
            return Set.of();
        }
        Set<Integer> needed = new HashSet<>();
        live.version().ifPresent(needed::add);
        users.forEach(user -> needed.addAll(user.needed(site.id())));
        int latest = all.stream().mapToInt(SavedVersion::number).max().orElse(0);
        RetentionRules.ZonedRule rule = rules.of(site.accountId());
        return rule.rule()
                .dropped(
                        all.stream()
                                .map(v -> new Candidate(
                                        v.number(),
                                        v.createdAt(),
                                        v.kept()
                                                || !v.name().isEmpty()
                                                || v.number() == latest
                                                || needed.contains(v.number())))
                                .toList(),
                        now,
                        rule.zone());
    }
}
