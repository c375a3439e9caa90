/** The working copy of a site: intake of folders and ZIPs, edits, undo. Entry point: {@link evenharbor.app.draft.Drafts}. */
package evenharbor.app.draft;
