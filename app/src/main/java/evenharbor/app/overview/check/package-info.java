/**
 * Looks at addresses as visitors meet them, again and again, and says how each stands. Entry point:
 * {@link evenharbor.app.overview.check.Checks}.
 */
package evenharbor.app.overview.check;
