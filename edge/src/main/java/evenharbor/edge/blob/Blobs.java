package evenharbor.edge.blob;

import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.SeekableByteChannel;
import java.time.Instant;
import java.util.OptionalLong;
import java.util.function.Consumer;
import java.util.function.Predicate;

/**
 * Contents by their SHA-256 (64 lower-case hex digits). A content once put never changes. What was put is there for
 * readers at once, and survives a power cut when {@link #settle()} has returned.
 */
public interface Blobs {

    /** Whether a content is there. One that was asked for is young again: a sweep spares it. */
    boolean has(String hash);

    /** The bytes of a form of a content; empty when that form is not there. */
    OptionalLong size(String hash, Coding coding);

    /**
     * All bytes of a form of a content.
     *
     * @throws IOException when it is not there or cannot be read
     */
    byte[] read(String hash, Coding coding) throws IOException;

    /**
     * A form of a content, for reading parts of it.
     *
     * @throws IOException when it is not there
     */
    SeekableByteChannel open(String hash, Coding coding) throws IOException;

    /**
     * Keeps a content that is in memory.
     *
     * @return its hash
     */
    String put(byte[] content) throws IOException;

    /** A content that was kept: its hash and its bytes. */
    record Kept(String hash, long size) {}

    /** Keeps a content of any length; the stream is read to its end and not closed. */
    Kept put(InputStream content) throws IOException;

    /** Keeps a packed form of a content; an empty one says that packing does not pay. */
    void putPacked(String hash, Coding coding, byte[] packed) throws IOException;

    /** Whether a packed form was made already, or was found not to pay. */
    boolean isPacked(String hash, Coding coding);

    /** Reads a content back and compares it with its hash. */
    boolean isSound(String hash) throws IOException;

    /**
     * Many contents at once: none is there for readers until all are safe, which costs far less than making each safe
     * by itself. May be used by several threads.
     */
    interface Batch {

        /**
         * Takes a content along.
         *
         * @return its hash
         */
        String put(byte[] content) throws IOException;

        /** Takes a content of any length along; the stream is read to its end and not closed. */
        Kept put(InputStream content) throws IOException;

        /** Takes a packed form along; an empty one says that packing does not pay. */
        void putPacked(String hash, Coding coding, byte[] packed) throws IOException;

        /** Makes all of them safe against a power cut, then there for readers. */
        void settle() throws IOException;

        /** Gives up what has not been settled. */
        void close() throws IOException;
    }

    /**
     * What a sweep came to.
     *
     * @param kept how many contents are needed
     * @param spared how many are not needed, but young
     * @param removed how many were removed
     * @param bytes how many bytes that freed, packed forms among them
     */
    record Swept(long kept, long spared, long removed, long bytes) {}

    /**
     * Lets go of contents that nothing needs. Whoever puts a content that is here already, or asks whether it is, makes it
     * young; so what is referred to while this runs is safe when it was put, or asked for, after {@code before}.
     *
     * @param needed whether a content, named by its hash, is to stay
     * @param before contents that are younger than this, by the clock of the store, are spared
     */
    Swept sweep(Predicate<String> needed, Instant before) throws IOException;

    /** Names each content that is there, in no order. One that is put or let go of meanwhile is named, or not. */
    void each(Consumer<String> hash) throws IOException;

    /** Begins a batch. */
    Batch batch();

    /** Makes all that was put so far safe against a power cut. */
    void settle() throws IOException;
}
