package evenharbor.core.where.certificate;

import java.security.PrivateKey;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A certificate from elsewhere, fit to be shown to visitors.
 *
 * @param chain the certificate, then that of its issuer, and so on; without a root
 * @param key its key
 */
public record BroughtCertificate(List<X509Certificate> chain, PrivateKey key) {

    /** A file as it was brought. */
    public record File(String name, byte[] bytes) {}

    /**
     * Something that does not fit.
     *
     * @param file the file it is about; empty when it is about all of them
     * @param sentence what is wrong and what to do
     */
    public record Misfit(String file, String sentence) {}

    /**
     * What came of reading files.
     *
     * @param brought the certificate; empty when something does not fit
     * @param misfits all that does not fit
     */
    public record Reading(Optional<BroughtCertificate> brought, List<Misfit> misfits) {}

    /**
     * Reads a certificate, its key and its issuers from files in any order: PEM (RFC 7468), DER or PKCS#12 (RFC 7292).
     *
     * @param password of an encrypted key or a PKCS#12 file; empty for none
     * @param hosts the host names that it has to be for
     */
    public static Reading read(List<File> files, String password, Set<String> hosts, Instant now) {
        CertificateFiles found = CertificateFiles.read(files, password);
        if (!found.misfits().isEmpty()) {
            return new Reading(Optional.empty(), found.misfits());
        }
        return new CertificateFit(found, hosts, now).reading();
    }

    /** What it is, as one that is held and does not renew itself. */
    public Holding holding() {
        return CertificateText.holding(chain.get(0), false);
    }

    /** Never the key. */
    @Override
    public String toString() {
        return "BroughtCertificate[" + CertificateText.names(chain.get(0)) + "]";
    }
}
