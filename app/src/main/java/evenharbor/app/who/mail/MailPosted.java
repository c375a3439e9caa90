package evenharbor.app.who.mail;

/** A mail was written, and waits to be sent. */
record MailPosted() {}
