package evenharbor.core.when.history;

import evenharbor.core.what.version.Manifest;
import java.time.Instant;

/**
 * A version and its files.
 *
 * @param number its number
 * @param at when it was made
 */
public record VersionFiles(int number, Instant at, Manifest files) {}
