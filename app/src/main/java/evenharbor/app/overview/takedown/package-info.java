/** Taking a site down, here and elsewhere, with what that comes to said beforehand. Entry point: {@link evenharbor.app.overview.takedown.TakeDown}. */
package evenharbor.app.overview.takedown;
