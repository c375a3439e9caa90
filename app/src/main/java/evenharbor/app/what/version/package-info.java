/** Versions: saving, listing, naming. Entry point: {@link evenharbor.app.what.version.Versions}. */
package evenharbor.app.what.version;
