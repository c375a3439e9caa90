package evenharbor.app.what.finding;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.what.addition.DraftSettings;
import evenharbor.app.what.build.Logos;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.build.Builder;
import evenharbor.core.what.finding.PageFacts;
import evenharbor.core.what.finding.SiteFindings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/**
 * The findings of drafts, and of what was published last. A large site takes a while the first time: who asks is told how far
 * it is. After that only what changed is read again.
 */
@Service
public class DraftFindings {

    private static final Duration PATIENCE = Duration.ofMillis(1500);
    private static final int SITES_HELD = 60;
    private static final int JUDGES = 2;

    private final Drafts drafts;
    private final LiveStates states;
    private final Versions versions;
    private final Manifests manifests;
    private final PageFactsByContent facts;
    private final SiteSurroundings surroundings;
    private final DraftSettings settings;
    private final Cache<String, Judged> held =
            Caffeine.newBuilder().maximumSize(SITES_HELD).build();
    private final Map<String, Work> working = new ConcurrentHashMap<>();
    private final Logos logos;
    private final Executor judges;

    @Autowired
    DraftFindings(
            Drafts drafts,
            LiveStates states,
            Versions versions,
            Manifests manifests,
            PageFactsByContent facts,
            SiteSurroundings surroundings,
            DraftSettings settings,
            Logos logos) {
        this(
                drafts,
                states,
                versions,
                manifests,
                facts,
                surroundings,
                settings,
                logos,
                Executors.newFixedThreadPool(
                        JUDGES,
                        new ThreadFactoryBuilder()
                                .setNameFormat("findings-%d")
                                .setDaemon(true)
                                .build()));
    }

    /** @param judges what judges, as it is told to */
    DraftFindings(
            Drafts drafts,
            LiveStates states,
            Versions versions,
            Manifests manifests,
            PageFactsByContent facts,
            SiteSurroundings surroundings,
            DraftSettings settings,
            Logos logos,
            Executor judges) {
        this.drafts = drafts;
        this.states = states;
        this.versions = versions;
        this.manifests = manifests;
        this.facts = facts;
        this.surroundings = surroundings;
        this.settings = settings;
        this.logos = logos;
        this.judges = judges;
    }

    /** A state of a site's files, judged. */
    private record Judged(String manifest, String around, SiteFindings findings) {}

    private record Work(CompletableFuture<Judged> result, AtomicInteger read) {}

    /** How far the work is. @param of files to be read */
    public record Reading(int read, int of) {}

    /**
     * What came of asking.
     *
     * @param draft the draft that was judged
     * @param findings empty while pages are still read
     * @param published of what was published last; empty when nothing was, or while pages are still read
     */
    public record Asked(
            Draft draft, Optional<SiteFindings> findings, Optional<SiteFindings> published, Reading reading) {}

    /** The findings of the draft of one of the person's sites. */
    public Asked of(String siteId) {
        Draft draft = drafts.of(siteId);
        Optional<SiteFindings> now = judged("draft " + siteId, siteId, draft.manifest());
        Optional<String> live = states.of(siteId)
                .version()
                .flatMap(number -> versions.find(siteId, number))
                .map(SavedVersion::manifest);
        Optional<SiteFindings> published = live.flatMap(manifest -> judged("live " + siteId, siteId, manifest));
        boolean ready = now.isPresent() && (live.isEmpty() || published.isPresent());
        int read = ready
                ? 0
                : Optional.ofNullable(working.get("draft " + siteId))
                        .map(work -> work.read().get())
                        .orElse(0);
        int of = (int) drafts.files(draft).files().keySet().stream()
                .filter(SiteFindings::reads)
                .count();
        return new Asked(
                draft,
                ready ? now : Optional.empty(),
                ready ? published : Optional.empty(),
                new Reading(Math.min(read, of), of));
    }

    /** Waits a little; empty when it takes longer. */
    private Optional<SiteFindings> judged(String key, String siteId, String manifest) {
        SiteSurroundings.Around alone = surroundings.of(siteId, manifest);
        String set =
                SettingsFile.in(manifests.get(manifest)).map(FileEntry::hash).orElse("");
        SiteSurroundings.Around around = new SiteSurroundings.Around(alone.state() + set, alone.surroundings());
        Judged before = held.getIfPresent(key);
        if (before != null
                && before.manifest().equals(manifest)
                && before.around().equals(around.state())) {
            return Optional.of(before.findings());
        }
        Work mine = new Work(new CompletableFuture<>(), new AtomicInteger());
        Work work =
                working.merge(key, mine, (current, fresh) -> current.result().isDone() ? fresh : current);
        if (work == mine) {
            judges.execute(() -> {
                try {
                    Judged judged = judge(manifest, around, before, mine.read());
                    held.put(key, judged);
                    mine.result().complete(judged);
                } catch (Throwable e) {
                    mine.result().completeExceptionally(e);
                } finally {
                    working.remove(key, mine);
                }
            });
        }
        try {
            Judged judged = work.result().get(PATIENCE.toMillis(), TimeUnit.MILLISECONDS);
            return judged.manifest().equals(manifest) && judged.around().equals(around.state())
                    ? Optional.of(judged.findings())
                    : Optional.empty();
        } catch (TimeoutException e) {
            return Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        } catch (ExecutionException e) {
            throw new IllegalStateException("The findings could not be made", e.getCause());
        }
    }

    private Judged judge(String manifest, SiteSurroundings.Around around, Judged before, AtomicInteger read) {
        Manifest draft = manifests.get(manifest);
        Additions additions = settings.of(draft);
        Manifest files = asBuilt(SettingsFile.without(draft), additions);
        Function<Map.Entry<String, FileEntry>, Optional<PageFacts>> goingOut = file -> {
            read.incrementAndGet();
            return facts.of(file)
                    .map(own -> own.with(
                            additions.of(file.getKey()),
                            additions.overOwn(),
                            additions.languages().of(file.getKey()).orElse("")));
        };
        SiteFindings findings = before != null && before.around().equals(around.state())
                ? before.findings().after(files, goingOut)
                : SiteFindings.of(files, around.surroundings(), goingOut);
        return new Judged(manifest, around.state(), findings);
    }

    /** With what a build adds, so that links to it are known to lead somewhere. */
    private Manifest asBuilt(Manifest files, Additions additions) {
        Set<String> adds = Builder.adds(files, additions, logos);
        FileEntry unknown = new FileEntry("", 0, "application/octet-stream", false);
        return adds.isEmpty() ? files : files.with(all -> adds.forEach(path -> all.putIfAbsent(path, unknown)));
    }

    @EventListener
    void stop(ContextClosedEvent closed) {
        if (judges instanceof ExecutorService pool) {
            pool.shutdownNow();
        }
    }
}
