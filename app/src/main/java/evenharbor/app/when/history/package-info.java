/** Looking back into versions: comparing, finding words, the history of a page, bringing back. Entry point: {@link evenharbor.app.when.history.HistoryController}. */
package evenharbor.app.when.history;
