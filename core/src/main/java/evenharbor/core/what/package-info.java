/** What a site is: files taken in, manifests, what changed, builds. */
package evenharbor.core.what;
