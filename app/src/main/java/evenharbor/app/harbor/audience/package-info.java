/**
 * For whom a site's parts are there: kept, shown and changed by its people, and told to the routes. Entry point: {@link
 * evenharbor.app.harbor.audience.Audiences}.
 */
package evenharbor.app.harbor.audience;
