package evenharbor.app.when.retention;

import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import evenharbor.app.common.health.HealthPart;
import evenharbor.app.common.health.Trouble;
import evenharbor.app.what.content.ContentUser;
import evenharbor.app.what.content.SweepStop;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.when.retention.MarkedContents;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Lets go of contents that nothing refers to. They are marked from all that names any, as of one moment; what was put or
 * asked for since shortly before that moment is young and spared. When a manifest cannot be read nobody knows what it lists:
 * then nothing is let go of at all, and that is told.
 */
@Component
public class ContentCleanUp implements HealthPart {

    private static final Logger LOG = LoggerFactory.getLogger(ContentCleanUp.class);

    private final List<ContentUser> users;
    private final List<SweepStop> stops;
    private final Blobs blobs;
    private final RetentionProperties properties;
    private final TransactionTemplate moment;
    private volatile String trouble = "";

    ContentCleanUp(
            List<ContentUser> users,
            List<SweepStop> stops,
            Blobs blobs,
            RetentionProperties properties,
            PlatformTransactionManager transactions) {
        this.users = users;
        this.stops = stops;
        this.blobs = blobs;
        this.properties = properties;
        this.moment = new TransactionTemplate(transactions);
        moment.setReadOnly(true);
        moment.setIsolationLevel(TransactionDefinition.ISOLATION_REPEATABLE_READ);
    }

    @Configuration
    static class Watch {
        @Bean
        RecurringTask<Void> contentsEnd(ObjectProvider<ContentCleanUp> cleanUp) {
            return Tasks.recurring("contents-end", FixedDelay.ofHours(6))
                    .execute((task, context) -> cleanUp.getObject().sweepOrTell());
        }
    }

    private void sweepOrTell() {
        try {
            Optional<Blobs.Swept> swept = sweep();
            trouble = "";
            LOG.info(
                    "Clean-up of contents: {}",
                    swept.map(Object::toString).orElse("not now, something needs them all"));
        } catch (IOException | RuntimeException e) {
            trouble = "Contents that nothing needs could not be cleaned up: " + e.getMessage();
            LOG.error("Contents could not be cleaned up; nothing that is needed was touched", e);
        }
    }

    /** Marks what is needed, and lets go of the rest that is old. @return empty when something stops that just now */
    public Optional<Blobs.Swept> sweep() throws IOException {
        Instant before = Instant.now().minus(properties.spared());
        Optional<MarkedContents> marked = marked();
        return marked.isEmpty() ? Optional.empty() : Optional.of(blobs.sweep(marked.get()::contains, before));
    }

    private Optional<MarkedContents> marked() throws IOException {
        MarkedContents marked = new MarkedContents();
        Set<String> manifests = new HashSet<>();
        AtomicBoolean stopped = new AtomicBoolean();
        moment.executeWithoutResult(status -> {
            ContentUser.Marks marks = new ContentUser.Marks() {
                @Override
                public void content(String hash) {
                    if (hash != null && !hash.isEmpty()) {
                        marked.add(hash);
                    }
                }

                @Override
                public void manifest(String hash) {
                    if (hash != null && !hash.isEmpty()) {
                        manifests.add(hash);
                    }
                }
            };
            users.forEach(user -> user.name(marks));
            stopped.set(stops.stream().anyMatch(SweepStop::stopsSweeps));
        });
        if (stopped.get()) {
            return Optional.empty();
        }
        for (String manifest : manifests) {
            marked.add(manifest);
            Manifest.contents(blobs.read(manifest, Coding.IDENTITY), marked::add);
        }
        return Optional.of(marked);
    }

    @Override
    public String name() {
        return "clean-up";
    }

    @Override
    public List<Trouble> troubles() {
        return trouble.isEmpty()
                ? List.of()
                : List.of(
                        new Trouble(
                                trouble,
                                "Nothing is lost. It is tried again every few hours; free the disk or look into the log until then."));
    }
}
