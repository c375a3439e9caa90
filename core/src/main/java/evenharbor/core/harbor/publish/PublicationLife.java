package evenharbor.core.harbor.publish;

import java.util.OptionalInt;

/**
 * One publish, from being asked for to its end. Once visitors are switched over it has succeeded, whatever fails then.
 *
 * @param state how it stands as a whole
 * @param step what is being done
 * @param done files done in this step
 * @param total files in all
 * @param version number of the version made by the switch
 * @param problem why it did not come to a switch, for its owner; empty when it did, or may
 */
public record PublicationLife(State state, Step step, int done, int total, OptionalInt version, String problem) {

    /** How a publish stands as a whole. */
    public enum State {
        RUNNING,
        DONE,
        FAILED,
        STOPPED
    }

    /** What is being done. */
    public enum Step {
        CHECKING,
        BUILDING,
        SWITCHING,
        LIVE
    }

    /** One that has been asked for. */
    public static PublicationLife asked(int files) {
        return new PublicationLife(State.RUNNING, Step.CHECKING, 0, files, OptionalInt.empty(), "");
    }

    /** Whether it can still be ended without visitors having noticed. */
    public boolean stoppable() {
        return state == State.RUNNING && version.isEmpty();
    }

    /** How far it is. What comes in late changes nothing. */
    public PublicationLife at(Step next, int filesDone) {
        return stoppable() && next.compareTo(step) >= 0
                ? new PublicationLife(state, next, filesDone, total, version, problem)
                : this;
    }

    /** Visitors are switched over. */
    public PublicationLife switched(int number) {
        return stoppable()
                ? new PublicationLife(State.RUNNING, Step.LIVE, total, total, OptionalInt.of(number), "")
                : this;
    }

    /** This node's visitors get the new version, too. */
    public PublicationLife finished() {
        return state == State.RUNNING && version.isPresent() ? over(State.DONE, "") : this;
    }

    /** Something went wrong. After the switch that is no failure of the publish. */
    public PublicationLife failed(String sentence) {
        return stoppable() ? over(State.FAILED, sentence) : finished();
    }

    /** Someone ended it. After the switch it is too late. */
    public PublicationLife stopped(String sentence) {
        return stoppable() ? over(State.STOPPED, sentence) : this;
    }

    private PublicationLife over(State end, String sentence) {
        return new PublicationLife(end, step, done, total, version, sentence);
    }
}
