/** Drafts and versions on host names of their own. Entry point: {@link evenharbor.app.harbor.preview.Previews}. */
package evenharbor.app.harbor.preview;
