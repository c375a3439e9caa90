package evenharbor.app.what.draft;

import evenharbor.app.HarborProperties;
import evenharbor.app.what.content.FileEntries;
import evenharbor.core.what.draft.Intake;
import evenharbor.core.what.draft.IntakeFile;
import evenharbor.core.what.draft.IntakeLimits;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Takes all files of a folder in, judged as an upload of it. */
@Component
public class FolderIntake {

    private final Blobs blobs;
    private final Path incoming;

    FolderIntake(Blobs blobs, HarborProperties harbor) throws IOException {
        this.blobs = blobs;
        this.incoming = Files.createDirectories(harbor.home().resolve("incoming"));
    }

    /** Where the files lie. */
    public interface Source {
        void read(String path, OutputStream to) throws IOException;
    }

    /**
     * Takes files in. When it returns, their contents are safe on disk.
     *
     * @param sizes bytes of each, by path
     * @throws evenharbor.app.common.problem.Problem when they are refused
     */
    public Manifest take(Map<String, Long> sizes, Source source) throws IOException {
        Intake intake = Intake.of(
                sizes.entrySet().stream()
                        .map(file -> IntakeFile.plain(file.getKey(), file.getValue()))
                        .toList(),
                IntakeLimits.DEFAULT,
                false);
        if (!intake.problems().isEmpty()) {
            throw IntakeRefusal.of(intake.problems());
        }
        Map<String, FileEntry> files = new HashMap<>();
        Path held = Files.createTempFile(incoming, "folder", ".part");
        Blobs.Batch batch = blobs.batch();
        try {
            for (Map.Entry<String, String> each : intake.paths().entrySet()) {
                try (OutputStream to = Files.newOutputStream(held)) {
                    source.read(each.getKey(), to);
                }
                try (InputStream content = IntakeRefusal.limited(Files.newInputStream(held))) {
                    files.put(each.getValue(), FileEntries.of(each.getValue(), content, batch::put));
                }
            }
            batch.settle();
        } finally {
            batch.close();
            Files.deleteIfExists(held);
        }
        return Manifest.of(files);
    }
}
