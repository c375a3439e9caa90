package evenharbor.core.what.version;

/**
 * One file of a manifest.
 *
 * @param hash SHA-256 of the content, 64 lower-case hex digits
 * @param size bytes
 * @param mediaType media type without charset, such as {@code text/html}
 * @param utf8 whether it is text that is valid UTF-8 all through, so that the charset may be named to visitors
 */
public record FileEntry(String hash, long size, String mediaType, boolean utf8) {

    /** Whether two entries have the same content. */
    public boolean sameContent(FileEntry other) {
        return hash.equals(other.hash);
    }
}
