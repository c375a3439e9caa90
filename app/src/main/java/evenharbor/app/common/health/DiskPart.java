package evenharbor.app.common.health;

import evenharbor.app.HarborProperties;
import java.io.IOException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Component;

/** Whether there is room for contents. */
@Component
class DiskPart implements HealthPart {

    private static final long LITTLE_BYTES = 1L << 30;
    private static final int LITTLE_PERCENT = 5;

    private final Path home;

    DiskPart(HarborProperties harbor) {
        this.home = harbor.home().toAbsolutePath();
    }

    @Override
    public String name() {
        return "disk";
    }

    @Override
    public List<Trouble> troubles() {
        try {
            FileStore store = Files.getFileStore(home);
            long free = store.getUsableSpace();
            return free >= LITTLE_BYTES || free >= store.getTotalSpace() / 100 * LITTLE_PERCENT
                    ? List.of()
                    : List.of(new Trouble(
                            "The disk of " + home + " is nearly full.",
                            "Make room there: no site can be changed or published once it is full. Visitors are served all"
                                    + " the same."));
        } catch (IOException e) {
            return List.of(new Trouble(
                    "The folder " + home + " cannot be read.", "See that it is mounted, and who may read it."));
        }
    }
}
