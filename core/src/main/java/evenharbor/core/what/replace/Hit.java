package evenharbor.core.what.replace;

/**
 * A place where the words stand.
 *
 * @param start index of its first character in the text of the file
 * @param end index behind its last
 * @param line the line it begins in, from 1
 * @param where what part of the file it is in
 * @param before what stands before it, as it is read; cut
 * @param found the words as they are read
 * @param after what stands behind it, as it is read; cut
 */
public record Hit(int start, int end, int line, Where where, String before, String found, String after) {

    /** Parts of a file. */
    public enum Where {
        /** What visitors read. */
        WORDS,
        /** Within a tag: a link, the words of a picture, a description. */
        TAG,
        /** A script, a style, a remark, or a file that is no page. */
        CODE,
        /** Words with tags in their midst: a person has to say what becomes of those. */
        AROUND_TAGS
    }

    /** Whether other words can be put in its place. */
    public boolean replaceable() {
        return where != Where.AROUND_TAGS;
    }
}
