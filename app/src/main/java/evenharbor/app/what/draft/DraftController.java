package evenharbor.app.what.draft;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.content.FileEntries;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.who.access.IfMatch;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.draft.IntakeProblem;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
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

/** The draft over HTTP, and single edits of it. */
@RestController
@RequestMapping("/api/sites/{siteId}/draft")
class DraftController {

    private final Drafts drafts;
    private final DraftViews views;
    private final Manifests manifests;
    private final Blobs blobs;
    private final RenameFollower follower;

    DraftController(Drafts drafts, DraftViews views, Manifests manifests, Blobs blobs, RenameFollower follower) {
        this.drafts = drafts;
        this.views = views;
        this.manifests = manifests;
        this.blobs = blobs;
        this.follower = follower;
    }

    record Move(
            @NotNull(message = "Say which file.") String from,
            @NotNull(message = "Say what to call it.") String to) {}

    record Text(String path, String text, long revision) {}

    @GetMapping
    ResponseEntity<DraftViews.DraftView> draft(
            @PathVariable String siteId, @RequestParam(defaultValue = "true") boolean files) {
        return views.answer(drafts.of(siteId), files);
    }

    @GetMapping("/text")
    Text text(@PathVariable String siteId, @RequestParam String path) {
        Draft draft = drafts.of(siteId);
        FileEntry file = drafts.files(draft).at(path).orElseThrow(() -> Problem.notFound("“" + path + "”"));
        if (!file.utf8() || file.size() > DraftViews.LONGEST_EDITED) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "“" + path + "” is not a text that can be edited here. Replace the file instead.");
        }
        return new Text(
                path, manifests.text(file).orElseThrow(() -> Problem.notFound("“" + path + "”")), draft.revision());
    }

    record NewText(@NotNull(message = "Send the text.") String text) {}

    @PutMapping("/text")
    ResponseEntity<DraftViews.DraftView> saveText(
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
        return views.answer(drafts.change(
                siteId,
                IfMatch.revision(ifMatch),
                "edited " + clean,
                before -> before.with(files -> files.put(clean, entry))));
    }

    @PutMapping(path = "/files", consumes = "*/*")
    ResponseEntity<DraftViews.DraftView> putFile(
            @PathVariable String siteId,
            @RequestParam String path,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            HttpServletRequest request)
            throws IOException {
        drafts.check(siteId, IfMatch.revision(ifMatch));
        String clean = cleanPath(path);
        Blobs.Kept kept = blobs.put(IntakeRefusal.limited(request.getInputStream()));
        FileEntry entry = FileEntries.of(clean, kept.hash(), kept.size(), blobs);
        blobs.settle();
        return views.answer(drafts.change(
                siteId,
                IfMatch.revision(ifMatch),
                "put in " + clean,
                before -> before.with(files -> files.put(clean, entry))));
    }

    @DeleteMapping("/files")
    ResponseEntity<DraftViews.DraftView> remove(
            @PathVariable String siteId,
            @RequestParam String path,
            @RequestHeader(name = "If-Match", required = false) String ifMatch) {
        return views.answer(drafts.change(siteId, IfMatch.revision(ifMatch), "deleted " + path, before -> {
            List<String> gone = List.copyOf(SettingsFile.without(before).under(path));
            if (gone.isEmpty()) {
                throw Problem.notFound("“" + path + "”");
            }
            return before.with(files -> gone.forEach(files::remove));
        }));
    }

    @PostMapping("/moves")
    ResponseEntity<DraftViews.DraftView> move(
            @PathVariable String siteId,
            @RequestHeader(name = "If-Match", required = false) String ifMatch,
            @Valid @RequestBody Move move) {
        boolean folder = move.from().endsWith("/");
        String to = cleanPath(move.to()) + (folder ? "/" : "");
        return views.answer(drafts.change(
                siteId, IfMatch.revision(ifMatch), "renamed " + move.from() + " to " + to, before -> {
                    List<String> from = List.copyOf(SettingsFile.without(before).under(move.from()));
                    if (from.isEmpty()) {
                        throw Problem.notFound("“" + move.from() + "”");
                    }
                    Manifest after = before.with(files -> {
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
                    return follower.renamed(
                            after,
                            path -> from.contains(path)
                                    ? to + path.substring(move.from().length())
                                    : path);
                }));
    }

    @PostMapping("/undo")
    ResponseEntity<DraftViews.DraftView> undo(
            @PathVariable String siteId, @RequestHeader(name = "If-Match", required = false) String ifMatch) {
        return views.answer(drafts.undo(siteId, IfMatch.revision(ifMatch)));
    }

    private static String cleanPath(String path) {
        SitePath.Reading reading = SitePath.read(path);
        if (reading instanceof SitePath.Refused refused) {
            throw Problem.field("path", refused.problem().sentence());
        }
        String clean = ((SitePath.Clean) reading).path();
        if (SitePath.isHidden(clean)) {
            throw Problem.field("path", new IntakeProblem(IntakeProblem.Kind.HIDDEN, clean).sentence());
        }
        return clean;
    }
}
