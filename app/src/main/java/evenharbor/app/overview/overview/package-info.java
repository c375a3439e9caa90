/** What the mast and All sites show, gathered from the other modules. Entry point: {@link evenharbor.app.overview.overview.Overview}. */
package evenharbor.app.overview.overview;
