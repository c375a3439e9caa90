package evenharbor.cli;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Small files that are sent in one request; large ones go alone. */
record Pack(List<Folder.Entry> files) {

    /** What is larger gains nothing by company. */
    private static final long SMALL = 1 << 20;

    private static final long MOST_BYTES = 8 << 20;
    private static final int MOST_FILES = 500;

    /** Files in packs, each in one. */
    static List<Pack> of(List<Folder.Entry> files) {
        List<Pack> packs = new ArrayList<>();
        List<Folder.Entry> open = new ArrayList<>();
        long bytes = 0;
        for (Folder.Entry file : files) {
            if (file.size() > SMALL) {
                packs.add(new Pack(List.of(file)));
                continue;
            }
            if (!open.isEmpty() && (bytes + file.size() > MOST_BYTES || open.size() == MOST_FILES)) {
                packs.add(new Pack(List.copyOf(open)));
                open.clear();
                bytes = 0;
            }
            open.add(file);
            bytes += file.size();
        }
        if (!open.isEmpty()) {
            packs.add(new Pack(List.copyOf(open)));
        }
        return packs;
    }

    /** Whether it is one file that goes as it is. */
    boolean alone() {
        return files.size() == 1;
    }

    /** How many bytes its files have. */
    long bytes() {
        return files.stream().mapToLong(Folder.Entry::size).sum();
    }

    /** The files as a ZIP; names say nothing. */
    byte[] zipped() {
        ByteArrayOutputStream octets = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(octets)) {
            zip.setLevel(Deflater.BEST_SPEED);
            for (Folder.Entry file : files) {
                zip.putNextEntry(new ZipEntry(file.hash()));
                try {
                    Files.copy(file.file(), zip);
                } catch (IOException e) {
                    throw new Failure(Failure.REFUSED, file.file() + " cannot be read any more. Nothing was changed.");
                }
                zip.closeEntry();
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return octets.toByteArray();
    }
}
