package evenharbor.app.common.health;

/**
 * Something that is not right with this harbor, for whoever operates it.
 *
 * @param what what is wrong, in a sentence; the same as long as it is the same trouble
 * @param todo what to do about it, in a sentence
 */
public record Trouble(String what, String todo) {}
