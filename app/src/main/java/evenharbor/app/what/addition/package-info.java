/** What people set about a draft beside its files. Entry point: {@link evenharbor.app.what.addition.DraftSettings}. */
package evenharbor.app.what.addition;
