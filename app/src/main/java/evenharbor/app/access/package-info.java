/** Who: accounts, people, sign-in, tokens. Entry point: {@link evenharbor.app.access.Current}. */
package evenharbor.app.access;
