package evenharbor.app.hosting.transfer;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.hosting.destination.Listing;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.apache.sshd.sftp.client.SftpClient.Attributes;
import org.junit.jupiter.api.Test;

/** What is taken from the attributes that a server sends over SFTP. */
class SftpSightTest {

    private static final Instant CHANGED = Instant.parse("2040-02-03T04:05:06Z");

    @Test
    void timesMayBeKeptBack() {
        Attributes told = new Attributes().size(5_000_000_000L);
        assertThat(SftpSight.found(told))
                .isEqualTo(
                        new Listing.Found(5_000_000_000L, Optional.empty(), Duration.ofSeconds(1), Optional.empty()));
        told.setModifyTime(FileTime.from(CHANGED));
        assertThat(SftpSight.found(told).changed()).contains(CHANGED);
    }
}
