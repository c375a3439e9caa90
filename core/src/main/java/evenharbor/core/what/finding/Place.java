package evenharbor.core.what.finding;

/**
 * A place in a text.
 *
 * @param start index of its first character
 * @param end index behind its last
 * @param line the line it begins in, from 1
 */
public record Place(int start, int end, int line) {}
