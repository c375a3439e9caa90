package evenharbor.app.draft;

import evenharbor.app.HarborProperties;
import evenharbor.app.access.IfMatch;
import evenharbor.app.access.People;
import evenharbor.app.content.FileEntries;
import evenharbor.app.content.Manifests;
import evenharbor.app.problem.Problem;
import evenharbor.app.problem.ProblemType;
import evenharbor.app.site.Sites;
import evenharbor.core.draft.Intake;
import evenharbor.core.draft.IntakeFile;
import evenharbor.core.draft.IntakeLimits;
import evenharbor.core.draft.IntakeProblem;
import evenharbor.core.draft.SitePath;
import evenharbor.core.version.FileEntry;
import evenharbor.core.version.Manifest;
import evenharbor.edge.blob.Blobs;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The draft over HTTP: folder upload in two calls, ZIP upload in one, and single edits. */
@RestController
@RequestMapping("/api/sites/{siteId}/draft")
class DraftController {

    /** Above this size a text is not edited in place, in bytes. */
    private static final long LONGEST_EDITED = 1 << 20;

    private final Drafts drafts;
    private final Sites sites;
    private final People people;
    private final Manifests manifests;
    private final Blobs blobs;
    private final ZipIntake zips;
    private final Path incoming;

    DraftController(
            Drafts drafts,
            Sites sites,
            People people,
            Manifests manifests,
            Blobs blobs,
            ZipIntake zips,
            HarborProperties harbor)
            throws IOException {
        this.drafts = drafts;
        this.sites = sites;
        this.people = people;
        this.manifests = manifests;
        this.blobs = blobs;
        this.zips = zips;
        this.incoming = Files.createDirectories(harbor.home().resolve("incoming"));
    }

    record FileView(String path, long size, String mediaType, boolean page, boolean text) {}

    record DraftView(
            long revision,
            String changedBy,
            Instant changedAt,
            String what,
            boolean undoable,
            int count,
            long bytes,
            List<FileView> files) {}

    record Offered(
            @NotNull(message = "Name the file.") String path,
            long size,
            @NotNull(message = "Give the file's SHA-256.") String hash) {}

    record Offer(@NotNull(message = "List the files.") List<Offered> files) {}

    /** Which contents are not here yet, and what was noticed about the list. */
    record Answer(
            List<String> missing, long missingBytes, int count, String unwrapped, int leftovers, boolean hasPage) {}

    record TakenIn(DraftView draft, String unwrapped, int leftovers, boolean hasPage) {}

    record Move(
            @NotNull(message = "Say which file.") String from,
            @NotNull(message = "Say what to call it.") String to) {}

    record Text(String path, String text, long revision) {}

    @GetMapping
    ResponseEntity<DraftView> draft(@PathVariable String siteId) {
        return answer(drafts.of(siteId));
    }

