package evenharbor.core.what.draft;

/**
 * How much a site may hold.
 *
 * @param files the most files
 * @param bytes the most bytes, unpacked
 * @param ratio the most unpacked bytes for one packed byte, looked at only above {@code ratioFrom}
 * @param ratioFrom unpacked bytes of one file below which the ratio is not looked at
 */
public record IntakeLimits(int files, long bytes, int ratio, long ratioFrom) {

    /** The limits in force: 20,000 files, 1 GiB, 200 to 1 for files of more than 1 MiB. */
    public static final IntakeLimits DEFAULT = new IntakeLimits(20_000, 1L << 30, 200, 1L << 20);
}
