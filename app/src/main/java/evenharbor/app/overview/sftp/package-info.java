/**
 * Files by SFTP: each site takes them from the programs that people have, as one change of its draft for each session. Entry
 * point: {@link evenharbor.app.overview.sftp.SftpServer}.
 */
package evenharbor.app.overview.sftp;
