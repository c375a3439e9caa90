package evenharbor.app.overview.news;

import evenharbor.app.common.watch.Watch;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityFollowers;
import evenharbor.app.who.notice.News;
import evenharbor.app.who.notice.Notices;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;

/**
 * Reads what happened, in its order, and tells people of it, nobody twice of the same.
 */
@Component
class NewsFollower {

    private static final Logger LOG = LoggerFactory.getLogger(NewsFollower.class);
    private static final String NAME = "news";

    /** What is older is no news: an application that was down for long does not tell of last week. */
    private static final Duration NEWS_FOR = Duration.ofDays(2);

    private final ActivityFollowers followers;
    private final Sites sites;
    private final Notices notices;
    private final Clock clock;

    NewsFollower(ActivityFollowers followers, Sites sites, Notices notices, Clock clock) {
        this.followers = followers;
        this.sites = sites;
        this.notices = notices;
        this.clock = clock;
    }

    @Configuration
    static class Work {
        @Bean
        Watch newsWatch(ObjectProvider<NewsFollower> follower) {
            return new Watch(
                    "news-watch",
                    Duration.ofSeconds(2),
                    "exists (select 1 from activity a, follower f where f.name = 'news' and a.id > f.position) or exists (select 1 from activity where at > :lately)",
                    () -> follower.getObject().follow());
        }
    }

    /** Tells of what happened since the last time. */
    void follow() {
        followers.follow(NAME, this::tell);
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
