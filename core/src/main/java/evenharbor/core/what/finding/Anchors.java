package evenharbor.core.what.finding;

import java.util.Arrays;
import java.util.Collection;
import java.util.List;

/** The places of a page that fragments may name. Names are told apart by hashes of 64 bits. */
public final class Anchors {

    private static final long BASIS = 0xcbf29ce484222325L;
    private static final long PRIME = 0x100000001b3L;

    private final long[] hashes;
    private final List<String> names;

    private Anchors(long[] hashes, List<String> names) {
        this.hashes = hashes;
        this.names = names;
    }

    static Anchors of(Collection<String> names) {
        return new Anchors(
                names.stream().mapToLong(name -> hash(BASIS, name)).sorted().toArray(),
                names.stream().sorted().toList());
    }

    /** Whether a place has this name. */
    public boolean contains(String name) {
        return Arrays.binarySearch(hashes, hash(BASIS, name)) >= 0;
    }

    /** All names, in their order. */
    public List<String> names() {
        return names;
    }

    /** FNV-1a over the characters. */
    private static long hash(long from, String name) {
        long hash = from;
        for (int i = 0; i < name.length(); i++) {
            hash = (hash ^ name.charAt(i)) * PRIME;
        }
        return hash;
    }

    /**
     * The places of all pages in one table. When a whole site is judged, each link asks for another page: here that is one
     * look into memory rather than one for each step from the page to its places.
     */
    static final class Index {

        private final long[] table;
        private final int mask;

        Index(Collection<Page> pages) {
            int places = pages.stream()
                    .mapToInt(page -> page.facts().anchors().names().size())
                    .sum();
            table = new long[Integer.highestOneBit(Math.max(8, places)) * 4];
            mask = table.length - 1;
            for (Page page : pages) {
                long base = hash(BASIS, page.path());
                page.facts().anchors().names().forEach(name -> add(key(base, name)));
            }
        }

        private static long key(long page, String name) {
            long key = hash((page ^ '#') * PRIME, name);
            return key == 0 ? 1 : key;
        }

        private void add(long key) {
            int at = slot(key);
            while (table[at] != 0 && table[at] != key) {
                at = at + 1 & mask;
            }
            table[at] = key;
        }

        private int slot(long key) {
            return (int) (key ^ key >>> 32) & mask;
        }

        /** Whether a page has a place of this name. */
        boolean contains(String page, String name) {
            long key = key(hash(BASIS, page), name);
            for (int at = slot(key); table[at] != 0; at = at + 1 & mask) {
                if (table[at] == key) {
                    return true;
                }
            }
            return false;
        }
    }
}
