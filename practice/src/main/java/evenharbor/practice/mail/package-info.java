/** A mail server of the practice world, with everyone's mailbox. Entry point: {@link evenharbor.practice.mail.PracticeMail}. */
package evenharbor.practice.mail;
