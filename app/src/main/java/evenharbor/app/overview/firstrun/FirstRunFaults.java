package evenharbor.app.overview.firstrun;

import com.google.common.net.InetAddresses;
import evenharbor.app.common.problem.Problem;
import evenharbor.core.where.address.HostName;
import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import java.net.URI;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** What cannot be right with what a harbor is to be, whatever the world says, each at its field. */
final class FirstRunFaults {

    private static final int MOST_PORT = 65_535;

    private FirstRunFaults() {}

    /** All of them. */
    static List<Problem.Violation> of(FirstRunSettings settings) {
        return Stream.of(ofNames(settings), ofMail(settings), ofAuthority(settings))
                .flatMap(List::stream)
                .toList();
    }

    /** Those of the names and numbers, without which nothing can be tried. */
    static List<Problem.Violation> ofNames(FirstRunSettings settings) {
        List<Problem.Violation> all = new ArrayList<>();
        if (!settings.appName().isBlank()) {
            name(all, "appName", settings.appName());
        }
        name(all, "nameEnding", settings.nameEnding());
        name(all, "previewEnding", settings.previewEnding());
        if (settings.numbers().isEmpty()) {
            all.add(new Problem.Violation("numbers", "Type the public number of this machine, such as 192.0.2.1."));
        }
        settings.numbers().stream()
                .filter(number -> !InetAddresses.isInetAddress(number.strip()))
                .findFirst()
                .ifPresent(number -> all.add(new Problem.Violation(
                        "numbers",
                        "“" + number + "” is no number of a machine. Type one such as 192.0.2.1 or 2001:db8::1.")));
        return all;
    }

    /** A host name of at least two labels; empty where it is none. */
    static Optional<HostName> host(String typed) {
        try {
            HostName name = new HostName(typed.strip().toLowerCase(Locale.ROOT));
            return name.labels().size() > 1 ? Optional.of(name) : Optional.empty();
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    private static void name(List<Problem.Violation> all, String field, String typed) {
        if (host(typed).isEmpty()) {
            all.add(new Problem.Violation(
                    field,
                    "Type a whole host name such as harbor.example: letters, digits and hyphens, without https://."));
        }
    }

    /** Those of the mail server. */
    static List<Problem.Violation> ofMail(FirstRunSettings settings) {
        List<Problem.Violation> all = new ArrayList<>();
        if (settings.mailHost().isBlank()) {
            return all;
        }
        if (settings.mailPort() < 1 || settings.mailPort() > MOST_PORT) {
            all.add(new Problem.Violation(
                    "mailPort", "Type a port from 1 to " + MOST_PORT + ": 587 for STARTTLS, 465 for TLS."));
        }
        try {
            new InternetAddress(settings.mailFrom(), true);
        } catch (AddressException e) {
            all.add(new Problem.Violation(
                    "mailFrom", "Type who mails are from, such as Even Harbor <harbor@example.org>."));
        }
        return all;
    }

    /** Those of the authority. */
    static List<Problem.Violation> ofAuthority(FirstRunSettings settings) {
        if (settings.authority().isBlank()) {
            return settings.appName().isBlank()
                    ? List.of()
                    : List.of(new Problem.Violation(
                            "authority",
                            "The application is opened by HTTPS at its name, for which it needs a certificate. Type the URL of"
                                    + " an authority's directory, or leave the application's name empty."));
        }
        try {
            URI url = URI.create(settings.authority().strip());
            if ("https".equals(url.getScheme()) && url.getHost() != null) {
                return List.of();
            }
        } catch (IllegalArgumentException e) {
            // Said below.
        }
        return List.of(new Problem.Violation(
                "authority", "Type the URL of the authority's directory, beginning with https://."));
    }
}
