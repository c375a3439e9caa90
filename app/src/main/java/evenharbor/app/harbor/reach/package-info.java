/** Where visitors reach a site, for pages and files that have to say so. Entry point: {@link evenharbor.app.harbor.reach.Reaches}. */
package evenharbor.app.harbor.reach;
