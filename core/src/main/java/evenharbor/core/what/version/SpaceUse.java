package evenharbor.core.what.version;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The space that some things hold together, each content counted once, and what each of them alone holds.
 *
 * @param bytes bytes of all
 * @param alone for each thing, the bytes of the contents that no other one holds
 */
public record SpaceUse<K>(long bytes, Map<K, Long> alone) {

    private static final class Holder<K> {
        private final K first;
        private boolean shared;

        Holder(K first) {
            this.first = first;
        }
    }

    /** The space that some things hold. @param files the files of each */
    public static <K> SpaceUse<K> of(Map<K, ? extends List<? extends Collection<FileEntry>>> files) {
        Map<String, Holder<K>> holders = new HashMap<>();
        Map<K, Long> alone = new HashMap<>();
        long bytes = 0;
        for (Map.Entry<K, ? extends List<? extends Collection<FileEntry>>> thing : files.entrySet()) {
            alone.put(thing.getKey(), 0L);
            for (Collection<FileEntry> some : thing.getValue()) {
                for (FileEntry file : some) {
                    Holder<K> holder = holders.get(file.hash());
                    if (holder == null) {
                        holders.put(file.hash(), new Holder<>(thing.getKey()));
                        alone.merge(thing.getKey(), file.size(), Long::sum);
                        bytes += file.size();
                    } else if (!holder.shared && !holder.first.equals(thing.getKey())) {
                        holder.shared = true;
                        alone.merge(holder.first, -file.size(), Long::sum);
                    }
                }
            }
        }
        return new SpaceUse<>(bytes, Map.copyOf(alone));
    }
}
