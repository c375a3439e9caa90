package evenharbor.core.where.certificate;

import evenharbor.core.common.Dates;
import evenharbor.core.where.certificate.BroughtCertificate.Misfit;
import evenharbor.core.where.certificate.BroughtCertificate.Reading;
import java.security.GeneralSecurityException;
import java.security.PrivateKey;
import java.security.PublicKey;
import java.security.Signature;
import java.security.cert.CertificateParsingException;
import java.security.cert.X509Certificate;
import java.security.interfaces.ECKey;
import java.security.interfaces.RSAKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Judges whether what was found in files makes a certificate that visitors can be shown. */
final class CertificateFit {

    private static final String SERVER_AUTH = "1.3.6.1.5.5.7.3.1";
    private static final String ANY_USAGE = "2.5.29.37.0";
    private static final int LEAST_RSA_BITS = 2048;
    private static final int LONGEST_CHAIN = 8;
    private static final Set<Integer> CURVES = Set.of(256, 384, 521);
    private static final byte[] PROBE = {1, 2, 3, 4};

    private final CertificateFiles found;
    private final Set<String> hosts;
    private final Instant now;
    private final List<Misfit> misfits = new ArrayList<>();

    CertificateFit(CertificateFiles found, Set<String> hosts, Instant now) {
        this.found = found;
        this.hosts = hosts;
        this.now = now;
    }

    private void wrong(String sentence) {
        misfits.add(new Misfit("", sentence));
    }

    Reading reading() {
        Optional<BroughtCertificate> brought = brought();
        return new Reading(misfits.isEmpty() ? brought : Optional.empty(), misfits);
    }

    private Optional<BroughtCertificate> brought() {
        if (found.certificates().isEmpty()) {
            wrong("There is a key but no certificate. Bring the certificate, too.");
            return Optional.empty();
        }
        if (found.keys().isEmpty()) {
            wrong("The key is missing. It is the file that was made together with the request for the certificate.");
            return Optional.empty();
        }
        if (found.keys().size() > 1) {
            wrong("There are several keys. Bring only the one that the certificate was made for.");
            return Optional.empty();
        }
        PrivateKey key = found.keys().get(0);
        List<X509Certificate> mine = found.certificates().stream()
                .filter(c -> matches(key, c.getPublicKey()))
                .toList();
        if (mine.isEmpty()) {
            wrong("The key does not belong to " + subjects(found.certificates())
                    + ". It belongs to another request, perhaps an earlier one.");
            return Optional.empty();
        }
        if (mine.size() > 1) {
            wrong("Several certificates were made for this key: " + subjects(mine) + ". Bring only the newest.");
            return Optional.empty();
        }
        X509Certificate leaf = mine.get(0);
        judgeKey(leaf);
        judgeLeaf(leaf);
        judgeNames(leaf);
        List<X509Certificate> chain = chain(leaf);
        return Optional.of(new BroughtCertificate(chain, key));
    }

    private static String subjects(List<X509Certificate> certificates) {
        return String.join(
                ", ",
                certificates.stream()
                        .map(c -> "the certificate of " + CertificateText.subject(c))
                        .toList());
    }

    /** Whether what the one signs is verified by the other: the only proof that holds for keys of all kinds. */
    private static boolean matches(PrivateKey key, PublicKey other) {
        if (!key.getAlgorithm().equals(other.getAlgorithm())) {
            return false;
        }
        try {
            Signature signature = Signature.getInstance(
                    switch (key.getAlgorithm()) {
                        case "EC" -> "SHA256withECDSA";
                        case "RSA" -> "SHA256withRSA";
                        case "DSA" -> "SHA256withDSA";
                        default -> key.getAlgorithm();
                    });
            signature.initSign(key);
            signature.update(PROBE);
            byte[] signed = signature.sign();
            signature.initVerify(other);
            signature.update(PROBE);
            return signature.verify(signed);
        } catch (GeneralSecurityException e) {
            return false;
        }
    }

