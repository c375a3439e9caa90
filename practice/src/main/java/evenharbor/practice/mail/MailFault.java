package evenharbor.practice.mail;

/** What can be wrong with the practice mail server. */
public enum MailFault {
    NONE,
    /** It says that it is busy: try later (451). */
    BUSY,
    /** It takes mail for nobody (550). */
    REFUSING,
    /** It takes a mail and hangs up before it says so: whoever sent it does not know. */
    FORGETFUL
}
