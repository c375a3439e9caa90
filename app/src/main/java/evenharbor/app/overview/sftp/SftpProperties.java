package evenharbor.app.overview.sftp;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * How files are taken by SFTP.
 *
 * @param bind the address to listen at
 * @param port the TCP port; 0 for any free one, -1 for not at all
 * @param name the host name that programs are told; empty for that of the application
 * @param quiet after so long without a word what was sent becomes a change of the draft
 */
@ConfigurationProperties("harbor.sftp")
record SftpProperties(String bind, int port, String name, Duration quiet) {}
