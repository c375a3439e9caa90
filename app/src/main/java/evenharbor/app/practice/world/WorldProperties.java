package evenharbor.app.practice.world;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * The practice harbor.
 *
 * @param ftpPort the TCP port of the hosting company that speaks FTP
 * @param ftpsPort the one where it speaks TLS from the first byte
 * @param sftpPort the TCP port of the hosting company that speaks SFTP
 * @param webPort the TCP port at which visitors see what lies at hosting companies
 * @param mailPort the TCP port of the mail server with everyone's mailbox
 * @param run whether this process runs the stand-ins; of several nodes on one machine one does
 */
@ConfigurationProperties("harbor.world")
public record WorldProperties(int ftpPort, int ftpsPort, int sftpPort, int webPort, int mailPort, boolean run) {}
