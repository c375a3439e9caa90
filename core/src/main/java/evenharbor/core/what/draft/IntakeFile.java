package evenharbor.core.what.draft;

/**
 * A file as a ZIP or a browser announces it.
 *
 * @param name its path as announced
 * @param kind what sort of thing it is
 * @param size its bytes unpacked; -1 when not announced
 * @param packed its bytes packed; -1 when it is not packed
 */
public record IntakeFile(String name, Kind kind, long size, long packed) {

    /** What an entry can be. */
    public enum Kind {
        FILE,
        FOLDER,
        LINK,
        DEVICE,
        LOCKED
    }

    /** A plain file that is not packed. */
    public static IntakeFile plain(String name, long size) {
        return new IntakeFile(name, Kind.FILE, size, -1);
    }
}
