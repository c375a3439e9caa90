package evenharbor.core.who.audience;

import evenharbor.core.who.mail.MailAddress;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;

/** For whom a part of a site is there. */
public sealed interface Audience {

    /** For everyone. */
    record Everyone() implements Audience {}

    /** For whoever knows a password. @param hash as {@link SharedPassword} keeps it */
    record WithPassword(String hash) implements Audience {}

    /**
     * For whoever has the link.
     *
     * @param digest of the secret in the link, as {@link LinkSecret} makes it
     * @param until when the link ends; empty for never
     */
    record WithLink(String digest, Optional<Instant> until) implements Audience {

        /** Whether the link has ended. */
        public boolean ended(Instant now) {
            return until.filter(at -> !at.isAfter(now)).isPresent();
        }
    }

    /** For whoever shows by a mail whose they are. */
    sealed interface ByMail extends Audience {

        /** Whether the owner of a mailbox is let in. @param email as {@code MailAddress} keeps it */
        boolean admits(String email);
    }

    /** For named people. @param emails their addresses */
    record Named(Set<String> emails) implements ByMail {

        /** Takes the addresses as they are now. */
        public Named {
            emails = Set.copyOf(emails);
        }

        @Override
        public boolean admits(String email) {
            return emails.contains(email);
        }
    }

    /** For everyone of an organisation. @param domains what their addresses have after the @, exactly */
    record Organisation(Set<String> domains) implements ByMail {

        /** Takes the domains as they are now. */
        public Organisation {
            domains = Set.copyOf(domains);
        }

        @Override
        public boolean admits(String email) {
            return email.indexOf('@') > 0 && domains.contains(MailAddress.domainOf(email));
        }
    }

    /**
     * For whoever registers.
     *
     * @param after how many pages anyone sees before; 0 for none
     * @param name whether a name is asked for
     * @param consent the words that they agree to; empty for none
     * @param confirmed whether they confirm their e-mail by a code in a mail
     * @param page path of the site's own page with the form; empty for the harbor's
     */
    record Registered(int after, boolean name, String consent, boolean confirmed, String page) implements Audience {}
}
