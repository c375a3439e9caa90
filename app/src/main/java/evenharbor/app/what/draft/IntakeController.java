package evenharbor.app.what.draft;

import evenharbor.app.HarborProperties;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.content.FileEntries;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.IfMatch;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.draft.Intake;
import evenharbor.core.what.draft.IntakeFile;
import evenharbor.core.what.draft.IntakeLimits;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What makes files a draft over HTTP: a folder that is offered and then taken, single files, a ZIP in one call. */
@RestController
@RequestMapping("/api/sites/{siteId}/draft")
class IntakeController {

    private final Drafts drafts;
    private final DraftViews views;
    private final Sites sites;
    private final Blobs blobs;
    private final AccountContents contents;
    private final ZipIntake zips;
    private final Path incoming;

    IntakeController(
            Drafts drafts,
            DraftViews views,
            Sites sites,
            Blobs blobs,
            AccountContents contents,
            ZipIntake zips,
            HarborProperties harbor)
            throws IOException {
        this.drafts = drafts;
        this.views = views;
        this.sites = sites;
        this.blobs = blobs;
        this.contents = contents;
        this.zips = zips;
        this.incoming = Files.createDirectories(harbor.home().resolve("incoming"));
    }

    record Offered(
            @NotNull(message = "Name the file.") String path,
            long size,
            @NotNull(message = "Give the file's SHA-256.") String hash) {}

    record Offer(@NotNull(message = "List the files.") List<@Valid Offered> files) {}

    /** What changes. @param removed paths that go; one that is not there is passed over */
    record Edits(
            @NotNull(message = "List the files.") List<@Valid Offered> files,
            @NotNull(message = "List the paths that go.") List<String> removed) {}

    /** Which contents are not here yet, and what was noticed about the list. */
    record Answer(
            List<String> missing, long missingBytes, int count, String unwrapped, int leftovers, boolean hasPage) {}

    record TakenIn(DraftViews.DraftView draft, String unwrapped, int leftovers, boolean hasPage) {}

    @PostMapping("/offer")
    Answer offer(
            @PathVariable String siteId,
            @RequestParam(defaultValue = "true") boolean replace,
            @Valid @RequestBody Offer offer) {
        Site site = sites.mine(siteId);
        Intake intake = judged(offer, replace);
        contents.tidy();
        Set<String> known = contents.known(site, hashes(offer, intake));
        Set<String> missing = new LinkedHashSet<>();
        long bytes = 0;
        for (Offered file : offer.files()) {
            if (intake.paths().containsKey(file.path()) && !known.contains(file.hash()) && missing.add(file.hash())) {
                bytes += file.size();
            }
        }
        return new Answer(
                List.copyOf(missing),
                bytes,
                intake.paths().size(),
                intake.unwrapped().orElse(""),
                intake.leftovers(),
                intake.hasPage());
    }

    @PostMapping("/take")
    TakenIn take(
            @PathVariable String siteId,
            @RequestParam(defaultValue = "true") boolean replace,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody Offer offer)
            throws IOException {
        Intake intake = judged(offer, replace);
        Map<String, FileEntry> files = arrived(siteId, offer, intake);
        return takenIn(siteId, ifMatch, replace, files, Set.of(), intake, said(replace, "folder", files.size()));
    }

    @PostMapping("/edits")
    TakenIn edit(
            @PathVariable String siteId,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody Edits edits)
            throws IOException {
        Offer offer = new Offer(edits.files());
        Intake intake = edits.files().isEmpty() ? Intake.NONE : judged(offer, false);
        Map<String, FileEntry> files = arrived(siteId, offer, intake);
        Set<String> removed = present(siteId, edits.removed());
        String what = "updated from a folder (" + counted(files.size()) + ", " + removed.size() + " removed)";
        return takenIn(siteId, ifMatch, false, files, removed, intake, what);
    }

