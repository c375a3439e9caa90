package evenharbor.app.what.draft;

import evenharbor.core.what.version.Manifest;

/** The space that an account's sites may hold, as far as the operator sets a limit. */
public interface SpaceLimit {

    /**
     * Refuses a change of a draft that needs more space than there is.
     *
     * @throws evenharbor.app.common.problem.Problem when there is not enough
     */
    void check(String accountId, Manifest before, Manifest after);
}
