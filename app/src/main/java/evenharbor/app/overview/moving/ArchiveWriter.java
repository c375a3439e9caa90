package evenharbor.app.overview.moving;

import evenharbor.edge.blob.Blobs;
import evenharbor.edge.blob.Coding;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.time.LocalDateTime;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.springframework.stereotype.Component;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** Writes the file of an account: a ZIP. */
@Component
class ArchiveWriter {

    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
    /** The same in each file, so that the same account gives the same file. */
    private static final LocalDateTime TIME = LocalDateTime.of(2000, 1, 1, 0, 0);

    private final Blobs blobs;

    ArchiveWriter(Blobs blobs) {
        this.blobs = blobs;
    }

    /** Writes what was read as a ZIP. Contents come as they are needed: none is held in memory. */
    void write(AccountExport.Taken taken, OutputStream out) throws IOException {
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            entry(zip, Archive.INDEX, JSON.writeValueAsBytes(taken.index()));
            for (int n = 0; n < taken.sites().size(); n++) {
                entry(
                        zip,
                        taken.index().sites().get(n),
                        JSON.writeValueAsBytes(taken.sites().get(n)));
            }
            for (String hash : taken.contents()) {
                begin(zip, Archive.CONTENTS + hash);
                try (InputStream content = Channels.newInputStream(blobs.open(hash, Coding.IDENTITY))) {
                    content.transferTo(zip);
                }
                zip.closeEntry();
            }
        }
    }

    private static void entry(ZipOutputStream zip, String name, byte[] bytes) throws IOException {
        begin(zip, name);
        zip.write(bytes);
        zip.closeEntry();
    }

    private static void begin(ZipOutputStream zip, String name) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTimeLocal(TIME);
        zip.putNextEntry(entry);
    }
}
