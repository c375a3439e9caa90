/** Mail that goes out: kept first, sent at least once, told apart by its Message-ID. Entry point: {@link evenharbor.app.who.mail.Outbox}. */
package evenharbor.app.who.mail;
