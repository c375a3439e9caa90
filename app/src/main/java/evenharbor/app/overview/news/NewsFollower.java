package evenharbor.app.overview.news;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.notice.News;
import evenharbor.app.who.notice.Notices;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Reads what happened, in its order, and tells people of it. Entries can become visible out of their order, so a little is
 * read again each time: nobody is told twice of the same.
 */
@Component
class NewsFollower {

    private static final Logger LOG = LoggerFactory.getLogger(NewsFollower.class);
    private static final String NAME = "news";
    private static final int LOOK_BACK = 100;
    private static final int AT_ONCE = 500;

    /** What is older is no news: an application that was down for long does not tell of last week. */
    private static final Duration NEWS_FOR = Duration.ofDays(2);

    private final JdbcClient db;
    private final Activities activities;
    private final Sites sites;
    private final Notices notices;
    private final TransactionTemplate transactions;
    private final Clock clock;

    NewsFollower(
            JdbcClient db,
            Activities activities,
            Sites sites,
            Notices notices,
            TransactionTemplate transactions,
            Clock clock) {
        this.db = db;
        this.activities = activities;
        this.sites = sites;
        this.notices = notices;
        this.transactions = transactions;
        this.clock = clock;
    }

    @Configuration
    static class Watch {
        @Bean
        RecurringTask<Void> newsWatch(ObjectProvider<NewsFollower> follower) {
            return Tasks.recurring("news-watch", FixedDelay.ofSeconds(2))
                    .execute((task, context) -> follower.getObject().follow());
        }
    }

    /** Tells of what happened since the last time. */
    void follow() {
        transactions.executeWithoutResult(status -> {
            long from = position();
            List<Activities.Happening> happened = activities.after(Math.max(0, from - LOOK_BACK), AT_ONCE);
            long last = from;
            for (Activities.Happening each : happened) {
                last = Math.max(last, each.id());
                tell(each);
            }
            if (last > from) {
                db.sql("update follower set position = ? where name = ?")
                        .params(last, NAME)
                        .update();
            }
        });
    }

    private long position() {
        // On the first day nothing is news.
        db.sql("insert ignore into follower (name, position) select ?, coalesce(max(id), 0) from activity")
                .param(NAME)
                .update();
        return db.sql("select position from follower where name = ? for update")
                .param(NAME)
                .query(Long.class)
                .single();
    }

    private void tell(Activities.Happening happened) {
        if (happened.at().plus(NEWS_FOR).isBefore(clock.instant())) {
            return;
        }
        Optional<Site> site = Optional.of(happened.siteId())
                .filter(id -> !id.isEmpty())
                .flatMap(sites::find)
                .filter(each -> each.deletedAt().isEmpty());
        if (site.isEmpty() && !happened.siteId().isEmpty()) {
            return;
        }
        String day = happened.at().atOffset(ZoneOffset.UTC).toLocalDate().toString();
        try {
            NewsWords.of(happened, site.map(Site::title).orElse(""))
                    .ifPresent(words -> notices.tell(
                            new News(
                                    happened.accountId(),
                                    site.map(Site::id),
                                    words.kind(),
                                    words.once()
                                            ? "activity " + happened.id()
                                            : day + happened.siteId() + happened.detail(),
                                    words.title(),
                                    words.what(),
                                    words.unchanged(),
                                    words.todo(),
                                    words.place()),
                            Optional.of(happened.personId())));
        } catch (RuntimeException e) {
            LOG.warn("Nobody could be told of what happened ({}); the rest goes on", happened.id(), e);
        }
    }
}
