package evenharbor.core.hosting.host;

import evenharbor.core.hosting.host.MailWords.Item;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A single value of a welcome mail: whether it can be what its label says, and how it is read. */
final class MailValues {

    /** What stands in the place of a password that is not told. */
    private static final Pattern NOT_TOLD = Pattern.compile(
            "(?iu)[*•●x.…_#-]{4,}|<.*>|\\[.*\\]|\\(.*\\)|n/a|none|hidden|verborgen|.*\\b(?:sent|send|separate(?:ly)?|chosen|chose|choose|same|identical"
                    + "|unchanged|see|by (?:post|sms|phone)|siehe|separat(?:er|e)?|gew[aä]hlt\\w*|gesondert\\w*|wie|voir|choisi|envoy[eé]\\w*|s[eé]par[eé]\\w*"
                    + "|elegid[oa]|enviad[oa]|separado|vedi|scelt[oa]|inviat[oa]|zie|gekozen|apart|verstuurd)\\b.*|[^\\d_!#$%&+=^~?@]*\\s[^\\d_!#$%&+=^~?@]*\\s[^\\d_!#$%&+=^~?@]*|\\S+(?:\\s+\\S+){4,}|\\p{L}{2,}\\s+\\p{L}{2,}");

    private static final int HIGHEST_PORT = 65_535;

    private MailValues() {}

    /** Whether a value can be one of its kind. */
    static boolean fits(Item item, String raw) {
        String value = unwrapped(raw);
        return switch (item) {
            case SERVER, URL -> HostLogin.isServer(HostLogin.bare(value));
            case PORT -> value.matches("\\d{1,5}\\b.*") && port(value) > 0;
            case PROTOCOL -> protocolOf(value).isPresent();
            case FOLDER -> value.matches("[/~\\\\].*") || value.matches("[\\w.-]+(?:/[\\w.-]*)*/?");
            case USER ->
                value.matches("\\S*[\\p{L}\\p{N}]\\S*")
                        && !NOT_TOLD.matcher(value).matches();
            case PASSWORD ->
                value.matches(".*[\\p{L}\\p{N}].*")
                        && !NOT_TOLD.matcher(raw.strip()).matches();
        };
    }

    /** Without what mails put around a value: quotation marks, angle brackets, stars. */
    static String unwrapped(String raw) {
        String value = raw.strip().replaceFirst("^[*_]{1,2}\\s+", "");
        Matcher wrapped = Pattern.compile("^([\"'`<*“„«‚‘]{1,2})(.+?)([\"'`>*”“»’‘]{1,2})$")
                .matcher(value);
        return wrapped.matches() ? wrapped.group(2).strip() : value;
    }

    /** A port; 0 for what is none. */
    static int port(String value) {
        int port = Integer.parseInt(value.replaceFirst("\\D.*$", ""));
        return port > 0 && port <= HIGHEST_PORT ? port : 0;
    }

    /** What a part of a URL stands for; what is not encoded stays as it is. */
    static String decoded(String part) {
        try {
            return part == null ? null : URLDecoder.decode(part.replace("+", "%2B"), StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            return part;
        }
    }

    /** The port that is written behind a server. */
    static OptionalInt portBehind(String server) {
        Matcher behind = Pattern.compile("(?<!:):(\\d{1,5})(?:/.*)?$").matcher(server);
        return behind.find() && port(behind.group(1)) > 0 ? OptionalInt.of(port(behind.group(1))) : OptionalInt.empty();
    }

    /** The protocol that words speak of, the safest of several. */
    static Optional<Protocol> protocolOf(String words) {
        String lower = words.toLowerCase(Locale.ROOT);
        if (lower.contains("sftp") || lower.contains("ssh")) {
            return Optional.of(Protocol.SFTP);
        }
        if (lower.contains("ftps") || lower.contains("ftpes") || lower.contains("tls") || lower.contains("ssl")) {
            return Optional.of(Protocol.FTPS);
        }
        return lower.contains("ftp") ? Optional.of(Protocol.FTP) : Optional.empty();
    }

    /** A folder as servers write it. */
    static String folder(String typed) {
        String clean = typed.replace('\\', '/').replaceAll("/{2,}", "/").replaceFirst("^~/?", "");
        return clean.length() > 1 ? clean.replaceFirst("/$", "") : clean;
    }

    /** The URL of what visitors see. */
    static String visitors(String typed) {
        String whole = typed.matches("(?i)https?://.*") ? typed : "https://" + typed.replaceFirst("[.,;]$", "");
        try {
            return new URI(whole).toASCIIString();
        } catch (URISyntaxException e) {
            return whole;
        }
    }
}
