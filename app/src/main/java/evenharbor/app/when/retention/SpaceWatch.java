package evenharbor.app.when.retention;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.notice.News;
import evenharbor.app.who.notice.Notices;
import evenharbor.core.who.notice.NoticeKind;
import java.time.Clock;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Tells owners that the space of their account runs out, once a month for each mark that it passes. */
@Component
class SpaceWatch {

    private static final List<Integer> MARKS = List.of(98, 90, 75);
    private static final int ALL = 100;

    private final AccountSpace space;
    private final RetentionProperties properties;
    private final Sites sites;
    private final Notices notices;
    private final Clock clock;

    SpaceWatch(AccountSpace space, RetentionProperties properties, Sites sites, Notices notices, Clock clock) {
        this.space = space;
        this.properties = properties;
        this.sites = sites;
        this.notices = notices;
        this.clock = clock;
    }

    @Configuration
    static class Watch {
        @Bean
        RecurringTask<Void> spaceWatchTask(ObjectProvider<SpaceWatch> watch) {
            return Tasks.recurring("space-watch", FixedDelay.ofHours(6))
                    .execute((task, context) -> watch.getObject().look());
        }
    }

    @Transactional
    public void look() {
        long most = properties.spacePerAccount();
        if (most <= 0) {
            return;
        }
        sites.all().stream().map(Site::accountId).distinct().forEach(account -> {
            long used = space.used(account);
            MARKS.stream().filter(mark -> used * ALL >= most * mark).findFirst().ifPresent(mark -> tell(account, mark));
        });
    }

    private void tell(String account, int mark) {
        YearMonth month = YearMonth.from(clock.instant().atOffset(ZoneOffset.UTC));
        notices.tell(
                new News(
                        account,
                        Optional.empty(),
                        NoticeKind.SPACE,
                        month + " " + mark,
                        "Your space is " + mark + " % used",
                        "More than " + mark + " % of the space of your account is used.",
                        "Everything that is there stays. When it is full, nothing more can be added.",
                        "See what takes it, and keep fewer versions",
                        "/account"),
                Optional.empty());
    }
}