    /** The paths in the draft of what is named as files are sent; what is set beside the files stays. */
    private Set<String> present(String siteId, List<String> named) {
        Set<String> there =
                SettingsFile.without(drafts.files(drafts.of(siteId))).files().keySet();
        return named.stream()
                .map(SitePath::read)
                .flatMap(reading -> reading instanceof SitePath.Clean clean ? Stream.of(clean.path()) : Stream.of())
                .filter(there::contains)
                .collect(Collectors.toSet());
    }

    /** Files whose contents are all here, safe on disk. */
    private Map<String, FileEntry> arrived(String siteId, Offer offer, Intake intake) throws IOException {
        Site site = sites.mine(siteId);
        Set<String> held = contents.known(site, hashes(offer, intake));
        Map<String, FileEntry> files = new HashMap<>();
        Map<String, FileEntry> known = new HashMap<>();
        drafts.files(drafts.of(siteId)).files().forEach((path, entry) -> known.put(path + " " + entry.hash(), entry));
        for (Offered file : offer.files()) {
            String path = intake.paths().get(file.path());
            if (path == null) {
                continue;
            }
            FileEntry entry = known.get(path + " " + file.hash());
            if (entry == null) {
                long size = (held.contains(file.hash())
                                ? blobs.size(file.hash(), Coding.IDENTITY)
                                : OptionalLong.empty())
                        .orElseThrow(() -> new Problem(
                                ProblemType.CONTENT_MISSING,
                                "“" + path + "” has not arrived yet. Nothing was changed. Send it, then try again."));
                entry = FileEntries.of(path, file.hash(), size, blobs);
            }
            files.put(path, entry);
        }
        blobs.settle();
        return files;
    }

    @PutMapping(
            path = "/zip",
            consumes = {"application/zip", "application/octet-stream", "*/*"})
    TakenIn takeZip(
            @PathVariable String siteId,
            @RequestParam(defaultValue = "true") boolean replace,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            HttpServletRequest request)
            throws IOException {
        drafts.check(siteId, IfMatch.revision(ifMatch));
        Path zip = Files.createTempFile(incoming, "zip", ".part");
        try {
            try (InputStream body = IntakeRefusal.limited(request.getInputStream())) {
                Files.copy(body, zip, StandardCopyOption.REPLACE_EXISTING);
            }
            ZipIntake.Taken taken = zips.take(zip, replace);
            Map<String, FileEntry> files = taken.files().files();
            return takenIn(
                    siteId, ifMatch, replace, files, Set.of(), taken.intake(), said(replace, "ZIP", files.size()));
        } finally {
            Files.deleteIfExists(zip);
        }
    }

    private TakenIn takenIn(
            String siteId,
            String ifMatch,
            boolean replace,
            Map<String, FileEntry> files,
            Set<String> removed,
            Intake intake,
            String what) {
        Draft draft = drafts.change(
                siteId,
                IfMatch.revision(ifMatch),
                what,
                before -> replace
                        ? drafts.replaced(siteId, before, Manifest.of(files))
                        : before.with(all -> {
                            removed.forEach(all::remove);
                            all.putAll(files);
                        }));
        return new TakenIn(
                views.view(draft, false), intake.unwrapped().orElse(""), intake.leftovers(), intake.hasPage());
    }

    private static String said(boolean replace, String source, int files) {
        return (replace ? "uploaded a " : "added from a ") + source + " (" + counted(files) + ")";
    }

    private static String counted(int files) {
        return files + (files == 1 ? " file" : " files");
    }

    private static Intake judged(Offer offer, boolean unwrap) {
        Intake intake = Intake.of(
                offer.files().stream()
                        .map(f -> IntakeFile.plain(f.path(), f.size()))
                        .toList(),
                IntakeLimits.DEFAULT,
                unwrap);
        if (!intake.problems().isEmpty()) {
            throw IntakeRefusal.of(intake.problems());
        }
        return intake;
    }

    private static List<String> hashes(Offer offer, Intake intake) {
        return offer.files().stream()
                .filter(file -> intake.paths().containsKey(file.path()))
                .map(file -> ContentController.checkedHash(file.hash()))
                .toList();
    }
}
