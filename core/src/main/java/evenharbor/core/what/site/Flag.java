package evenharbor.core.what.site;

import java.nio.charset.StandardCharsets;

/**
 * The mark of a site: geometric fields in two colours, computed from the site's id, so that it never changes and needs
 * no picture.
 *
 * @param pattern how the fields are cut
 * @param ground index of the colour of the ground, 0 to 7
 * @param figure index of the colour of the figure, 0 to 7, never that of the ground
 */
public record Flag(Pattern pattern, int ground, int figure) {

    /** The number of colours flags are drawn with. */
    public static final int COLOURS = 8;

    /** The cuts; none is one of the signal flags used at sea. */
    public enum Pattern {
        WEDGE,
        STEP,
        ARCH,
        SPLIT_WAVE,
        CORNER_DISC,
        SAW,
        LOZENGE_ROW,
        SLANT,
        HOURGLASS,
        RIM,
        KEYHOLE,
        THREE_BARS
    }

    /** The flag of the thing with this id. Equal ids give equal flags. */
    public static Flag of(String id) {
        int mixed = mix(id);
        Pattern[] patterns = Pattern.values();
        int pattern = Math.floorMod(mixed, patterns.length);
        int ground = Math.floorMod(mixed >>> 8, COLOURS);
        int figure = (ground + 1 + Math.floorMod(mixed >>> 16, COLOURS - 1)) % COLOURS;
        return new Flag(patterns[pattern], ground, figure);
    }

    /** FNV-1a with a final avalanche, so that ids that differ in one letter get unlike flags. */
    private static int mix(String id) {
        int h = 0x811c9dc5;
        for (byte b : id.getBytes(StandardCharsets.UTF_8)) {
            h = (h ^ (b & 0xff)) * 0x01000193;
        }
        h ^= h >>> 15;
        h *= 0x2c1b3c6d;
        h ^= h >>> 12;
        h *= 0x297a2d39;
        return h ^ (h >>> 15);
    }
}
