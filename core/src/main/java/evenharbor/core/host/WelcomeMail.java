package evenharbor.core.host;

import java.net.URI;
import java.net.URISyntaxException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads what a hosting company writes to its customers, in whatever layout: a label and a value on a line, the value on the
 * next line, a table, or a URL with everything in it. What it cannot find stays empty; nothing is guessed.
 */
public final class WelcomeMail {

    private enum Item {
        SERVER(
                "(?:s?ftps?[ -]?)?(?:host ?name|host|server(?:[ -]?(?:name|address))?|address|site)(?: \\((?:s?ftps?|host)\\))?"),
        USER("(?:s?ftps?[ -]?)?(?:user[ -]?(?:name|id)?|log[ -]?in(?:[ -]?name)?|account(?:[ -]?name)?)"),
        PASSWORD("(?:s?ftps?[ -]?)?(?:pass(?:word|phrase|code)?|pwd)"),
        PORT("(?:s?ftps?[ -]?)?port(?:[ -]?(?:number|no\\.?))?"),
        FOLDER(
                "(?:(?:remote|web|document|upload|target|home|start|root|s?ftps?)[ -]?)*(?:path|dir(?:ectory)?|folder|root|docroot|webspace)"),
        PROTOCOL("(?:protocol|connection(?: type)?|encryption|type)"),
        URL("(?:web[ -]?site|web[ -]?address|url|domain|your (?:site|address|domain)|visit)(?: (?:address|url))?");

        private final Pattern line;
        private final Pattern alone;

        Item(String label) {
            String start = "^[\\s>*|•·-]*(?:your |the )?" + label;
            line = Pattern.compile(
                    start + "\\s*(?:[:=|]|\\bis\\b:?|\\t|\\s{2,}|\\.{3,})\\s*(?<value>.*?)[\\s|]*$", FLAGS);
            alone = Pattern.compile(start + "\\s*:?[\\s|]*$", FLAGS);
        }
    }

    private static final int FLAGS = Pattern.CASE_INSENSITIVE;
    private static final Pattern WHOLE_URL = Pattern.compile(
            "(?i)\\b(?<scheme>s?ftps?|ftpes|ssh)://(?:(?<user>[^\\s:@/]+)(?::(?<password>[^\\s@/]+))?@)?(?<host>[^\\s:/<>\"]+)"
                    + "(?::(?<port>\\d{1,5}))?(?<path>/[^\\s<>\"]*)?");
    private static final Pattern WEB_URL = Pattern.compile("(?i)https?://[^\\s<>\"]+");
    private static final Pattern HOST = Pattern.compile(
            "(?i)(?:[a-z0-9](?:[a-z0-9-]*[a-z0-9])?\\.)+[a-z]{2,}|\\d{1,3}(?:\\.\\d{1,3}){3}|localhost");
    private static final int HIGHEST_PORT = 65_535;

    private final Map<Item, String> found = new EnumMap<>(Item.class);
    private final List<String> cleanings = new ArrayList<>();

    private WelcomeMail() {}

    /** Reads a mail, or any other text. */
    public static HostLogin read(String text) {
        WelcomeMail mail = new WelcomeMail();
        mail.lines(text.replace('\u00A0', ' ').replace("\r\n", "\n"));
        return mail.login(text);
    }

    private void lines(String text) {
        String[] lines = text.split("\n");
        for (int i = 0; i < lines.length; i++) {
            for (Item item : Item.values()) {
                if (found.containsKey(item)) {
                    continue;
                }
                Matcher line = item.line.matcher(lines[i]);
                if (line.matches() && !line.group("value").isEmpty()) {
                    take(item, line.group("value"));
                } else if (item.alone.matcher(lines[i]).matches() && i + 1 < lines.length) {
                    take(item, lines[i + 1].strip());
                }
            }
        }
    }

    /** Takes a value, if it can be one of its kind: a mail has many lines that only look alike. */
    private void take(Item item, String raw) {
        String value = unwrapped(raw);
        boolean fits = switch (item) {
            case SERVER -> HOST.matcher(bare(value)).matches();
            case PORT -> value.matches("\\d{1,5}\\b.*") && port(value) > 0;
            case PROTOCOL -> protocolOf(value).isPresent();
            case URL -> HOST.matcher(bare(value)).matches();
            case FOLDER -> value.startsWith("/") || value.startsWith("~") || value.matches("[\\w.-]+(?:/[\\w.-]*)*/?");
            case USER -> value.matches("\\S+");
            case PASSWORD -> !value.isEmpty();
        };
        if (fits) {
            found.put(item, value);
        }
    }

