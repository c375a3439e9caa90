package evenharbor.app.what.sharing;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import evenharbor.app.what.live.LiveChanged;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;

/** Brings shared folders up to date when what they follow goes live, and what was missed then a while later. */
@Component
class FolderFollower {

    private static final Logger LOG = LoggerFactory.getLogger(FolderFollower.class);

    private final SharedFolders shared;
    private final TransactionTemplate anew;

    FolderFollower(SharedFolders shared, PlatformTransactionManager transactions) {
        this.shared = shared;
        this.anew = new TransactionTemplate(transactions);
        this.anew.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    @Configuration
    static class Watch {
        @Bean
        RecurringTask<Void> sharedFoldersFollow(ObjectProvider<FolderFollower> follower) {
            return Tasks.recurring("shared-folders-follow", FixedDelay.ofMinutes(5))
                    .execute((task, context) -> follower.getObject().all());
        }
    }

    @TransactionalEventListener
    void changed(LiveChanged changed) {
        follow(anew.execute(status -> shared.outOf(changed.siteId())));
    }

    void all() {
        follow(anew.execute(status -> shared.all()));
    }

    /** Each by itself: what one cannot do keeps none of the others behind. */
    private void follow(List<SharedFolders.Share> shares) {
        for (SharedFolders.Share share : shares) {
            try {
                anew.executeWithoutResult(status -> shared.follow(share));
            } catch (Throwable e) {
                LOG.warn(
                        "{} of site {} does not follow site {} yet; it is tried again",
                        share.folder().path(),
                        share.siteId(),
                        share.fromSite(),
                        e);
            }
        }
    }
}