    @PostMapping("/offer")
    Answer offer(
            @PathVariable String siteId,
            @RequestParam(defaultValue = "true") boolean replace,
            @RequestBody Offer offer) {
        sites.mine(siteId);
        Intake intake = judged(offer, replace);
        Set<String> missing = new LinkedHashSet<>();
        long bytes = 0;
        for (Offered file : offer.files()) {
            if (intake.paths().containsKey(file.path())
                    && !blobs.has(checkedHash(file.hash()))
                    && missing.add(file.hash())) {
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

    @PutMapping(path = "/contents/{hash}", consumes = "application/octet-stream")
    ResponseEntity<Void> send(
            @PathVariable String siteId,
            @PathVariable String hash,
            @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(schema = @Schema(type = "string", format = "binary")))
                    InputStream body)
            throws IOException {
        sites.mine(siteId);
        Blobs.Kept kept = blobs.put(new LimitedStream(body, IntakeLimits.DEFAULT.bytes()));
        if (!kept.hash().equals(checkedHash(hash))) {
            throw new Problem(
                    ProblemType.INVALID,
                    "A file changed on your disk while it was read, or was damaged on the way. Nothing was changed."
                            + " Send it again.");
        }
        return ResponseEntity.noContent().build();
    }

    record Sent(String hash) {}

    /** For browsers that cannot compute hashes, which is so where the application is not reached over HTTPS. */
    @PostMapping(path = "/contents", consumes = "application/octet-stream")
    Sent sendUnhashed(
            @PathVariable String siteId,
            @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = @Content(schema = @Schema(type = "string", format = "binary")))
                    InputStream body)
            throws IOException {
        sites.mine(siteId);
        return new Sent(
                blobs.put(new LimitedStream(body, IntakeLimits.DEFAULT.bytes())).hash());
    }

    @PostMapping("/take")
    TakenIn take(
            @PathVariable String siteId,
            @RequestParam(defaultValue = "true") boolean replace,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @RequestBody Offer offer)
            throws IOException {
        sites.mine(siteId);
        Intake intake = judged(offer, replace);
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
                long size = blobs.size(checkedHash(file.hash()), evenharbor.edge.blob.Coding.IDENTITY)
                        .orElseThrow(() -> new Problem(
                                ProblemType.CONTENT_MISSING,
                                "“" + path + "” has not arrived yet. Nothing was changed. Send it, then try again."));
                entry = FileEntries.of(path, file.hash(), size, blobs);
            }
            files.put(path, entry);
        }
        blobs.settle();
        return takenIn(siteId, ifMatch, replace, files, intake, "folder");
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
            try (InputStream body = new LimitedStream(request.getInputStream(), IntakeLimits.DEFAULT.bytes())) {
                Files.copy(body, zip, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
            }
            ZipIntake.Taken taken = zips.take(zip, replace);
            return takenIn(siteId, ifMatch, replace, taken.files().files(), taken.intake(), "ZIP");
        } finally {
            Files.deleteIfExists(zip);
        }
    }

    private TakenIn takenIn(
            String siteId,
            String ifMatch,
            boolean replace,
            Map<String, FileEntry> files,
            Intake intake,
            String source) {
        String what = (replace ? "took in a " + source + " of " : "added from a " + source + " ")
                + files.size()
                + (files.size() == 1 ? " file" : " files");
        Draft draft = drafts.change(
                siteId,
                IfMatch.revision(ifMatch),
                what,
                before -> replace ? Manifest.of(files) : before.with(all -> all.putAll(files)));
        return new TakenIn(view(draft, false), intake.unwrapped().orElse(""), intake.leftovers(), intake.hasPage());
    }

    @GetMapping("/text")
    Text text(@PathVariable String siteId, @RequestParam String path) {
        Draft draft = drafts.of(siteId);
        FileEntry file = drafts.files(draft).at(path).orElseThrow(() -> Problem.notFound("“" + path + "”"));
        if (!file.utf8() || file.size() > LONGEST_EDITED) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "“" + path + "” is not a text that can be edited here. Replace the file instead.");
        }
        return new Text(
                path, manifests.text(file).orElseThrow(() -> Problem.notFound("“" + path + "”")), draft.revision());
    }

    record NewText(@NotNull(message = "Send the text.") String text) {}

    @PutMapping("/text")
    ResponseEntity<DraftView> saveText(
            @PathVariable String siteId,
            @RequestParam String path,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @RequestBody NewText body)
            throws IOException {
        drafts.check(siteId, IfMatch.revision(ifMatch));
        byte[] bytes = body.text().getBytes(StandardCharsets.UTF_8);
        String clean = cleanPath(path);
        FileEntry entry = FileEntries.of(clean, blobs.put(bytes), bytes);
        blobs.settle();
        return answer(drafts.change(
                siteId,
                IfMatch.revision(ifMatch),
                "edited " + clean,
                before -> before.with(files -> files.put(clean, entry))));
    }

    @PutMapping(path = "/files", consumes = "*/*")
    ResponseEntity<DraftView> putFile(
            @PathVariable String siteId,
            @RequestParam String path,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            HttpServletRequest request)
            throws IOException {
        drafts.check(siteId, IfMatch.revision(ifMatch));
        String clean = cleanPath(path);
        Blobs.Kept kept = blobs.put(new LimitedStream(request.getInputStream(), IntakeLimits.DEFAULT.bytes()));
        FileEntry entry = FileEntries.of(clean, kept.hash(), kept.size(), blobs);
        blobs.settle();
        return answer(drafts.change(
                siteId,
                IfMatch.revision(ifMatch),
                "put in " + clean,
                before -> before.with(files -> files.put(clean, entry))));
    }

    @DeleteMapping("/files")
    ResponseEntity<DraftView> remove(
            @PathVariable String siteId,
            @RequestParam String path,
            @RequestHeader(name = "If-Match", required = false) String ifMatch) {
        return answer(drafts.change(siteId, IfMatch.revision(ifMatch), "deleted " + path, before -> {
            List<String> gone = List.copyOf(before.under(path));
            if (gone.isEmpty()) {
                throw Problem.notFound("“" + path + "”");
            }
            return before.with(files -> gone.forEach(files::remove));
        }));
    }

    @PostMapping("/moves")
    ResponseEntity<DraftView> move(
            @PathVariable String siteId,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @RequestBody Move move) {
        boolean folder = move.from().endsWith("/");
        String to = cleanPath(move.to()) + (folder ? "/" : "");
        return answer(drafts.change(
                siteId, IfMatch.revision(ifMatch), "renamed " + move.from() + " to " + to, before -> {
                    List<String> from = List.copyOf(before.under(move.from()));
                    if (from.isEmpty()) {
                        throw Problem.notFound("“" + move.from() + "”");
                    }
                    return before.with(files -> {
                        List<FileEntry> moved = new ArrayList<>();
                        from.forEach(path -> moved.add(files.remove(path)));
                        for (int i = 0; i < from.size(); i++) {
                            String target =
                                    to + from.get(i).substring(move.from().length());
                            if (files.putIfAbsent(target, moved.get(i)) != null) {
                                throw Problem.field("to", "“" + target + "” is there already. Choose another name.");
                            }
                        }
                    });
                }));
    }

    @PostMapping("/undo")
    ResponseEntity<DraftView> undo(
            @PathVariable String siteId, @RequestHeader(name = "If-Match", required = false) String ifMatch) {
        return answer(drafts.undo(siteId, IfMatch.revision(ifMatch)));
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

    private static String cleanPath(String path) {
        SitePath.Reading reading = SitePath.read(path);
        if (reading instanceof SitePath.Refused refused) {
            throw Problem.field("path", refused.problem().sentence());
        }
        return ((SitePath.Clean) reading).path();
    }

    private static String checkedHash(String hash) {
        if (!hash.matches("[0-9a-f]{64}")) {
            throw Problem.field("hash", "A hash is the SHA-256 of the content in 64 lower-case hex digits.");
        }
        return hash;
    }

    private ResponseEntity<DraftView> answer(Draft draft) {
        return ResponseEntity.ok().eTag(IfMatch.tag(draft.revision())).body(view(draft, true));
    }

    private DraftView view(Draft draft, boolean withFiles) {
        Manifest manifest = drafts.files(draft);
        List<FileView> files = !withFiles
                ? List.of()
                : manifest.files().entrySet().stream()
                        .map(e -> new FileView(
                                e.getKey(),
                                e.getValue().size(),
                                e.getValue().mediaType(),
                                SitePath.isPage(e.getKey()),
                                e.getValue().utf8() && e.getValue().size() <= LONGEST_EDITED))
                        .toList();
        return new DraftView(
                draft.revision(),
                people.names(List.of(draft.changedBy())).of(draft.changedBy()),
                draft.changedAt(),
                draft.what(),
                draft.undoable(),
                manifest.count(),
                manifest.bytes(),
                files);
    }

    /** Stops reading what is larger than a site may be. */
    private static final class LimitedStream extends java.io.FilterInputStream {
        private long left;

        LimitedStream(InputStream in, long most) {
            super(in);
            this.left = most;
        }

        @Override
        public int read() throws IOException {
            return count(super.read(), 1);
        }

        @Override
        public int read(byte[] bytes, int offset, int length) throws IOException {
            int read = super.read(bytes, offset, length);
            return count(read, read);
        }

        private int count(int read, int bytes) {
            left -= Math.max(0, bytes);
            if (left < 0) {
                throw IntakeRefusal.of(IntakeProblem.Kind.TOO_LARGE, (IntakeLimits.DEFAULT.bytes() >> 20) + " MiB");
            }
            return read;
        }
    }
}
