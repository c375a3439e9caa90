package evenharbor.app.what.addition;

import evenharbor.app.what.build.Logos;
import evenharbor.app.what.build.PageHeads;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.version.Versions;
import evenharbor.app.who.access.IfMatch;
import evenharbor.core.what.addition.About;
import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.addition.Languages;
import evenharbor.core.what.addition.MadeFor;
import evenharbor.core.what.addition.PageSettings;
import evenharbor.core.what.build.Builder;
import evenharbor.core.what.build.Head;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is set about a site and its pages, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}")
class PageSettingsController {

    private static final String FRONT_PAGE = "index.html";

    /** How far back it is looked when pages were changed. */
    private static final int MOST_VERSIONS = 50;

    private final DraftSettings settings;
    private final Drafts drafts;
    private final PageHeads heads;
    private final Logos logos;
    private final Versions versions;
    private final Manifests manifests;

    PageSettingsController(
            DraftSettings settings,
            Drafts drafts,
            PageHeads heads,
            Logos logos,
            Versions versions,
            Manifests manifests) {
        this.settings = settings;
        this.drafts = drafts;
        this.heads = heads;
        this.logos = logos;
        this.versions = versions;
        this.manifests = manifests;
    }

    /**
     * A page.
     *
     * @param url its path in a URL, as visitors see it
     * @param ownTitle what it says itself; empty when it says none
     * @param hidden whether it asks search engines itself not to list it
     * @param set what is set about it
     */
    record SetPageView(
            String path, String url, String ownTitle, String ownDescription, boolean hidden, PageSettings set) {}

    /** @param revision of the draft @param pages the front page first @param pictures in the draft, by path */
    record SetPagesView(long revision, boolean overOwn, List<SetPageView> pages, List<String> pictures) {}

    /**
     * What is set about the site as a whole.
     *
     * @param revision of the draft
     * @param folders that pages lie in, each with a slash at its end
     * @param pictures by path
     * @param adds the files that a build makes at the main address
     * @param own of those that could be made, the ones that the site has itself
     * @param untranslated pages that a language lacks
     * @param outdated pages in other languages that stayed as they were when their original was changed last
     * @param withoutMissingPage folders in another language that have no page of their own for what is missing
     */
    record SiteAdditionsView(
            long revision,
            boolean overOwn,
            PageSettings every,
            About about,
            Languages languages,
            MadeFor made,
            List<String> folders,
            List<String> pictures,
            List<String> adds,
            List<String> own,
            List<Languages.Untranslated> untranslated,
            List<Languages.Outdated> outdated,
            List<String> withoutMissingPage) {}

    @GetMapping("/page-settings")
    ResponseEntity<SetPagesView> pages(@PathVariable String siteId) {
        return pages(drafts.of(siteId));
    }

    private ResponseEntity<SetPagesView> pages(Draft draft) {
        Manifest files = drafts.files(draft);
        Additions additions = settings.of(files);
        List<SetPageView> pages = files.files().entrySet().stream()
                .filter(file -> SitePath.isPage(file.getKey()))
                .sorted(Comparator.comparing(file -> !file.getKey().equals(FRONT_PAGE)))
                .map(file -> page(file, additions))
                .toList();
        return ResponseEntity.ok()
                .eTag(IfMatch.tag(draft.revision()))
                .body(new SetPagesView(draft.revision(), additions.overOwn(), pages, pictures(files)));
    }

    private SetPageView page(Map.Entry<String, FileEntry> file, Additions additions) {
        Head head = heads.of(file.getValue());
        return new SetPageView(
                file.getKey(),
                SitePath.requestPath(file.getKey()),
                head.value(Head.TITLE).orElse(""),
                head.value(Head.DESCRIPTION).orElse(""),
                head.hidden(),
                additions.of(file.getKey()));
    }

    private static List<String> pictures(Manifest files) {
        return files.files().entrySet().stream()
                .filter(file -> file.getValue().mediaType().startsWith("image/"))
                .map(Map.Entry::getKey)
                .toList();
    }

    /** A page that is set anew. */
    record SetPage(
            @NotNull(message = "Name the page.") String path,
            @NotNull PageSettings set) {}

    /** Pages that are set anew; the others stay as they are. */
    record SetPages(
            @NotEmpty(message = "List the pages to set.") @Size(max = 2000, message = "At most 2,000 at once.")
            List<@Valid @NotNull SetPage> pages) {}

    @PutMapping("/page-settings")
    ResponseEntity<SetPagesView> setPages(
            @PathVariable String siteId,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody SetPages form) {
        Map<String, PageSettings> pages = new TreeMap<>();
        form.pages().forEach(page -> pages.put(page.path(), page.set()));
        return pages(settings.setPages(siteId, IfMatch.revision(ifMatch), pages));
    }

    @GetMapping("/about")
    ResponseEntity<SiteAdditionsView> site(@PathVariable String siteId) {
        return site(drafts.of(siteId));
    }

    private ResponseEntity<SiteAdditionsView> site(Draft draft) {
        Manifest files = drafts.files(draft);
        Additions additions = settings.of(files);
        List<String> pages =
                files.files().keySet().stream().filter(SitePath::isPage).toList();
        TreeSet<String> folders = new TreeSet<>();
        pages.stream()
                .map(SitePath::folderOf)
                .filter(folder -> !folder.isEmpty())
                .forEach(folders::add);
        Map<Boolean, List<String>> made = Builder.adds(files, additions, logos).stream()
                .collect(Collectors.partitioningBy(path -> files.at(path).isEmpty()));
        return ResponseEntity.ok()
                .eTag(IfMatch.tag(draft.revision()))
                .body(new SiteAdditionsView(
                        draft.revision(),
                        additions.overOwn(),
                        additions.every(),
                        additions.about(),
                        additions.languages(),
                        additions.made(),
                        List.copyOf(folders),
                        pictures(files),
                        made.get(true),
                        made.get(false),
                        additions.languages().untranslated(pages),
                        outdated(draft.siteId(), files, additions.languages()),
                        additions.languages().folders().keySet().stream()
                                .filter(folder -> files.at(folder + "404.html").isEmpty())
                                .toList()));
    }

    private List<Languages.Outdated> outdated(String siteId, Manifest files, Languages languages) {
        return languages.several()
                ? languages.outdated(() -> Stream.concat(
                                Stream.of(files),
                                versions.kept(siteId).stream()
                                        .limit(MOST_VERSIONS)
                                        .map(version -> manifests.get(version.manifest())))
                        .iterator())
                : List.of();
    }

    /** What holds for the whole site. @param overOwn whether what is set wins over what a page says of itself */
    record SiteAdditionsForm(
            boolean overOwn,
            @NotNull PageSettings every,
            @NotNull About about,
            @NotNull Languages languages,
            @NotNull MadeFor made) {}

    @PutMapping("/about")
    ResponseEntity<SiteAdditionsView> setSite(
            @PathVariable String siteId,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody SiteAdditionsForm form) {
        return site(settings.setSite(
                siteId,
                IfMatch.revision(ifMatch),
                form.overOwn(),
                form.every(),
                form.about(),
                form.languages(),
                form.made()));
    }
}
