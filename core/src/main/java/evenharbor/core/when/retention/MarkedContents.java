package evenharbor.core.when.retention;

/**
 * The contents that something refers to, by the first 128 bits of their SHA-256: of a million of them no two are taken for
 * one another, and they take 32 MB.
 */
public final class MarkedContents {

    private static final int HALF = 16;
    private static final int SMALLEST = 1 << 10;

    private long[] high = new long[SMALLEST];
    private long[] low = new long[SMALLEST];
    private int count;

    /** Marks a content. @param hash its SHA-256 in 64 hex digits */
    public void add(CharSequence hash) {
        add(part(hash, 0), part(hash, HALF));
    }

    private void add(long first, long second) {
        if (count * 2 >= high.length) {
            grow();
        }
        int at = slot(first, second);
        if (high[at] == 0 && low[at] == 0) {
            high[at] = first;
            low[at] = second;
            count++;
        }
    }

    /** Whether a content is marked. */
    public boolean contains(CharSequence hash) {
        long first = part(hash, 0);
        long second = part(hash, HALF);
        int at = slot(first, second);
        return high[at] == first && low[at] == second;
    }

    /** How many contents are marked. */
    public int count() {
        return count;
    }

    /** Where a content is, or would be. Hashes are spread evenly as they are. */
    private int slot(long first, long second) {
        int at = (int) first & high.length - 1;
        while ((high[at] != 0 || low[at] != 0) && (high[at] != first || low[at] != second)) {
            at = at + 1 & high.length - 1;
        }
        return at;
    }

    private void grow() {
        long[] beforeHigh = high;
        long[] beforeLow = low;
        high = new long[beforeHigh.length * 2];
        low = new long[beforeLow.length * 2];
        count = 0;
        for (int i = 0; i < beforeHigh.length; i++) {
            if (beforeHigh[i] != 0 || beforeLow[i] != 0) {
                add(beforeHigh[i], beforeLow[i]);
            }
        }
    }

    /** 64 bits of a hash; nothing hashes to all zeros, which stands for an empty place. */
    private static long part(CharSequence hash, int from) {
        return Long.parseUnsignedLong(hash, from, from + HALF, 16);
    }
}
