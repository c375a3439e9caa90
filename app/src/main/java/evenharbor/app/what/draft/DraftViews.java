package evenharbor.app.what.draft;

import evenharbor.app.who.access.IfMatch;
import evenharbor.app.who.access.People;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.Manifest;
import java.time.Instant;
import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** Drafts as the interface shows them. */
@Component
public class DraftViews {

    /** Above this size a text is not edited in place, in bytes. */
    static final long LONGEST_EDITED = 1 << 20;

    private final Drafts drafts;
    private final People people;

    DraftViews(Drafts drafts, People people) {
        this.drafts = drafts;
        this.people = people;
    }

    /** A file. @param text whether it can be edited in place */
    public record FileView(String path, long size, String mediaType, boolean page, boolean text) {}

    /** A draft. @param what its last change, in words @param files none where they were not asked for */
    public record DraftView(
            long revision,
            String changedBy,
            Instant changedAt,
            String what,
            boolean undoable,
            int count,
            long bytes,
            List<FileView> files) {}

    /** The draft with its files, and its revision as the tag to change it by. */
    public ResponseEntity<DraftView> answer(Draft draft) {
        return answer(draft, true);
    }

    ResponseEntity<DraftView> answer(Draft draft, boolean withFiles) {
        return ResponseEntity.ok().eTag(IfMatch.tag(draft.revision())).body(view(draft, withFiles));
    }

    DraftView view(Draft draft, boolean withFiles) {
        Manifest manifest = SettingsFile.without(drafts.files(draft));
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
}
