/** Where a site is: names, addresses and their roles, domains, certificates, redirects, visits. */
package evenharbor.core.where;
