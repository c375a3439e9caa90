/** Who: accounts, people, sign-in, tokens. Entry point: {@link evenharbor.app.who.access.Current}. */
package evenharbor.app.who.access;
