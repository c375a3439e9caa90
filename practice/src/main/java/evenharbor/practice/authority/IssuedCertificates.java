package evenharbor.practice.authority;

import java.io.IOException;
import java.math.BigInteger;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.security.GeneralSecurityException;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.bouncycastle.asn1.x509.AuthorityKeyIdentifier;
import org.bouncycastle.cert.jcajce.JcaX509CertificateHolder;

/** What the authority issued, kept in a folder, and its advice on when each should be renewed (RFC 9773). */
final class IssuedCertificates {

    private static final Duration ADVICE_AGAIN = Duration.ofHours(6);

    private record Issued(String pem, X509Certificate leaf, Instant at) {}

    private final Path folder;
    private final Clock clock;
    private final Map<BigInteger, Issued> certificates = new ConcurrentHashMap<>();
    private volatile Instant hurriedAt;

    /** Opens what was issued before. */
    IssuedCertificates(Path folder, Clock clock) throws IOException, GeneralSecurityException {
        this.folder = Files.createDirectories(folder);
        this.clock = clock;
        try (Stream<Path> files = Files.list(folder)) {
            for (Path file : files.toList()) {
                String pem = Files.readString(file);
                X509Certificate leaf = Root.certificate(pem);
                certificates.put(
                        leaf.getSerialNumber(),
                        new Issued(pem, leaf, Files.getLastModifiedTime(file).toInstant()));
            }
        }
    }

    /**
     * Keeps a chain that was just issued.
     *
     * @return the serial number of its first certificate, in hex digits
     */
    String keep(List<X509Certificate> chain) throws IOException {
        Instant now = clock.instant();
        X509Certificate leaf = chain.get(0);
        String serial = leaf.getSerialNumber().toString(16);
        String pem = Root.pem(chain.toArray());
        certificates.put(leaf.getSerialNumber(), new Issued(pem, leaf, now));
        Files.setLastModifiedTime(Files.writeString(folder.resolve(serial), pem), FileTime.from(now));
        return serial;
    }

    /** The chain with this serial number, in hex digits. */
    Answer at(String serial) {
        Issued issued = certificates.get(new BigInteger(serial, 16));
        return issued == null
                ? Answer.problem(404, "malformed", "No such certificate")
                : new Answer(200, Map.of(), issued.pem(), Map.of());
    }

    boolean hurried() {
        return hurriedAt != null;
    }

    void setHurried(boolean hurried) {
        hurriedAt = hurried ? clock.instant() : null;
    }

    /** When a certificate should be renewed (RFC 9773): around two thirds of the time from when it was issued. */
    Answer renewal(String id) {
        for (Issued issued : certificates.values()) {
            if (renewalId(issued.leaf()).equals(id)) {
                Instant now = clock.instant();
                Duration life = Duration.between(
                        issued.at(), issued.leaf().getNotAfter().toInstant());
                Instant middle = issued.at().plus(life.multipliedBy(2).dividedBy(3));
                Instant since = hurriedAt;
                boolean hurry = since != null && !issued.at().isAfter(since);
                Instant start = hurry ? now.minus(2, ChronoUnit.HOURS) : middle.minus(life.dividedBy(30));
                Instant end = hurry ? now.minus(1, ChronoUnit.HOURS) : middle;
                return Answer.of(200, Map.of("suggestedWindow", Map.of("start", second(start), "end", second(end))))
                        .later(ADVICE_AGAIN);
            }
        }
        return Answer.problem(404, "malformed", "No such certificate");
    }

    private static String second(Instant time) {
        return time.truncatedTo(ChronoUnit.SECONDS).toString();
    }

    /** The certificate's name in URLs (RFC 9773 section 4.1). */
    private static String renewalId(X509Certificate leaf) {
        try {
            byte[] authority = AuthorityKeyIdentifier.fromExtensions(new JcaX509CertificateHolder(leaf).getExtensions())
                    .getKeyIdentifierOctets();
            Base64.Encoder encoder = Base64.getUrlEncoder().withoutPadding();
            return encoder.encodeToString(authority) + "."
                    + encoder.encodeToString(leaf.getSerialNumber().toByteArray());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Until when each name's latest certificate is valid. */
    Map<String, Instant> until() {
        Map<String, Instant> until = new TreeMap<>();
        certificates
                .values()
                .forEach(c -> until.merge(
                        c.leaf().getSubjectX500Principal().getName().replaceFirst("^CN=", ""),
                        c.leaf().getNotAfter().toInstant(),
                        (a, b) -> a.isAfter(b) ? a : b));
        return until;
    }
}
