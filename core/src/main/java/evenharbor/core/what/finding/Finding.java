package evenharbor.core.what.finding;

/**
 * Something that is not right, once for each page and thing, however often it stands there.
 *
 * @param kind what
 * @param path the file; empty for the site as a whole
 * @param line the first line it stands in, from 1; 0 where there is none
 * @param subject what it is about, as it stands in the file: a URL, a title; empty where the kind says all
 * @param detail what was seen, in a sentence
 */
public record Finding(FindingKind kind, String path, int line, String subject, String detail) {

    /** The same for what is the same finding in another state of the site. */
    public Key key() {
        return new Key(kind, path, subject);
    }

    /** What makes a finding the same: where it stands in the file does not count. */
    public record Key(FindingKind kind, String path, String subject) {}
}
