package evenharbor.core.harbor.publish;

import evenharbor.core.what.version.Change;
import evenharbor.core.what.version.Changes;
import evenharbor.core.what.version.Manifest;
import java.util.Set;

/**
 * What a publish takes along.
 *
 * @param heldBack paths of changes that stay as they are live
 * @param sentAnyway paths whose stored content is checked and made ready anew though nothing changed
 */
public record Selection(Set<String> heldBack, Set<String> sentAnyway) {

    /** Everything that changed, and nothing else. */
    public static final Selection ALL = new Selection(Set.of(), Set.of());

    /** Copies both sets. */
    public Selection {
        heldBack = Set.copyOf(heldBack);
        sentAnyway = Set.copyOf(sentAnyway);
    }

    /**
     * The files that will be live: the draft, but for each change held back what is live now. Holding a moved page back
     * keeps it at its old path alone.
     */
    public Manifest apply(Manifest live, Manifest draft, Changes changes) {
        if (heldBack.isEmpty()) {
            return draft;
        }
        return draft.with(files -> {
            for (Change change : changes.list()) {
                if (!heldBack.contains(change.path())) {
                    continue;
                }
                files.remove(change.path());
                String back = change.from().orElse(change.path());
                live.at(back).ifPresent(entry -> files.put(back, entry));
            }
        });
    }
}
