/** The harbor from a terminal or a build server: only by its public API. Entry point: {@link evenharbor.cli.Main}. */
package evenharbor.cli;
