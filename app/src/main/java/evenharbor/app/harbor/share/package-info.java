/** What people are given to find a site: its link, as words, code, card, calendar entry and list; always the public main address. */
package evenharbor.app.harbor.share;
