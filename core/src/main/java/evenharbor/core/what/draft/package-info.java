/**
 * What may come into a draft: path names, limits and the findings about a folder or ZIP before anything is stored. Entry point: {@link evenharbor.core.what.draft.Intake}.
 */
package evenharbor.core.what.draft;
