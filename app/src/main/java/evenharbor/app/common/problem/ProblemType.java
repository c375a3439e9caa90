package evenharbor.app.common.problem;

import java.util.Locale;

/** All types of problem the API answers with; the name in lower case, with hyphens, is the stable end of the type. */
public enum ProblemType {
    INVALID(400, "Check the marked field"),
    INTAKE_REFUSED(422, "These files were not added"),
    SIGN_IN_NEEDED(401, "Sign in to go on"),
    SIGN_IN_FAILED(401, "E-mail or password do not match"),
    SECOND_FACTOR_NEEDED(401, "One more step to sign in"),
    NOT_PERMITTED(403, "This takes another role"),
    QUOTA_REACHED(409, "No more of these fit"),
    TOO_MANY_TRIES(429, "Too many tries"),
    NOT_FOUND(404, "Not there"),
    NAME_TAKEN(409, "This name is taken"),
    NAME_UNUSABLE(422, "This name cannot be used"),
    STALE(412, "Changed by someone in the meantime"),
    PUBLISH_RUNNING(409, "A publish is under way"),
    KEY_USED(422, "This key was used for another request"),
    REPEAT_RUNNING(409, "The first request is under way"),
    NOT_READY(409, "Something is missing first"),
    CONTENT_MISSING(409, "Some files have not arrived"),
    CONTENT_DAMAGED(500, "A stored file is damaged"),
    OUTSIDE_AWAY(503, "Someone outside does not answer"),
    UNEXPECTED(500, "Something went wrong here");

    private final int status;
    private final String title;

    ProblemType(int status, String title) {
        this.status = status;
        this.title = title;
    }

    /** The HTTP status. */
    public int status() {
        return status;
    }

    /** The same for all problems of the type. */
    public String title() {
        return title;
    }

    /** The stable reference of the type. */
    public String uri() {
        return "/problems/" + name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
