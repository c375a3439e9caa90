package evenharbor.core.hosting.host;

import java.net.URI;
import java.net.URISyntaxException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads what a hosting company writes to its customers, in whatever layout: a label and a value on a line, the value on the
 * next line, a table, or a URL with everything in it. What it cannot find stays empty; nothing is guessed.
 */
public final class WelcomeMail {

    /** What a line may be about; its label in the languages that hosting companies write in. */
    private enum Item {
        SERVER(
                "(?:host ?name|host|server ?(?:name|address|adresse)?|address|site|serveur|nom d[’']h[oô]te|h[oô]te|adresse du serveur"
                        + "|servidor|direcci[oó]n del servidor|indirizzo(?: del server)?|hostnaam|serveradres|adres|adresse|serwer"
                        + "|adres serwera|palvelin|endere[cç]o)(?: \\((?:s?ftps?|host)\\))?"),
        USER(
                "(?:user[ -]?(?:name|id)?|log[ -]?in(?:[ -]?name)?|account(?:[ -]?name)?|benutzer(?:name|kennung)?|nutzername|kennung"
                        + "|nom d[’']utilisateur|utilisateur|identifiant|usuario|nombre de usuario|utente|nome utente|gebruiker(?:snaam)?"
                        + "|u[zż]ytkownik|nazwa u[zż]ytkownika|anv[aä]ndar(?:namn|e)|brugernavn|utilizador|usu[aá]rio|k[aä]ytt[aä]j[aä](?:tunnus)?)"),
        PASSWORD(
                "(?:pass(?:word|phrase|code)?|pwd|passwort|kennwort|mot de passe|mdp|contrase[nñ]a|clave|wachtwoord|has[lł]o|l[oö]senord"
                        + "|adgangskode|senha|palavra-passe|salasana)"),
        PORT("(?:port(?:[ -]?(?:number|no\\.?|nummer))?|puerto|porta|poort|portti)"),
        FOLDER("(?:(?:remote|web|document|upload|target|home|start|root|ziel|haupt|s?ftps?)[ -]?)*"
                + "(?:path|dir(?:ectory)?|folder|root|docroot|webspace|verzeichnis|ordner|pfad|dossier|r[eé]pertoire|chemin|carpeta"
                + "|directorio|ruta|cartella|percorso|map|katalog|folderu?|mappe|mapp|pasta|kansio)"),
        PROTOCOL(
                "(?:protocol|connection(?: type)?|encryption|type|protokoll|verschl[uü]sselung|protocole|chiffrement|protocolo|protocollo"
                        + "|verbinding|protok[oó][lł])"),
        URL(
                "(?:web[ -]?site|web[ -]?address|url|domain|your (?:site|address|domain)|visit|webseite|domain|ihre (?:website|domain|seite)"
                        + "|adresse web|votre site|site web|nom de domaine|dominio|sitio web|su sitio|sito(?: web)?|domein(?:naam)?|strona|hemsida"
                        + "|hjemmeside|kotisivu)(?: (?:address|url))?");

        private final Pattern line;
        private final Pattern alone;

        Item(String label) {
            String start =
                    "^[\\s>*|•·\\-–]*(?<of>(?:your |the |ihr |ihre |votre |su |il tuo |uw |twoje |s?ftps?[ -]?|ssh[ -]?)*)"
                            + label + "(?: (?:ftp|sftp))?";
            line = Pattern.compile(
                    start
                            + "\\s*(?:[:=|]|：|\\bis\\b:?|\\bist\\b:?|\\best\\b ?:?|\\t|\\s{2,}|\\.{3,}|[-–—>]+>?\\s)\\s*(?<value>.*?)[\\s|]*$",
                    FLAGS);
            alone = Pattern.compile(start + "\\s*:?[\\s|]*$", FLAGS);
        }
    }

    /** What a part of a mail is about: signing in for files, or for something else. */
    private enum About {
        FILES,
        UNSAID,
        OTHER
    }

    private record Candidate(About about, String value) {}

    private static final Pattern FOR_FILES = Pattern.compile(
            "(?iu)\\bs?ftps?\\b|file transfer|upload|web ?space|hochladen|d[eé]poser|subir|caricare|bestanden");
    private static final Pattern FOR_OTHER = Pattern.compile(
            "(?iu)mysql|mariadb|database|datenbank|base de donn[eé]es|base de datos|e-?mail|pop3|imap|smtp|webmail|panel|customer (?:area|login|centre|center)"
                    + "|kunden(?:bereich|login|men[uü]|center)|espace client|[aá]rea de cliente|area clienti|klantenpaneel|backup|blog|content management|cms|dashboard|back[ -]?end|admin");

    /** What stands in the place of a password that is not told. */
    private static final Pattern NOT_TOLD = Pattern.compile(
            "(?iu)[*•●x.…_#-]{4,}|<.*>|\\[.*\\]|\\(.*\\)|n/a|none|hidden|verborgen|.*\\b(?:sent|send|separate(?:ly)?|chosen|chose|choose|same|identical"
                    + "|unchanged|see|by (?:post|sms|phone)|siehe|separat(?:er|e)?|gew[aä]hlt\\w*|gesondert\\w*|wie|voir|choisi|envoy[eé]\\w*|s[eé]par[eé]\\w*"
                    + "|elegid[oa]|enviad[oa]|separado|vedi|scelt[oa]|inviat[oa]|zie|gekozen|apart|verstuurd)\\b.*");

