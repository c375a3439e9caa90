package evenharbor.app.what.content;

/**
 * Something that refers to contents. What none of them names is let go of once it is old. They are asked within one
 * transaction that sees all rows as of one moment.
 */
public interface ContentUser {

    /** Takes down what is referred to. An empty hash, or none, names nothing. */
    interface Marks {

        /** A content by itself. */
        void content(String hash);

        /** A manifest, and all contents that it lists. */
        void manifest(String hash);
    }

    /** Names all that is referred to. */
    void name(Marks marks);
}
