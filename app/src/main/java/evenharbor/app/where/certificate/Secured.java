package evenharbor.app.where.certificate;

import evenharbor.core.where.certificate.CertificateLife;
import evenharbor.core.where.certificate.Holding;
import evenharbor.core.where.certificate.Hsts;
import java.time.Instant;

/**
 * A name and its HTTPS.
 *
 * @param name in DNS form; {@code *.NAME} for a wildcard
 * @param accountId whose it is
 * @param life the life of its certificate
 * @param choice what a person chose
 * @param sendsOn whether visitors by plain HTTP are sent on
 * @param hsts what is asked of browsers
 */
public record Secured(
        String name, String accountId, CertificateLife life, HttpsChoice choice, boolean sendsOn, Hsts hsts) {

    /** Whether it is this harbor's, for all of its own names, and no account's. */
    public boolean ofHarbor() {
        return accountId.equals(HttpsByDefault.HARBOR);
    }

    /** Whether a person wants it, rather than the harbor by itself. */
    public boolean chosen() {
        return choice == HttpsChoice.ON;
    }

    /** Whether a person does not want it, whatever the harbor would do by itself. */
    public boolean declined() {
        return choice == HttpsChoice.OFF;
    }

    /** Whether visitors come to HTTPS and are shown a certificate that is valid. */
    public boolean secure(Instant now) {
        return sendsOn
                && life.wanted()
                && life.held().map((Holding h) -> h.validAt(now)).orElse(false);
    }
}
