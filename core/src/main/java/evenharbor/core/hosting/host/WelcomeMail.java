package evenharbor.core.hosting.host;

import evenharbor.core.hosting.host.MailWords.Item;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads what a hosting company writes to its customers, in whatever layout: labels with values, a sentence, or a URL with
 * everything in it. What it cannot find stays empty; a password of which it is not certain is not filled in, and what it
 * left out of one is said.
 */
public final class WelcomeMail {

    /** What a part of a mail is about: signing in for files, or for something else. */
    private enum About {
        FILES,
        UNSAID,
        OTHER
    }

    /** How a value was found: beside its label, or in a sentence. */
    private enum How {
        LABELLED,
        SPOKEN
    }

    private record Candidate(About about, How how, int account, String value) {}

    private static final Pattern WHOLE_URL = Pattern.compile(
            "(?i)\\b(?<scheme>s?ftps?|ftpes|ssh)://(?:(?<user>[^\\s:@/]+)(?::(?<password>[^\\s@/]+))?@)?(?<host>[^\\s:/<>\"]+)"
                    + "(?::(?<port>\\d{1,5}))?(?<path>/[^\\s<>\"]*)?");
    private static final Pattern WEB_URL = Pattern.compile("(?i)https?://[^\\s<>\"]+");
    /** A page that is looked at, not one that a click is counted by. */
    private static final Pattern PLAIN_URL = Pattern.compile(
            "(?i)https?://(?!(?:[a-z0-9-]*(?:click|track|link|mail|news|campaign|cdn|img|help|support|status|panel|my|login|admin)[a-z0-9-]*|go|t|e|r)\\.)[^/?#\\s]+/?");

    private static final Pattern FILE_SERVER = Pattern.compile(
            "(?iu)(?<![\\w@./-])(?:s?ftps?|ssh|files?|upload|web|srv|server|host)\\d*\\.(?:[a-z0-9-]+\\.)+[a-z]{2,}\\b");
    /** No company writes more to a new customer; what is pasted may be anything. */
    private static final int LONGEST = 20_000;

    /** RFC 5322, section 2.1.1: a line has at most 998 characters. Readers of a line may look at it again and again. */
    private static final String LONG_LINE = "[^\\n]{998}(?=[^\\n])";

    private static final String BLANK = " ".repeat(40);
    private static final String LONG_BLANK = "[^\\S\\n]{40,}+";
    private static final String SEVERAL = "The mail holds several passwords. Type the one for files.";
    private static final String SENTENCE_ENDS = ".,;:!?";
    private static final int MOST_HEADING_WORDS = 8;

    private final Map<Item, List<Candidate>> candidates = new EnumMap<>(Item.class);
    private final Map<Item, String> found = new EnumMap<>(Item.class);
    private final Set<String> servers = new LinkedHashSet<>();
    private final List<String> cleanings = new ArrayList<>();

    private WelcomeMail() {}

    /** Reads a mail, or any other text. */
    public static HostLogin read(String text) {
        WelcomeMail mail = new WelcomeMail();
        if (text.length() > LONGEST) {
            mail.cleanings.add("Only the first " + LONGEST + " characters were read.");
        }
        String plain = text.substring(0, Math.min(LONGEST, text.length()))
                .replace('\u00A0', ' ')
                .replace("\r\n", "\n")
                .replaceAll("[\\u200B-\\u200D\\u2060\\uFEFF\\u00AD\\p{Cs}]", "")
                .replaceAll(LONG_BLANK, BLANK)
                .replaceAll(LONG_LINE, "$0\n");
        mail.labelled(plain);
        mail.spoken(plain);
        for (Item item : Item.values()) {
            mail.choose(item);
        }
        return mail.login(plain);
    }

