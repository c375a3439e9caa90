package evenharbor.core.what.finding;

import evenharbor.core.what.build.Reference;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * All that is not right with a site's files, in an order that stays: what breaks first. Made from facts by content; after a
 * change only what depends on it is judged again.
 */
public final class SiteFindings {

    /** With fewer pages to judge, an index of all places costs more than it saves. */
    private static final int MANY = 500;

    private static final Comparator<Finding> ORDER = Comparator.comparing(
                    (Finding f) -> f.kind().weight())
            .thenComparing(Finding::kind)
            .thenComparing(Finding::path)
            .thenComparing(Finding::line)
            .thenComparing(Finding::subject);

    /** What came of one page or style sheet, and of which paths it depends. */
    private record Judged(FileEntry file, Page page, Set<String> depends, List<Finding> findings, Site.Weight weight) {}

    private final Site site;
    private final Map<String, Judged> judged;
    private final Map<String, Integer> inbound;
    private final List<Finding> all;

    private SiteFindings(Site site, Map<String, Judged> judged, Map<String, Integer> inbound, List<Finding> all) {
        this.site = site;
        this.judged = judged;
        this.inbound = inbound;
        this.all = all;
    }

    /**
     * The facts of a page's or style sheet's text.
     *
     * @param path where it lies: its ending tells what it is
     */
    public static PageFacts facts(String path, String text) {
        return SitePath.isPage(path) ? PageReader.read(text) : StyleReader.read(text);
    }

    /** Whether facts are read of a file. */
    public static boolean reads(String path) {
        return SitePath.isPage(path) || SitePath.endingOf(path).equals("css");
    }

    /**
     * Judges a site.
     *
     * @param facts of a file that facts are read of; empty when its text cannot be read
     */
    public static SiteFindings of(
            Manifest files, Surroundings around, Function<Map.Entry<String, FileEntry>, Optional<PageFacts>> facts) {
        return judge(null, files, around, facts);
    }

    /** Judges a later state of the same site, in the same surroundings. */
    public SiteFindings after(Manifest files, Function<Map.Entry<String, FileEntry>, Optional<PageFacts>> facts) {
        return judge(this, files, site.around(), facts);
    }

    private static SiteFindings judge(
            SiteFindings before,
            Manifest files,
            Surroundings around,
            Function<Map.Entry<String, FileEntry>, Optional<PageFacts>> facts) {
        ChangedPaths changed = before == null ? ChangedPaths.NONE : ChangedPaths.between(before.site.manifest(), files);
        Map<String, Judged> earlier = before == null ? Map.of() : before.judged;
        Map<String, Integer> inbound = before == null ? new HashMap<>() : new HashMap<>(before.inbound);
        Site site = before == null || changed.filesCameOrWent()
                ? new Site(files, around, inbound)
                : new Site(before.site, files, inbound);
        Map<String, Judged> judged = new HashMap<>();
        List<Map.Entry<String, FileEntry>> unread = new ArrayList<>();
        for (Map.Entry<String, FileEntry> file : files.files().entrySet()) {
            Judged was = earlier.get(file.getKey());
            if (was != null && was.file().equals(file.getValue()) && !changed.touch(was.depends())) {
                judged.put(file.getKey(), was);
            } else if (reads(file.getKey())) {
                unread.add(file);
            }
        }
        // Reading is what takes time, and each page is read by itself.
        Map<String, Page> anew = unread.parallelStream()
                .flatMap(file -> facts.apply(file).map(read -> Page.of(file.getKey(), read, site)).stream())
                .collect(Collectors.toMap(Page::path, Function.identity()));
        for (String path : files.files().keySet()) {
            Judged same = judged.get(path);
            if (same != null) {
                Page page = new Page(path, same.page().facts(), same.page().targets(), site);
                site.put(page);
                site.put(path, same.weight());
            } else if (anew.containsKey(path)) {
                site.put(anew.get(path));
            }
        }
        earlier.forEach((path, was) -> {
            if (!judged.containsKey(path)) {
                links(was.page(), was.depends(), inbound, -1);
            }
        });
        // All pages are there before any is judged: places within them are looked at.
        if (anew.size() > MANY) {
            site.indexPlaces();
        }
        anew.values().parallelStream().map(page -> judged(page, files)).toList().forEach(now -> {
            judged.put(now.page().path(), now);
            site.put(now.page().path(), now.weight());
            links(now.page(), now.depends(), inbound, 1);
        });
        List<Finding> all = new ArrayList<>();
        judged.values().forEach(each -> all.addAll(each.findings()));
        for (FindingKind kind : FindingKind.values()) {
            kind.rule()
                    .site(
                            site,
                            (path, line, subject, detail) -> all.add(new Finding(kind, path, line, subject, detail)));
        }
        all.sort(ORDER);
        return new SiteFindings(site, judged, inbound, List.copyOf(all));
    }

