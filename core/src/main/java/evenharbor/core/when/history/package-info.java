/** What versions hold of pages. Entry points: {@link evenharbor.core.when.history.PageStates}, {@link evenharbor.core.when.history.FoundPages}. */
package evenharbor.core.when.history;
