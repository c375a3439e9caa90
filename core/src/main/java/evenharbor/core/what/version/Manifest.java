package evenharbor.core.what.version;

import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.regex.Pattern;

/**
 * An unchangeable sorted map from path to file. Comparing, planning, restoring and cleaning up are computations on
 * manifests; contents lie elsewhere, by hash.
 */
public final class Manifest {

    /** The manifest without files. */
    public static final Manifest EMPTY = new Manifest(new TreeMap<>());

    private static final String HEAD = "manifest 1\n";
    private static final String NOT_ONE = "Not a manifest: it must begin with “" + HEAD.trim() + "”.";

    private static final String DAMAGED = "This manifest is damaged: a line of it is not whole.";
    private static final Pattern SIZE = Pattern.compile("\\d{1,18}");

    private final SortedMap<String, FileEntry> files;
    private final long bytes;

    private Manifest(TreeMap<String, FileEntry> files) {
        this.files = Collections.unmodifiableSortedMap(files);
        this.bytes = files.values().stream().mapToLong(FileEntry::size).sum();
    }

    /** A manifest of these files; the map is copied. */
    public static Manifest of(Map<String, FileEntry> files) {
        return new Manifest(new TreeMap<>(files));
    }

    /** The files by path, in the order of their paths. */
    public SortedMap<String, FileEntry> files() {
        return files;
    }

    /** The file at a path. */
    public Optional<FileEntry> at(String path) {
        return Optional.ofNullable(files.get(path));
    }

    /** How many files there are. */
    public int count() {
        return files.size();
    }

    /** The bytes of all files together. */
    public long bytes() {
        return bytes;
    }

    /** The entries without their paths. */
    public Collection<FileEntry> entries() {
        return files.values();
    }

    /** The paths under a folder ({@code img/}), or the one path itself. */
    public Collection<String> under(String folderOrPath) {
        if (folderOrPath.endsWith("/")) {
            return files.subMap(folderOrPath, folderOrPath + Character.MAX_VALUE)
                    .keySet();
        }
        return files.containsKey(folderOrPath) ? Collections.singletonList(folderOrPath) : Collections.emptyList();
    }

    /** A manifest that differs by what the edit does to a copy of the map. */
    public Manifest with(Consumer<Map<String, FileEntry>> edit) {
        TreeMap<String, FileEntry> copy = new TreeMap<>(files);
        edit.accept(copy);
        return new Manifest(copy);
    }

    /** The canonical text form, UTF-8: a head line, then {@code hash size type charset path} a file. */
    public byte[] toBytes() {
        StringBuilder out = new StringBuilder(HEAD.length() + files.size() * 130);
        out.append(HEAD);
        files.forEach((path, file) -> out.append(file.hash())
                .append(' ')
                .append(file.size())
                .append(' ')
                .append(file.mediaType())
                .append(file.utf8() ? " utf-8 " : " - ")
                .append(path)
                .append('\n'));
        return out.toString().getBytes(StandardCharsets.UTF_8);
    }

    /**
     * Reads the canonical text form.
     *
     * @throws IllegalArgumentException when the bytes are not a manifest
     */
    public static Manifest fromBytes(byte[] bytes) {
        String text = new String(bytes, StandardCharsets.UTF_8);
        if (!text.startsWith(HEAD)) {
            throw new IllegalArgumentException(NOT_ONE);
        }
        TreeMap<String, FileEntry> files = new TreeMap<>();
        for (int start = HEAD.length(); start < text.length(); ) {
            int end = endOfLine(text, start);
            String[] parts = text.substring(start, end).split(" ", 5);
            if (parts.length < 5 || !SIZE.matcher(parts[1]).matches()) {
                throw new IllegalArgumentException(DAMAGED);
            }
            files.put(parts[4], new FileEntry(parts[0], Long.parseLong(parts[1]), parts[2], parts[3].equals("utf-8")));
            start = end + 1;
        }
        return new Manifest(files);
    }

    /**
     * Names the hash of each file in the canonical text form, without making a manifest of it.
     *
     * @throws IllegalArgumentException when the bytes are not a manifest
     */
    public static void contents(byte[] bytes, Consumer<String> each) {
        String text = new String(bytes, StandardCharsets.UTF_8);
        if (!text.startsWith(HEAD)) {
            throw new IllegalArgumentException(NOT_ONE);
        }
        for (int start = HEAD.length(); start < text.length(); ) {
            int end = endOfLine(text, start);
            int space = text.indexOf(' ', start);
            if (space < 0 || space > end) {
                throw new IllegalArgumentException(DAMAGED);
            }
            each.accept(text.substring(start, space));
            start = end + 1;
        }
    }

    private static int endOfLine(String text, int start) {
        int end = text.indexOf('\n', start);
        if (end < 0) {
            throw new IllegalArgumentException(DAMAGED);
        }
        return end;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Manifest that && files.equals(that.files);
    }

    @Override
    public int hashCode() {
        return files.hashCode();
    }

    @Override
    public String toString() {
        return files.size() + " files, " + bytes + " bytes";
    }
}
