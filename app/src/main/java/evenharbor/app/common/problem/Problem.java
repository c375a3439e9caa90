package evenharbor.app.common.problem;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** A request that was not carried out, with the reason for a person. Becomes an RFC 9457 answer. */
public final class Problem extends RuntimeException {

    private final ProblemType type;
    private final transient Map<String, Object> extra = new LinkedHashMap<>();

    /** A problem of a type, in a sentence that says what happened, what is unchanged and what to do. */
    public Problem(ProblemType type, String sentence) {
        super(sentence);
        this.type = type;
    }

    /** A problem with one field of what was sent. */
    public static Problem field(String field, String sentence) {
        return new Problem(ProblemType.INVALID, sentence).with("violations", List.of(new Violation(field, sentence)));
    }

    /** Several fields hold what they cannot. @param violations at least one */
    public static Problem fields(List<Violation> violations) {
        return new Problem(ProblemType.INVALID, violations.get(0).sentence()).with("violations", violations);
    }

    /**
     * A change for a state that someone has changed since it was looked at.
     *
     * @param sentence what happened, what is unchanged and what to do
     * @param revision the revision as it is now
     * @param who who changed it
     * @param at when
     * @param what what was done
     */
    public static Problem stale(String sentence, long revision, String who, Instant at, String what) {
        return new Problem(ProblemType.STALE, sentence)
                .with("revision", revision)
                .with("changedBy", who)
                .with("changedAt", at)
                .with("what", what);
    }

    /**
     * A change for a thing that someone has changed since it was looked at.
     *
     * @param what the thing, such as “this host”
     * @param revision the revision as it is now
     */
    public static Problem stale(String what, long revision) {
        return new Problem(
                        ProblemType.STALE,
                        "Someone changed " + what
                                + " in the meantime. Nothing was changed by you. Preview again, then try once more.")
                .with("revision", revision);
    }

    /** A thing that is not there or belongs to somebody else; the two are not told apart. */
    public static Problem notFound(String what) {
        return new Problem(ProblemType.NOT_FOUND, what + " is not there. It may have been removed.");
    }

    /** Adds a member to the answer. */
    public Problem with(String member, Object value) {
        extra.put(member, value);
        return this;
    }

    /** Its type. */
    public ProblemType type() {
        return type;
    }

    /** The members besides the standard ones. */
    public Map<String, Object> extra() {
        return extra;
    }

    /**
     * What is wrong with one field.
     *
     * @param field its name in the request
     * @param sentence what would be accepted
     */
    public record Violation(String field, String sentence) {}
}