    /** What a part is about stands above it, in its labels, or in its being reached by a protocol for files. */
    private void labelled(String text) {
        About about = About.UNSAID;
        int paragraph = 0;
        List<MailPairs.Pair> pairs = MailPairs.of(text, MailValues::fits);
        for (MailPairs.Pair pair : pairs) {
            boolean begins = pair.paragraph() != paragraph;
            paragraph = pair.paragraph();
            if (pair.item().isPresent()) {
                take(pair.item().get(), about(pair.label(), about), How.LABELLED, pair.value());
            } else if (heading(pair)) {
                about = about(pair.label(), begins ? byProtocol(pairs, paragraph) : about);
            }
        }
    }

    private static About byProtocol(List<MailPairs.Pair> pairs, int paragraph) {
        return pairs.stream()
                        .filter(pair -> pair.paragraph() == paragraph)
                        .anyMatch(pair ->
                                pair.item().filter(Item.PROTOCOL::equals).isPresent()
                                        && MailValues.fits(Item.PROTOCOL, pair.value()))
                ? About.FILES
                : About.UNSAID;
    }

    /** A line that says what follows is about; a sentence says it of itself alone. */
    private static boolean heading(MailPairs.Pair pair) {
        return pair.label().split("\\s+").length <= MOST_HEADING_WORDS
                && !pair.label().matches(".*[.?!,]|.*[@/].*");
    }

    private static About about(String words, About before) {
        if (MailWords.speaksOfFiles(words)) {
            return About.FILES;
        }
        return MailWords.speaksOfOther(words) ? About.OTHER : before;
    }

    /** Takes a value, if it can be one of its kind: a mail has many lines that only look alike. */
    private void take(Item item, About about, How how, String raw) {
        if (MailValues.fits(item, raw)) {
            candidates
                    .computeIfAbsent(item, any -> new ArrayList<>())
                    .add(new Candidate(
                            about, how, account(item, MailValues.unwrapped(raw)), MailValues.unwrapped(raw)));
        }
    }

    /** Which account a value belongs to: another server begins another one. */
    private int account(Item item, String value) {
        if (item == Item.SERVER) {
            servers.add(HostLogin.bare(value));
        }
        return Math.max(0, servers.size() - 1);
    }

    private void spoken(String text) {
        for (MailSentences.Told told : MailSentences.of(text)) {
            boolean doubtful = told.item() == Item.PASSWORD
                    && !told.ending().isEmpty()
                    && MailValues.fits(Item.PASSWORD, told.value());
            if (doubtful) {
                cleanings.add("“" + told.ending()
                        + "” after the password was read as the end of the sentence, not as a part of it.");
            }
            take(told.item(), about(told.sentence(), About.UNSAID), How.SPOKEN, told.value());
        }
    }

    /**
     * Of several values the first that is about files. What is about something else is never a user or a password, and of
     * two passwords of which neither is said to be for files none is.
     */
    private void choose(Item item) {
        List<Candidate> all = candidates.getOrDefault(item, List.of()).stream()
                .filter(candidate -> item != Item.PASSWORD || !servers.contains(HostLogin.bare(candidate.value())))
                .toList();
        boolean secret = item == Item.PASSWORD || item == Item.USER;
        boolean ofSeveralAccounts = item == Item.PASSWORD
                && servers.size() > 1
                && all.stream()
                                .filter(candidate -> candidate.about() != About.OTHER)
                                .map(Candidate::value)
                                .distinct()
                                .count()
                        > 1;
        if (ofSeveralAccounts) {
            cleanings.add(SEVERAL);
            return;
        }
        List<Set<About>> ranks = secret
                ? List.of(EnumSet.of(About.FILES), EnumSet.of(About.UNSAID))
                : List.of(EnumSet.of(About.FILES, About.UNSAID), EnumSet.of(About.OTHER));
        for (How how : How.values()) {
            for (Set<About> rank : ranks) {
                List<String> values = all.stream()
                        .filter(candidate -> candidate.how() == how && rank.contains(candidate.about()))
                        .filter(candidate -> candidate.account() == 0 || item == Item.PASSWORD)
                        .map(Candidate::value)
                        .distinct()
                        .toList();
                if (values.size() > 1 && item == Item.PASSWORD) {
                    cleanings.add(SEVERAL);
                    return;
                }
                if (!values.isEmpty()) {
                    found.put(item, values.get(0));
                    sayDoubt(item, values.get(0));
                    return;
                }
            }
        }
    }

