package evenharbor.core.what.build;

import evenharbor.core.what.version.FileEntry;

/** The part of a content's hash that an asset's address carries: the first 12 hex digits of its SHA-256. */
public final class Pin {

    /** How many hex digits a pin has. */
    public static final int LENGTH = 12;

    private Pin() {}

    /** The pin of a file's content. */
    public static String of(FileEntry file) {
        return file.hash().substring(0, LENGTH);
    }

    /** Whether a pin that came with a request names this content. */
    public static boolean names(String pin, FileEntry file) {
        return pin.length() == LENGTH && file.hash().startsWith(pin);
    }
}
