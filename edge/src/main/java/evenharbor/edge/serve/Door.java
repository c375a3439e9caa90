package evenharbor.edge.serve;

import evenharbor.core.who.audience.Passes;

/**
 * What lets visitors in to what is not for everyone.
 *
 * @param passes what those who were let in carry: all edges that answer at the same names have the same key
 * @param keeper who knows people by mail
 */
public record Door(Passes passes, Doorkeeper keeper) {

    /** A door that knows nobody by mail. */
    public static Door of(Passes passes) {
        return new Door(passes, Doorkeeper.NONE);
    }
}
