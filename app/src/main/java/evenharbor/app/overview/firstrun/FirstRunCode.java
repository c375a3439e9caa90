package evenharbor.app.overview.firstrun;

import evenharbor.app.HarborProperties;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.who.access.FirstPerson;
import evenharbor.app.who.access.Ids;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.MessageDigest;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * What lets the first person in before there is anyone: a code in a file of the harbor's folder, which only who runs it can
 * read. It is gone once someone has an account.
 */
@Component
class FirstRunCode {

    private static final Logger LOG = LoggerFactory.getLogger(FirstRunCode.class);

    private final HarborProperties harbor;
    private final FirstPerson first;
    private final Path file;

    FirstRunCode(HarborProperties harbor, FirstPerson first) {
        this.harbor = harbor;
        this.first = first;
        this.file = harbor.home().resolve("first-run-code");
    }

    /** Whether this harbor waits to be set up. */
    boolean awaited() {
        return first.awaited();
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() throws IOException {
        if (!awaited()) {
            Files.deleteIfExists(file);
            return;
        }
        if (!Files.exists(file)) {
            Path fresh = Files.createTempFile(
                    harbor.home(),
                    "code",
                    "",
                    PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.writeString(fresh, Ids.secret());
            Files.move(fresh, file);
        }
        LOG.info("Nobody has an account here yet: even-harbor-admin first-run tells where to begin");
    }

    /** Refuses who does not know the code. */
    void check(String given) {
        if (!awaited()) {
            throw new Problem(ProblemType.NOT_READY, "This harbor is set up. Nothing was changed. Sign in.");
        }
        try {
            byte[] known = Files.readAllBytes(file);
            if (!MessageDigest.isEqual(known, given.strip().getBytes(StandardCharsets.US_ASCII))) {
                throw new Problem(
                        ProblemType.NOT_PERMITTED,
                        "This is not the code of this harbor. Whoever runs it reads it with even-harbor-admin first-run."
                                + " Nothing was changed.");
            }
        } catch (IOException e) {
            throw new Problem(
                    ProblemType.UNEXPECTED,
                    "The code of this harbor cannot be read in its folder. Nothing was changed. Start it again.");
        }
    }

    void over() throws IOException {
        Files.deleteIfExists(file);
    }
}
