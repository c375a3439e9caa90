/** Mail that Even Harbor writes, and the addresses it goes to. Entry points: {@link evenharbor.core.who.mail.Letter}, {@link evenharbor.core.who.mail.MailAddress}. */
package evenharbor.core.who.mail;
