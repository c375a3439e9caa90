package evenharbor.core.hosting.host;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Pattern;

/**
 * What is known of an account at a hosting company.
 *
 * @param server host name or number
 * @param protocol how files are sent
 * @param port TCP port, where it is not the usual one of the protocol
 * @param user name to sign in with
 * @param password to sign in with; as it was given, to the letter
 * @param folder where the pages go, such as {@code /public_html}
 * @param url where visitors see them
 * @param cleanings what was changed of what was given, in sentences
 */
public record HostLogin(
        Optional<String> server,
        Optional<Protocol> protocol,
        OptionalInt port,
        Optional<String> user,
        Optional<String> password,
        Optional<String> folder,
        Optional<String> url,
        List<String> cleanings) {

    private static final Pattern SERVER = Pattern.compile(
            "(?i)(?:[a-z0-9](?:[a-z0-9-]*[a-z0-9])?\\.)+[a-z]{2,}|\\d{1,3}(?:\\.\\d{1,3}){3}|localhost");

    /** What a host may be called: the part of its server's name that the company is known by; empty for a number. */
    public static String nameOf(String server) {
        String[] parts = server.replaceFirst("\\.localhost$", "").split("\\.");
        String part =
                server.endsWith(".localhost") || parts.length == 1 ? parts[parts.length - 1] : parts[parts.length - 2];
        return part.matches("\\d*") ? "" : part.substring(0, 1).toUpperCase(Locale.ROOT) + part.substring(1);
    }

    /** Whether it can be the name or number of a server. */
    public static boolean isServer(String bare) {
        return SERVER.matcher(bare).matches();
    }

    /** A host name without scheme, user, port, path and the full stop of a sentence. */
    public static String bare(String value) {
        return value.strip()
                .replaceFirst("(?i)^[a-z]+://", "")
                .replaceFirst("^[^/@]*@", "")
                .replaceFirst("[/\\s].*$", "")
                .replaceFirst(":\\d+$", "")
                .replaceFirst("[.,;]$", "")
                .toLowerCase(Locale.ROOT);
    }
}
