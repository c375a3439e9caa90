package evenharbor.app.where.certificate;

import evenharbor.core.where.certificate.Hindrance;
import java.security.KeyPair;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** The authority that certificates are had from. */
public interface Authority {

    /** It did not do it. */
    final class Refusal extends Exception {
        private final Hindrance hindrance;

        /** Says why. */
        public Refusal(Hindrance hindrance, Throwable cause) {
            super(hindrance.sentence(), cause);
            this.hindrance = hindrance;
        }

        /** Why, and until when it is no use to ask again. */
        public Hindrance hindrance() {
            return hindrance;
        }
    }

    /**
     * What it wants to see before it issues.
     *
     * @param host the name it is about, without a wildcard
     * @param byDns whether it is a TXT record, rather than a file
     * @param token what the file is asked for by; empty for a record
     * @param answer what the file or the record says
     */
    record Wanted(String host, boolean byDns, String token, String answer) {}

    /**
     * An order that was placed.
     *
     * @param at where it is
     * @param challenges what has to be shown before it goes on
     */
    record Placed(String at, List<Wanted> challenges) {}

    /**
     * When to renew.
     *
     * @param from from when
     * @param until until when
     * @param askAgain when to ask again
     */
    record Advice(Instant from, Instant until, Instant askAgain) {}

    /** Places an order; {@code replaces} is the certificate it takes the place of. */
    Placed place(List<String> names, Optional<X509Certificate> replaces) throws Refusal;

    /** Takes an order as far as it goes. Empty when it is still under way; the chain when there is a certificate. */
    Optional<List<X509Certificate>> goOn(String order, KeyPair key) throws Refusal;

    /** Its advice for a certificate; empty when it has none to give. */
    Optional<Advice> advice(X509Certificate certificate) throws Refusal;
}