    private void judgeKey(X509Certificate leaf) {
        PublicKey key = leaf.getPublicKey();
        if (key instanceof RSAKey rsa) {
            if (rsa.getModulus().bitLength() < LEAST_RSA_BITS) {
                wrong("The key is too short (" + rsa.getModulus().bitLength()
                        + " bits). Browsers want 2048 at least. Have a certificate made for a new key.");
            }
        } else if (!(key instanceof ECKey ec)
                || !CURVES.contains(ec.getParams().getCurve().getField().getFieldSize())) {
            wrong("Keys of this kind (" + key.getAlgorithm()
                    + ") are not used for HTTPS. Have a certificate made for an EC or RSA key.");
        }
        String signature = leaf.getSigAlgName().toUpperCase(Locale.ROOT);
        if (signature.startsWith("SHA1") || signature.startsWith("MD")) {
            wrong("The certificate is signed by a method that browsers no longer trust (" + leaf.getSigAlgName()
                    + "). Have a new one made.");
        }
    }

    private void judgeLeaf(X509Certificate leaf) {
        if (leaf.getBasicConstraints() >= 0) {
            wrong("This is the certificate of an authority, not of an address.");
        }
        dates(leaf, "The certificate");
        try {
            List<String> usages = leaf.getExtendedKeyUsage();
            if (usages != null && !usages.contains(SERVER_AUTH) && !usages.contains(ANY_USAGE)) {
                wrong("The certificate is not for servers: it was made for another use, such as signing mail.");
            }
        } catch (CertificateParsingException e) {
            wrong("The certificate does not say clearly what it is for.");
        }
    }

    private void dates(X509Certificate certificate, String which) {
        if (!now.isBefore(certificate.getNotAfter().toInstant())) {
            wrong(which + " ended on " + Dates.day(certificate.getNotAfter().toInstant()) + ". Add a newer one.");
        } else if (now.isBefore(certificate.getNotBefore().toInstant())) {
            wrong(which + " is valid only from "
                    + Dates.day(certificate.getNotBefore().toInstant()) + ". Add it then.");
        }
    }

    private void judgeNames(X509Certificate leaf) {
        List<String> names = CertificateText.names(leaf);
        if (names.isEmpty()) {
            wrong(
                    "The certificate names no host in its alternative names, so browsers take it for none. Have a new one made.");
            return;
        }
        Set<String> missing = new TreeSet<>(hosts);
        missing.removeIf(host -> names.stream().anyMatch(name -> Holding.covers(name, host)));
        if (!missing.isEmpty()) {
            wrong("The certificate is for " + String.join(", ", names) + ", not for " + String.join(", ", missing)
                    + ".");
        }
    }

    /** The issuers in their order, a root left out; browsers have their own. */
    private List<X509Certificate> chain(X509Certificate leaf) {
        List<X509Certificate> chain = new ArrayList<>(List.of(leaf));
        X509Certificate last = leaf;
        if (selfSigned(leaf)) {
            wrong("The certificate is signed by itself, so no browser trusts it.");
            return chain;
        }
        while (chain.size() < LONGEST_CHAIN) {
            X509Certificate below = last;
            List<X509Certificate> named = found.certificates().stream()
                    .filter(c -> c.getSubjectX500Principal().equals(below.getIssuerX500Principal()))
                    .filter(c -> !chain.contains(c))
                    .toList();
            if (named.isEmpty()) {
                break;
            }
            Optional<X509Certificate> issuer =
                    named.stream().filter(c -> signed(below, c)).findFirst();
            if (issuer.isEmpty() && chain.size() > 1) {
                // Of two authorities with one name the right one is not here: browsers have it.
                return chain;
            }
            if (issuer.isEmpty()) {
                wrong("The certificate of " + CertificateText.subject(below) + " was not signed by the one of "
                        + CertificateText.subject(named.get(0)) + " that came with it.");
                return chain;
            }
            if (selfSigned(issuer.get())) {
                return chain;
            }
            dates(issuer.get(), "The certificate of the issuer " + CertificateText.subject(issuer.get()));
            chain.add(issuer.get());
            last = issuer.get();
        }
        if (chain.size() == 1) {
            wrong("The certificate of its issuer, "
                    + CertificateText.who(leaf.getIssuerX500Principal().getName())
                    + ", is missing. Bring it, too; authorities call it the chain, the bundle or the intermediate.");
        }
        return chain;
    }

    private static boolean selfSigned(X509Certificate certificate) {
        return certificate.getSubjectX500Principal().equals(certificate.getIssuerX500Principal())
                && signed(certificate, certificate);
    }

    private static boolean signed(X509Certificate certificate, X509Certificate by) {
        try {
            certificate.verify(by.getPublicKey());
            return true;
        } catch (GeneralSecurityException e) {
            return false;
        }
    }
}
