/** Whether pages of other people that a site leads to are there, asked when someone wants to know. Entry point: {@link evenharbor.app.overview.link.OutsideLinks}. */
package evenharbor.app.overview.link;
