package evenharbor.core.where.certificate;

import java.security.cert.CertificateParsingException;
import java.security.cert.X509Certificate;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import javax.naming.InvalidNameException;
import javax.naming.ldap.LdapName;
import javax.naming.ldap.Rdn;

/** What a certificate says of itself (RFC 5280). */
public final class CertificateText {

    private static final int DNS_NAME = 2;

    private CertificateText() {}

    /** The certificate as one that is held. */
    public static Holding holding(X509Certificate certificate, boolean renews) {
        return new Holding(
                names(certificate),
                who(certificate.getIssuerX500Principal().getName()),
                certificate.getNotBefore().toInstant(),
                certificate.getNotAfter().toInstant(),
                renews);
    }

    /** The host names it is for, in lower case: its alternative names, and nothing else (RFC 9525 section 2). */
    static List<String> names(X509Certificate certificate) {
        try {
            Collection<List<?>> all = certificate.getSubjectAlternativeNames();
            return all == null
                    ? List.of()
                    : all.stream()
                            .filter(name -> name.get(0).equals(DNS_NAME))
                            .map(name -> String.valueOf(name.get(1)).toLowerCase(Locale.ROOT))
                            .toList();
        } catch (CertificateParsingException e) {
            return List.of();
        }
    }

    /** Who it is for, in words. */
    static String subject(X509Certificate certificate) {
        List<String> names = names(certificate);
        return names.isEmpty() ? who(certificate.getSubjectX500Principal().getName()) : names.get(0);
    }

    /** The organisation in a distinguished name, or the common name, or the whole of it. */
    static String who(String distinguishedName) {
        try {
            List<Rdn> parts = new LdapName(distinguishedName).getRdns();
            return Stream.of("O", "CN")
                    .flatMap(type -> value(parts, type).stream())
                    .findFirst()
                    .orElse(distinguishedName);
        } catch (InvalidNameException e) {
            return distinguishedName;
        }
    }

    private static Optional<String> value(List<Rdn> parts, String type) {
        return parts.stream()
                .filter(rdn -> rdn.getType().equalsIgnoreCase(type))
                .map(rdn -> String.valueOf(rdn.getValue()))
                .findFirst();
    }
}
