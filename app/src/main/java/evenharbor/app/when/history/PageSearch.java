package evenharbor.app.when.history;

import com.google.common.collect.Iterables;
import com.google.common.util.concurrent.ThreadFactoryBuilder;
import evenharbor.app.HarborProperties;
import evenharbor.app.common.node.NodeName;
import evenharbor.app.what.build.Builds;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.DraftChanged;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.when.history.VersionFiles;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;

/** Searches the words of pages over versions. What is not in this node's index yet is taken up ahead, or when it is asked for. */
@Component
class PageSearch {

    private static final Logger LOG = LoggerFactory.getLogger(PageSearch.class);
    private static final int MOST_FOUND = 5_000;
    private static final long LONGEST_PAGE = 4 << 20;

    private static final int AT_ONCE = 64;

    /** For how long a draft is left alone before its words are taken up. */
    private static final Duration REST = Duration.ofSeconds(60);

    private final Path folder;
    private final Object takingUp = new Object();
    private final Manifests manifests;
    private final Builds builds;
    private final Blobs blobs;

    /** Manifests of drafts that were changed of late, by site. */
    private final Map<String, String> resting = new ConcurrentHashMap<>();

    private PageIndex opened;
    private final ScheduledExecutorService ahead = Executors.newSingleThreadScheduledExecutor(new ThreadFactoryBuilder()
            .setNameFormat("page-index")
            .setDaemon(true)
            .setPriority(Thread.MIN_PRIORITY)
            .build());

    PageSearch(HarborProperties harbor, NodeName node, Manifests manifests, Builds builds, Blobs blobs) {
        this.folder = harbor.home().resolve("page-index").resolve(node.value());
        this.manifests = manifests;
        this.builds = builds;
        this.blobs = blobs;
        ahead.scheduleWithFixedDelay(this::tidy, 1, 1, TimeUnit.DAYS);
    }

    /** The index; one that cannot be read is made anew. */
    private synchronized PageIndex index() throws IOException {
        if (opened == null) {
            Files.createDirectories(folder);
            try {
                opened = new PageIndex(folder);
            } catch (IOException | IllegalArgumentException e) {
                LOG.warn("The index of pages cannot be read; it is made anew", e);
                try (var left = Files.list(folder)) {
                    for (Path file : left.toList()) {
                        Files.deleteIfExists(file);
                    }
                }
                opened = new PageIndex(folder);
            }
        }
        return opened;
    }

    @PreDestroy
    synchronized void close() throws IOException {
        ahead.shutdownNow();
        if (opened != null) {
            opened.close();
        }
    }

    /**
     * Takes up what a draft has come to once it rests: a search that comes before takes it up itself, and whoever edits or
     * publishes in the meantime has the processors.
     */
    @TransactionalEventListener
    void aheadOfTime(DraftChanged changed) {
        if (resting.put(changed.siteId(), changed.manifest()) == null) {
            ahead.schedule(() -> rested(changed.siteId(), changed.manifest()), REST.toSeconds(), TimeUnit.SECONDS);
        }
    }

    private void rested(String siteId, String manifest) {
        String now = resting.get(siteId);
        if (!manifest.equals(now)) {
            ahead.schedule(() -> rested(siteId, now), REST.toSeconds(), TimeUnit.SECONDS);
            return;
        }
        resting.remove(siteId, manifest);
        try {
            takeUp(pages(List.of(manifests.get(manifest))), false);
            index().keep();
        } catch (Throwable e) {
            LOG.warn("The draft of site {} could not be indexed ahead of time", siteId, e);
        }
    }

    /** Contents come to their end: what is not there any more is not found any more. */
    private void tidy() {
        try {
            index().forget(hash -> blobs.size(hash, Coding.IDENTITY).isEmpty());
        } catch (IOException | RuntimeException e) {
            LOG.warn("The index of pages could not be tidied; that is tried again tomorrow", e);
        }
    }

    private static Collection<FileEntry> pages(List<Manifest> sites) {
        Set<String> met = new HashSet<>();
        List<FileEntry> pages = new ArrayList<>();
        for (Manifest site : sites) {
            site.files().forEach((path, file) -> {
                if (SitePath.isPage(path) && file.utf8() && file.size() <= LONGEST_PAGE && met.add(file.hash())) {
                    pages.add(file);
                }
            });
        }
        return pages;
    }

    /**
     * Takes up the pages whose words are not known, a few at once: whoever waits for others gets their turn in between.
     *
     * @param hurry whether somebody waits for it: then all processors read
     */
    private void takeUp(Collection<FileEntry> pages, boolean hurry) throws IOException {
        PageIndex index = index();
        for (List<FileEntry> some : Iterables.partition(pages, AT_ONCE)) {
            if (some.stream().allMatch(page -> index.knows(page.hash()))) {
                continue;
            }
            if (!hurry) {
                leaveProcessors();
            }
            synchronized (takingUp) {
                Stream<FileEntry> unknown = some.stream().filter(page -> !index.knows(page.hash()));
                (hurry ? unknown.parallel() : unknown).forEach(page -> takeUp(index, page));
            }
        }
    }

    private void leaveProcessors() {
        try {
            builds.leaveProcessors();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void takeUp(PageIndex index, FileEntry page) {
        manifests.text(page).ifPresent(text -> {
            try {
                index.add(page.hash(), PageText.of(text));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
    }

    /** How well the pages of some versions, and of a draft, fit what was typed, by their contents' hashes. */
    Map<String, Float> find(String typed, List<VersionFiles> versions, Manifest draft) {
        try {
            List<Manifest> sites =
                    new ArrayList<>(versions.stream().map(VersionFiles::files).toList());
            sites.add(draft);
            Collection<FileEntry> pages = pages(sites);
            takeUp(pages, true);
            return index().find(typed, pages.stream().map(FileEntry::hash).toList(), MOST_FOUND);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Some words of a content around what was typed, and its title. */
    Optional<PageText> text(FileEntry page) {
        return manifests.text(page).map(PageText::of);
    }
}
