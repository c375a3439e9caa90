package evenharbor.core.harbor.outcome;

/**
 * A request that visitors made.
 *
 * @param host host name asked, in lower case; {@code *.NAME} for names that nobody claimed
 * @param path decoded path asked
 * @param visits how often
 */
public record Recorded(String host, String path, long visits) {}
