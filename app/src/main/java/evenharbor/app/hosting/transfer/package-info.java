/**
 * Places elsewhere that hold files, over one small interface: a folder, FTP, FTPS, SFTP. Knows nothing of sites, accounts or
 * the database. Entry points: {@link evenharbor.app.hosting.transfer.RemoteFolders} opens one,
 * {@link evenharbor.app.hosting.transfer.Delivery} carries a plan out in one.
 */
package evenharbor.app.hosting.transfer;
