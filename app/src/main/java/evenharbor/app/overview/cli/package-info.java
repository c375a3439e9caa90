/** The command for terminals and build servers, as one file that the harbor hands out. */
package evenharbor.app.overview.cli;
