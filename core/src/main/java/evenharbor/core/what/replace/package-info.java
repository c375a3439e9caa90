/** Finding words in all pages of a site, as people read them, and putting others in their place. Entry point: {@link evenharbor.core.what.replace.Search}. */
package evenharbor.core.what.replace;
