package evenharbor.core.who.audience;

/**
 * Who is let in to a part of a site. What was let in before a renewal is not let in after it.
 *
 * @param id its id
 * @param generation which renewal of it
 * @param audience who is let in
 */
public record Guard(String id, int generation, Audience audience) {

    /** Whether everyone is let in. */
    public boolean open() {
        return audience instanceof Audience.Everyone;
    }
}
