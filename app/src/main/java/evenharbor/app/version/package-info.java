/** Versions: saving, listing, naming. Entry point: {@link evenharbor.app.version.Versions}. */
package evenharbor.app.version;
