/** Drafts and versions on host names of their own. Entry point: {@link evenharbor.app.preview.Previews}. */
package evenharbor.app.preview;
