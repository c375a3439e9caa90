package evenharbor.core.what.version;

import java.util.Iterator;
import java.util.Map;

/** One pass over two manifests side by side, both in the order of their paths. */
public final class SideBySide {

    private SideBySide() {}

    /** What is at a path in both; at least one of them is there. */
    @FunctionalInterface
    public interface Pair {
        /**
         * Takes what is at a path.
         *
         * @param before null when nothing was there
         * @param after null when nothing is there any more
         */
        void at(String path, FileEntry before, FileEntry after);
    }

    /** Gives every path of both, each once. */
    public static void walk(Manifest before, Manifest after, Pair pair) {
        Iterator<Map.Entry<String, FileEntry>> olds = before.files().entrySet().iterator();
        Iterator<Map.Entry<String, FileEntry>> news = after.files().entrySet().iterator();
        Map.Entry<String, FileEntry> o = next(olds);
        Map.Entry<String, FileEntry> n = next(news);
        while (o != null || n != null) {
            int order = o == null ? 1 : n == null ? -1 : o.getKey().compareTo(n.getKey());
            pair.at(
                    order <= 0 ? o.getKey() : n.getKey(),
                    order <= 0 ? o.getValue() : null,
                    order >= 0 ? n.getValue() : null);
            o = order <= 0 ? next(olds) : o;
            n = order >= 0 ? next(news) : n;
        }
    }

    private static Map.Entry<String, FileEntry> next(Iterator<Map.Entry<String, FileEntry>> entries) {
        return entries.hasNext() ? entries.next() : null;
    }
}
