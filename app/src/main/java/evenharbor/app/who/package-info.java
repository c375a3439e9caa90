/** Who looks after sites: accounts, people, how they sign in, and what they did. */
package evenharbor.app.who;
