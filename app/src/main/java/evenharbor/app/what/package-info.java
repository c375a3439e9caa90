/** What a site is: its files, its draft, its versions, its builds, and which of them is live. */
package evenharbor.app.what;
