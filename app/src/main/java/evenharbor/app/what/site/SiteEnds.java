package evenharbor.app.what.site;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Clock;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Lets deleted sites go for good once they have been kept long enough. Contents are left to the sweep of the store. */
@Component
public class SiteEnds {

    private static final Logger LOG = LoggerFactory.getLogger(SiteEnds.class);

    private final SiteRepository repository;
    private final JdbcClient db;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transactions;
    private final Clock clock;

    SiteEnds(
            SiteRepository repository,
            JdbcClient db,
            ApplicationEventPublisher events,
            TransactionTemplate transactions,
            Clock clock) {
        this.repository = repository;
        this.db = db;
        this.events = events;
        this.transactions = transactions;
        this.clock = clock;
    }

    @Configuration
    static class Watch {
        @Bean
        RecurringTask<Void> sitesEnd(ObjectProvider<SiteEnds> ends) {
            return Tasks.recurring("sites-end", FixedDelay.ofMinutes(5))
                    .execute((task, context) -> ends.getObject().endDue());
        }
    }

    /** Ends what was deleted long enough ago, each site by itself. */
    public void endDue() {
        for (SiteEntity site :
                repository.findByDeletedAtLessThan(clock.instant().minus(Site.KEPT))) {
            try {
                transactions.executeWithoutResult(status -> end(site.id));
            } catch (RuntimeException e) {
                LOG.warn("The deleted site {} could not be ended; it is tried again", site.id, e);
            }
        }
    }

    /** Ends all deleted sites of an account that is closed for good, whenever they were deleted. */
    public void endOf(String accountId) {
        repository
                .findByAccountIdAndDeletedAtIsNotNullOrderByDeletedAt(accountId)
                .forEach(site -> transactions.executeWithoutResult(status -> end(site.id)));
    }

    private void end(String siteId) {
        // The site first, as everywhere: whatever else is added to it meanwhile waits, and then finds it gone.
        db.sql("select id from site where id = ? for update")
                .param(siteId)
                .query(String.class)
                .optional();
        events.publishEvent(new SiteGone(siteId));
        for (String table : tables()) {
            db.sql("delete from `" + table + "` where site_id = ?")
                    .param(siteId)
                    .update();
        }
        db.sql("delete from site where id = ?").param(siteId).update();
    }

    /** All tables that keep something by site, as the database has them, so that none is forgotten. */
    private List<String> tables() {
        return db.sql(
                        "select table_name from information_schema.columns where table_schema = database() and column_name = 'site_id'")
                .query(String.class)
                .list();
    }
}