    /** Without what mails put around a value: quotation marks, angle brackets, stars. */
    private static String unwrapped(String raw) {
        String value = raw.strip();
        Matcher wrapped =
                Pattern.compile("^([\"'`<*]{1,2})(.+?)([\"'`>*]{1,2})$").matcher(value);
        return wrapped.matches() ? wrapped.group(2) : value;
    }

    /** A host name without scheme, user, port, path and the full stop of a sentence. */
    private static String bare(String value) {
        return value.replaceFirst("(?i)^[a-z]+://", "")
                .replaceFirst("^[^/@]*@", "")
                .replaceFirst("[/\\s].*$", "")
                .replaceFirst(":\\d+$", "")
                .replaceFirst("[.,;]$", "")
                .toLowerCase(Locale.ROOT);
    }

    private static int port(String value) {
        int port = Integer.parseInt(value.replaceFirst("\\D.*$", ""));
        return port > 0 && port <= HIGHEST_PORT ? port : 0;
    }

    private HostLogin login(String text) {
        Matcher url = WHOLE_URL.matcher(text);
        boolean whole = url.find();
        Optional<Protocol> byScheme = whole ? protocolOf(url.group("scheme")) : Optional.empty();
        if (whole) {
            put(Item.SERVER, url.group("host"));
            put(Item.USER, decoded(url.group("user")));
            put(Item.PASSWORD, decoded(url.group("password")));
            put(Item.PORT, url.group("port"));
            put(Item.FOLDER, "/".equals(url.group("path")) ? null : decoded(url.group("path")));
        }
        Matcher web = WEB_URL.matcher(text);
        if (web.find()) {
            put(Item.URL, web.group().replaceFirst("[.,;)]+$", ""));
        }
        String given = found.getOrDefault(Item.SERVER, "");
        String server = bare(given);
        if (!given.equals(server) && !given.isEmpty()) {
            cleanings.add("“" + given + "” was read as " + server + ".");
        }
        OptionalInt port =
                found.containsKey(Item.PORT) ? OptionalInt.of(port(found.get(Item.PORT))) : portBehind(given);
        Optional<Protocol> protocol = Optional.ofNullable(found.get(Item.PROTOCOL))
                .flatMap(WelcomeMail::protocolOf)
                .or(() -> byScheme)
                .or(() -> protocolIn(text, port));
        return new HostLogin(
                Optional.of(server).filter(s -> !s.isEmpty()),
                protocol,
                port.isPresent()
                                && protocol.isPresent()
                                && port.getAsInt() == protocol.get().port()
                        ? OptionalInt.empty()
                        : port,
                Optional.ofNullable(found.get(Item.USER)),
                Optional.ofNullable(found.get(Item.PASSWORD)),
                Optional.ofNullable(found.get(Item.FOLDER)).map(WelcomeMail::folder),
                Optional.ofNullable(found.get(Item.URL)).map(WelcomeMail::visitors),
                List.copyOf(cleanings));
    }

    private void put(Item item, String value) {
        if (value != null && !value.isEmpty()) {
            found.putIfAbsent(item, value);
        }
    }

    private static String decoded(String part) {
        try {
            return part == null ? null : URLDecoder.decode(part.replace("+", "%2B"), StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            return part;
        }
    }

    private static OptionalInt portBehind(String server) {
        Matcher behind = Pattern.compile("(?<!:):(\\d{1,5})(?:/.*)?$").matcher(server);
        return behind.find() && port(behind.group(1)) > 0 ? OptionalInt.of(port(behind.group(1))) : OptionalInt.empty();
    }

    private static Optional<Protocol> protocolOf(String words) {
        String lower = words.toLowerCase(Locale.ROOT);
        if (lower.contains("sftp") || lower.contains("ssh")) {
            return Optional.of(Protocol.SFTP);
        }
        if (lower.contains("ftps") || lower.contains("ftpes") || lower.contains("tls") || lower.contains("ssl")) {
            return Optional.of(Protocol.FTPS);
        }
        return lower.contains("ftp") ? Optional.of(Protocol.FTP) : Optional.empty();
    }

    /** Without a line of its own the port tells, then the safest that is spoken of. */
    private static Optional<Protocol> protocolIn(String text, OptionalInt port) {
        if (port.isPresent() && port.getAsInt() == Protocol.SFTP.port()) {
            return Optional.of(Protocol.SFTP);
        }
        return protocolOf(text);
    }

    private static String folder(String typed) {
        String clean = typed.replace('\\', '/').replaceAll("/{2,}", "/").replaceFirst("^~/?", "");
        return clean.length() > 1 ? clean.replaceFirst("/$", "") : clean;
    }

    private static String visitors(String typed) {
        String whole = typed.matches("(?i)https?://.*") ? typed : "https://" + typed.replaceFirst("[.,;]$", "");
        try {
            return new URI(whole).toASCIIString();
        } catch (URISyntaxException e) {
            return whole;
        }
    }
}