    private static final int FLAGS = Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE;
    private static final Pattern WHOLE_URL = Pattern.compile(
            "(?i)\\b(?<scheme>s?ftps?|ftpes|ssh)://(?:(?<user>[^\\s:@/]+)(?::(?<password>[^\\s@/]+))?@)?(?<host>[^\\s:/<>\"]+)"
                    + "(?::(?<port>\\d{1,5}))?(?<path>/[^\\s<>\"]*)?");
    private static final Pattern WEB_URL = Pattern.compile("(?i)https?://[^\\s<>\"]+");
    private static final int HIGHEST_PORT = 65_535;

    private final Map<Item, List<Candidate>> candidates = new EnumMap<>(Item.class);
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
        About about = About.UNSAID;
        for (int i = 0; i < lines.length; i++) {
            boolean labelled = false;
            for (Item item : Item.values()) {
                Matcher line = item.line.matcher(lines[i]);
                if (line.matches()) {
                    labelled = true;
                    take(item, about(line.group("of"), about), line.group("value"));
                    continue;
                }
                Matcher alone = item.alone.matcher(lines[i]);
                if (alone.matches() && i + 1 < lines.length) {
                    labelled |= take(item, about(alone.group("of"), about), lines[i + 1].strip());
                }
            }
            if (!labelled) {
                about = about(lines[i], about);
            }
        }
        for (Item item : Item.values()) {
            choose(item);
        }
    }

    /** A heading says what follows is about; a label may say it of itself. */
    private static About about(String words, About before) {
        if (FOR_FILES.matcher(words).find()) {
            return About.FILES;
        }
        return FOR_OTHER.matcher(words).find() ? About.OTHER : before;
    }

    /** Takes a value, if it can be one of its kind: a mail has many lines that only look alike. */
    private boolean take(Item item, About about, String raw) {
        String value = unwrapped(raw);
        boolean fits = switch (item) {
            case SERVER -> HostLogin.isServer(HostLogin.bare(value));
            case PORT -> value.matches("\\d{1,5}\\b.*") && port(value) > 0;
            case PROTOCOL -> protocolOf(value).isPresent();
            case URL -> HostLogin.isServer(HostLogin.bare(value));
            case FOLDER -> value.matches("[/~\\\\].*") || value.matches("[\\w.-]+(?:/[\\w.-]*)*/?");
            case USER -> value.matches("\\S+") && !NOT_TOLD.matcher(value).matches();
            case PASSWORD -> !value.isEmpty() && !NOT_TOLD.matcher(raw.strip()).matches();
        };
        if (fits) {
            candidates.computeIfAbsent(item, any -> new ArrayList<>()).add(new Candidate(about, value));
        }
        return fits;
    }

    /**
     * Of several values the first that is about files. What is about something else is never a user or a password, and of
     * two passwords of which neither is said to be for files none is.
     */
    private void choose(Item item) {
        List<Candidate> all = candidates.getOrDefault(item, List.of());
        boolean secret = item == Item.PASSWORD || item == Item.USER;
        List<Set<About>> ranks = secret
                ? List.of(EnumSet.of(About.FILES), EnumSet.of(About.UNSAID))
                : List.of(EnumSet.of(About.FILES, About.UNSAID), EnumSet.of(About.OTHER));
        for (Set<About> rank : ranks) {
            List<String> values = all.stream()
                    .filter(candidate -> rank.contains(candidate.about()))
                    .map(Candidate::value)
                    .distinct()
                    .toList();
            if (values.size() > 1 && item == Item.PASSWORD) {
                cleanings.add("The mail holds several passwords. Type the one for files.");
                return;
            }
            if (!values.isEmpty()) {
                found.put(item, values.get(0));
                return;
            }
        }
    }

    /** Without what mails put around a value: quotation marks, angle brackets, stars. */
    private static String unwrapped(String raw) {
        String value = raw.strip().replaceFirst("^[*_]{1,2}\\s+", "");
        Matcher wrapped =
                Pattern.compile("^([\"'`<*]{1,2})(.+?)([\"'`>*]{1,2})$").matcher(value);
        return wrapped.matches() ? wrapped.group(2) : value;
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
        String server = HostLogin.bare(given);
        if (!given.equals(server) && !given.isEmpty()) {
            cleanings.add("“" + given + "” was read as " + server + ".");
        }
        OptionalInt port =
                found.containsKey(Item.PORT) ? OptionalInt.of(port(found.get(Item.PORT))) : portBehind(given);
        Optional<Protocol> protocol = Optional.ofNullable(found.get(Item.PROTOCOL))
                .flatMap(WelcomeMail::protocolOf)
                .or(() -> byScheme.filter(scheme -> scheme != Protocol.FTP))
                .or(() -> protocolIn(text, port))
                .or(() -> byScheme);
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
        if (port.isPresent() && port.getAsInt() == Protocol.SECURE_FROM_THE_START) {
            return Optional.of(Protocol.FTPS);
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
