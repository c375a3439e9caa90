/** Taking everything of an account along as one file, and bringing it in on this or another harbor. */
package evenharbor.app.overview.moving;