    private static void links(Page page, Set<String> depends, Map<String, Integer> inbound, int by) {
        Set<String> own = ChangedPaths.of(page.path());
        depends.stream()
                .filter(path -> !own.contains(path))
                .forEach(path -> inbound.merge(path, by, (a, b) -> a + b == 0 ? null : a + b));
    }

    private static Judged judged(Page page, Manifest files) {
        List<Finding> findings = new ArrayList<>();
        Set<Finding.Key> known = new HashSet<>();
        Set<String> depends = page.inside();
        Site.Weight weight = null;
        boolean sheet = !SitePath.isPage(page.path());
        if (!sheet) {
            weight = PageWeights.of(page, files, depends);
            page.facts().faults().forEach(fault -> {
                Finding found =
                        new Finding(fault.kind(), page.path(), fault.at().line(), fault.subject(), fault.detail());
                if (known.add(found.key())) {
                    findings.add(found);
                }
            });
        }
        for (FindingKind kind : FindingKind.values()) {
            if (sheet && !kind.rule().sheets()) {
                continue;
            }
            kind.rule().page(page, (path, line, subject, detail) -> {
                Finding found = new Finding(kind, path, line, subject, detail);
                if (known.add(found.key())) {
                    findings.add(found);
                }
            });
        }
        List<String> folded = new ArrayList<>();
        for (String path : depends) {
            String other = Site.folded(path);
            if (!other.equals(path)) {
                folded.add(other);
            }
        }
        depends.addAll(folded);
        return new Judged(files.files().get(page.path()), page, depends, List.copyOf(findings), weight);
    }

    /** All of them. */
    public List<Finding> all() {
        return all;
    }

    /** What removes one of them; empty when only a person can, and in a file whose text is no UTF-8. */
    public Optional<Fix> fix(Finding finding) {
        return finding.kind()
                .rule()
                .fix(site, finding)
                .filter(fix -> !fix.edits().isEmpty()
                        && files().at(fix.path()).map(FileEntry::utf8).orElse(true));
    }

    /** How heavy a page is at the first visit: itself, and what comes with it. */
    public record PageWeight(String path, long bytes, int requests) {}

    /** The pages with what comes with them, the heaviest first. */
    public List<PageWeight> weights() {
        return judged.values().stream()
                .filter(each -> each.weight() != null)
                .map(each -> new PageWeight(
                        each.page().path(), each.weight().bytes(), each.weight().requests()))
                .sorted(Comparator.comparingLong(PageWeight::bytes).reversed().thenComparing(PageWeight::path))
                .toList();
    }

    /** Where a page names something outside. */
    public record Standing(String path, int line) {}

    /** What pages lead to at hosts of other people, without fragments: each URL with where it stands. */
    public SortedMap<String, List<Standing>> outside() {
        SortedMap<String, List<Standing>> urls = new TreeMap<>();
        for (Judged each : judged.values()) {
            Page page = each.page();
            for (int i = 0; i < page.targets().size(); i++) {
                PageFacts.Named named = page.facts().references().get(i);
                if (page.targets().get(i).kind() == Target.Kind.OUTSIDE && named.use() != Reference.Use.INERT) {
                    String url = named.url().strip().replaceFirst("#.*$", "");
                    urls.computeIfAbsent(url.startsWith("//") ? "https:" + url : url, u -> new ArrayList<>())
                            .add(new Standing(page.path(), named.at().line()));
                }
            }
        }
        return urls;
    }

    /** Pages that could not be read, so that nothing is known of them. */
    public List<String> unread() {
        return site.manifest().files().keySet().stream()
                .filter(path -> SitePath.isPage(path) && !judged.containsKey(path))
                .toList();
    }

    /** The files of the site that was judged. */
    public Manifest files() {
        return Objects.requireNonNull(site.manifest());
    }
}
