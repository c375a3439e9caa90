/**
 * Backups of a whole harbor, made while it runs: the database as at one instant, all contents, the key. Entry points:
 * {@link evenharbor.app.overview.backup.BackupCommands} for whoever operates it, {@link
 * evenharbor.app.overview.backup.BackupWatch} for the running harbor.
 */
package evenharbor.app.overview.backup;
