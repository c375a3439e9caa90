/** Where a site is: addresses, domains and their zones, certificates, redirects, and who came. */
package evenharbor.app.where;
