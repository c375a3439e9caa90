/** Finding and replacing words in all pages of a draft. Entry point: {@link evenharbor.app.what.replace.Replacements}. */
package evenharbor.app.what.replace;