    /** A full stop at the end of a password may be the sentence's: nobody can tell, so it is said. */
    private void sayDoubt(Item item, String value) {
        char last = value.charAt(value.length() - 1);
        if (item == Item.PASSWORD && SENTENCE_ENDS.indexOf(last) >= 0) {
            cleanings.add("The password was read with the “" + last
                    + "” at its end. Remove that sign if it only ends the line.");
        }
    }

    private HostLogin login(String text) {
        Matcher url = WHOLE_URL.matcher(text);
        boolean whole = url.find();
        Optional<Protocol> byScheme = whole ? MailValues.protocolOf(url.group("scheme")) : Optional.empty();
        if (whole) {
            put(Item.SERVER, url.group("host"));
            put(Item.USER, MailValues.decoded(url.group("user")));
            put(Item.PASSWORD, MailValues.decoded(url.group("password")));
            put(Item.PORT, url.group("port"));
            put(Item.FOLDER, "/".equals(url.group("path")) ? null : MailValues.decoded(url.group("path")));
        }
        serverByItsName(text);
        site(text);
        String given = found.getOrDefault(Item.SERVER, "");
        String server = HostLogin.bare(given);
        if (!given.equals(server) && !given.isEmpty()) {
            cleanings.add("“" + given + "” was read as " + server + ".");
        }
        OptionalInt port = found.containsKey(Item.PORT)
                ? OptionalInt.of(MailValues.port(found.get(Item.PORT)))
                : MailValues.portBehind(given);
        Optional<Protocol> protocol = Optional.ofNullable(found.get(Item.PROTOCOL))
                .flatMap(MailValues::protocolOf)
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
                Optional.ofNullable(found.get(Item.FOLDER)).map(MailValues::folder),
                Optional.ofNullable(found.get(Item.URL)).map(MailValues::visitors),
                List.copyOf(cleanings));
    }

    private void put(Item item, String value) {
        if (value != null && !value.isEmpty()) {
            found.putIfAbsent(item, value);
        }
    }

    /** A server that no label names, when there is only one that is called as those for files are. */
    private void serverByItsName(String text) {
        Matcher named = FILE_SERVER.matcher(WEB_URL.matcher(text).replaceAll(" "));
        Set<String> all = new LinkedHashSet<>();
        while (named.find()) {
            all.add(HostLogin.bare(named.group()));
        }
        if (all.size() == 1) {
            put(Item.SERVER, all.iterator().next());
        }
    }

    /** A page that no label names, in a mail that tells of an account: the first that is plainly a site's front page. */
    private void site(String text) {
        if (found.containsKey(Item.SERVER) && !candidates.containsKey(Item.URL)) {
            WEB_URL.matcher(text)
                    .results()
                    .map(url -> url.group().replaceFirst("[.,;)]+$", ""))
                    .filter(url -> PLAIN_URL.matcher(url).matches())
                    .findFirst()
                    .ifPresent(url -> put(Item.URL, url));
        }
    }

    /** Without a line of its own the port tells, then the safest that is spoken of where files are. */
    private static Optional<Protocol> protocolIn(String text, OptionalInt port) {
        if (port.isPresent() && port.getAsInt() == Protocol.SFTP.port()) {
            return Optional.of(Protocol.SFTP);
        }
        if (port.isPresent() && port.getAsInt() == Protocol.SECURE_FROM_THE_START) {
            return Optional.of(Protocol.FTPS);
        }
        List<Protocol> spoken = text.lines()
                .filter(line -> line.toLowerCase(Locale.ROOT).matches(".*(?:ftp|ssh[ :]).*"))
                .flatMap(line -> MailValues.protocolOf(line).stream())
                .toList();
        return List.of(Protocol.SFTP, Protocol.FTPS, Protocol.FTP).stream()
                .filter(spoken::contains)
                .findFirst();
    }
}
