package evenharbor.core.hosting.host;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * A welcome mail made up from a seed, with what is true of it.
 *
 * @param language in which language
 * @param layout in which layout
 * @param text the mail
 * @param truth what it says
 * @param certain whether its password can be told: not where two accounts for files have one each
 */
record GeneratedMail(String language, Layout layout, String text, HostLogin truth, boolean certain) {

    /** How a mail says what it says. */
    enum Layout {
        LINES,
        TABLE,
        DOTTED,
        BULLETS,
        SENTENCE,
        STRIPPED,
        QUOTED,
        WITH_OTHER_ACCOUNTS,
        TWO_ACCOUNTS,
        NO_SETTINGS,
        ONE_LINE,
        /** Labels in one line, values in the next. */
        COLUMNS,
        /** Nothing but a space between label and value, line by line. */
        BARE,
        /** A table with the marks that some programs write it in. */
        MARKED,
        /** Lettered, in one paragraph that is wrapped. */
        WRAPPED,
        /** As settings of a program are written. Held out. */
        SETTINGS,
        /** Label and value after commas, in one sentence. Held out. */
        COMMAS;

        boolean heldOut() {
            return compareTo(SETTINGS) >= 0;
        }
    }

    /** A language's words, several a field. */
    record Pack(String language, boolean heldOut, Map<String, List<String>> words) {

        static List<Pack> all(String file) {
            List<Pack> packs = new ArrayList<>();
            for (String block : file.split("\n---\n")) {
                Map<String, List<String>> words = new LinkedHashMap<>();
                for (String line : block.strip().split("\n")) {
                    int colon = line.indexOf(": ");
                    String key = line.substring(0, colon);
                    List<String> values = key.equals("sentence") || key.equals("footer")
                            ? List.of(line.substring(colon + 2))
                            : List.of(line.substring(colon + 2).split(" \\| "));
                    words.computeIfAbsent(key, k -> new ArrayList<>()).addAll(values);
                }
                String language = words.get("language").get(0);
                packs.add(new Pack(language.split(" ")[0], language.endsWith("heldout"), words));
            }
            return packs;
        }
    }

    /** Makes a mail. */
    static GeneratedMail of(Pack pack, Layout layout, long seed) {
        return new Writer(pack, layout, new Random(seed)).mail();
    }

    private static final class Writer {
        private static final String LETTERS = "abcdefghijkmnpqrstuvwxyz";
        private static final String[] WORDS = {
            "tick", "moon", "quay", "moth", "fern", "lamp", "sail", "rope", "tide", "bell", "crane", "pier"
        };
        private final Pack pack;
        private final Layout layout;
        private final Random random;

        Writer(Pack pack, Layout layout, Random random) {
            this.pack = pack;
            this.layout = layout;
            this.random = random;
        }

        private <T> T any(List<T> list) {
            return list.get(random.nextInt(list.size()));
        }

        private String any(String... options) {
            return options[random.nextInt(options.length)];
        }

        private String word(String key) {
            return any(pack.words().get(key));
        }

        /** A word that does not say what for. */
        private String plain(String key) {
            return any(pack.words().get(key).stream()
                    .filter(w -> !w.contains("FTP"))
                    .toList());
        }

        private boolean chance(int percent) {
            return random.nextInt(100) < percent;
        }

        private String name() {
            return any(WORDS) + any(WORDS);
        }

        private String password() {
            StringBuilder password = new StringBuilder();
            int length = 8 + random.nextInt(9);
            String alphabet = LETTERS + LETTERS.toUpperCase(Locale.ROOT) + "23456789" + "!#$%&*+-_=?@.,:;/~^";
            for (int i = 0; i < length; i++) {
                password.append(alphabet.charAt(random.nextInt(alphabet.length())));
            }
            // Whatever it is made of, it has a digit, and ends and begins like a word most of the time.
            password.insert(1 + random.nextInt(length - 1), (char) ('2' + random.nextInt(8)));
            return (chance(90) ? any(WORDS).substring(0, 2) : "")
                    + password
                    + (chance(80) ? any(WORDS).substring(1) : "");
        }

        private HostLogin login() {
            Protocol protocol = any(List.of(Protocol.FTP, Protocol.FTPS, Protocol.SFTP));
            String company = name() + ".example";
            String server = any("ftp", "sftp", "web" + random.nextInt(40), "srv", "files") + "." + company;
            OptionalInt port = chance(40) ? OptionalInt.of(2000 + random.nextInt(7000)) : OptionalInt.empty();
            String user = any(
                    name(),
                    "u" + (10000 + random.nextInt(80000)),
                    name() + "@" + name() + ".example",
                    "w0" + random.nextInt(9999));
            return new HostLogin(
                    Optional.of(server),
                    chance(70) || layout == Layout.TWO_ACCOUNTS ? Optional.of(protocol) : Optional.empty(),
                    port,
                    Optional.of(user),
                    Optional.of(password()),
                    chance(70)
                            ? Optional.of(any(
                                    "/public_html", "/htdocs", "/www/" + any(WORDS), "/home/" + any(WORDS) + "/web"))
                            : Optional.empty(),
                    chance(60) ? Optional.of("https://" + any("www.", "") + name() + ".example") : Optional.empty(),
                    List.of());
        }

        GeneratedMail mail() {
            HostLogin login = layout == Layout.NO_SETTINGS ? nothing() : login();
            String body = switch (layout) {
                case LINES, QUOTED -> lines(login, any(": ", ":   ", " : ", " = ", ":\t"));
                case TABLE -> table(login);
                case DOTTED -> lines(login, any(" ........ ", " ....: ", "......", " . . . . . "));
                case BULLETS -> bullets(login);
                case STRIPPED -> lines(login, any("\n", "\n\n", ":\n"));
                case ONE_LINE -> oneLine(login);
                case COLUMNS -> columns(login);
                case BARE -> lines(login, " ");
                case MARKED -> marked(login);
                case WRAPPED -> wrapped(login);
                case SETTINGS -> settings(login);
                case COMMAS -> commas(login);
                case SENTENCE -> "";
                case WITH_OTHER_ACCOUNTS -> withOthers(login);
                case TWO_ACCOUNTS ->
                    word("files") + " 1\n" + lines(login, ": ") + "\n" + word("files") + " 2\n" + lines(login(), ": ");
                case NO_SETTINGS ->
                    "https://click.rooms.example/t/" + random.nextInt(99999) + "?u=ab" + random.nextInt(999);
            };
            HostLogin truth = login;
            if (layout == Layout.SENTENCE) {
                String sentence = word("sentence");
                truth = told(login, sentence);
                body = filled(sentence, truth);
            }
            String text = dressed(body, truth);
            return new GeneratedMail(pack.language(), layout, text, truth, layout != Layout.TWO_ACCOUNTS);
        }

        private static HostLogin nothing() {
            return new HostLogin(
                    Optional.empty(),
                    Optional.empty(),
                    OptionalInt.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.empty(),
                    List.of());
        }

        /** What a sentence tells of a login: it has no place for the rest. */
        private HostLogin told(HostLogin login, String sentence) {
            return new HostLogin(
                    login.server(),
                    sentence.toLowerCase(Locale.ROOT).contains("ftp") ? Optional.of(Protocol.FTP) : Optional.empty(),
                    sentence.contains("{port}") ? OptionalInt.of(2000 + random.nextInt(7000)) : OptionalInt.empty(),
                    login.user(),
                    login.password(),
                    sentence.contains("{folder}") ? Optional.of("/" + any(WORDS)) : Optional.empty(),
                    Optional.empty(),
                    List.of());
        }

        private String filled(String sentence, HostLogin login) {
            Matcher hole = Pattern.compile("\\{(\\w+)}").matcher(sentence);
            String quote = any("", "", "\"", "“”", "'");
            return hole.replaceAll(match -> Matcher.quoteReplacement(
                    switch (match.group(1)) {
                        case "server" -> login.server().orElseThrow();
                        case "user" -> quoted(login.user().orElseThrow(), quote);
                        case "password" -> quoted(login.password().orElseThrow(), quote);
                        case "port" -> String.valueOf(login.port().orElseThrow());
                        case "folder" -> login.folder().orElseThrow();
                        default -> throw new IllegalArgumentException(match.group());
                    }));
        }

        private static String quoted(String value, String quote) {
            return quote.isEmpty() ? value : quote.charAt(0) + value + quote.charAt(quote.length() - 1);
        }

        private List<Map.Entry<String, String>> fields(HostLogin login) {
            List<Map.Entry<String, String>> fields = new ArrayList<>();
            fields.add(Map.entry(word("server"), login.server().orElseThrow()));
            login.protocol()
                    .ifPresent(p -> fields.add(Map.entry(
                            word("protocol"), p == Protocol.FTPS ? any("FTPS", "FTP + TLS", "FTPES") : p.name())));
            fields.add(Map.entry(word("user"), login.user().orElseThrow()));
            fields.add(Map.entry(word("password"), login.password().orElseThrow()));
            login.port().ifPresent(port -> fields.add(Map.entry(word("port"), String.valueOf(port))));
            login.folder().ifPresent(folder -> fields.add(Map.entry(word("folder"), folder)));
            login.url().ifPresent(url -> fields.add(Map.entry(word("url"), chance(50) ? url : url.substring(8))));
            return fields;
        }

        private String lines(HostLogin login, String between) {
            return fields(login).stream()
                    .map(f -> f.getKey() + between + f.getValue())
                    .collect(Collectors.joining("\n"));
        }

        private String table(HostLogin login) {
            int wide = any(List.of(0, 26));
            String edge = any("| ", "");
            return fields(login).stream()
                    .map(f -> edge
                            + (f.getKey()
                                    + " ".repeat(Math.max(0, wide - f.getKey().length()))) + " | " + f.getValue()
                            + (edge.isEmpty() ? "" : " |"))
                    .collect(Collectors.joining("\n"));
        }

        private String bullets(HostLogin login) {
            String bullet = any(" • ", "- ", "* ", "  – ", "1. ", "» ");
            String lead = any(": ", ": ", " – ", " -> ", ":  – ");
            return fields(login).stream()
                    .map(f -> bullet + f.getKey() + lead + f.getValue())
                    .collect(Collectors.joining("\n"));
        }

        private String oneLine(HostLogin login) {
            String colon = any(": ", " ", " = ");
            String between = colon.equals(" ") ? " | " : any(" | ", " - ", " – ", "; ", " / ", " · ");
            return fields(login).stream()
                    .map(f -> f.getKey() + (colon.equals(" ") ? ": " : colon) + f.getValue())
                    .collect(Collectors.joining(between));
        }

        private String marked(HostLogin login) {
            String head = chance(50) ? "| | |\n|---|---|\n" : "";
            return head
                    + fields(login).stream()
                            .map(f -> "| **" + f.getKey() + "** | `" + f.getValue() + "` |")
                            .collect(Collectors.joining("\n"));
        }

        private String wrapped(HostLogin login) {
            StringBuilder text = new StringBuilder();
            char letter = 'a';
            int width = 0;
            for (Map.Entry<String, String> field : fields(login)) {
                String item = letter++ + ") " + field.getKey() + ": " + field.getValue() + "; ";
                boolean next = width + item.length() > 64;
                text.append(next ? "\n" : "").append(item);
                width = next ? item.length() : width + item.length();
            }
            return text.toString().strip().replaceFirst(";$", ".");
        }

        private String settings(HostLogin login) {
            String head = any("[ftp]\n", "# FTP\n", "");
            String between = any("=", " = ", ": ");
            return head
                    + fields(login).stream()
                            .map(f -> f.getKey().toLowerCase(Locale.ROOT).replace(' ', '_') + between + f.getValue())
                            .collect(Collectors.joining("\n"));
        }

        private String commas(HostLogin login) {
            return word("files") + ": "
                    + fields(login).stream()
                            .map(f -> f.getKey() + " " + f.getValue())
                            .collect(Collectors.joining(", "));
        }

        private String columns(HostLogin login) {
            String between = any("\t", "   ", " | ");
            List<Map.Entry<String, String>> fields = fields(login);
            return fields.stream().map(Map.Entry::getKey).collect(Collectors.joining(between)) + "\n"
                    + fields.stream().map(Map.Entry::getValue).collect(Collectors.joining(between));
        }

        private String withOthers(HostLogin login) {
            List<String> parts = new ArrayList<>();
            parts.add(word("files") + "\n" + lines(login, ": "));
            parts.add(account("database", "db_" + any(WORDS)));
            if (chance(50)) {
                parts.add(account("panel", String.valueOf(random.nextInt(99999))));
            }
            java.util.Collections.shuffle(parts, random);
            return String.join("\n\n", parts);
        }

        private String account(String of, String user) {
            return word(of) + "\n" + plain("user") + ": " + user + "\n" + plain("password") + ": " + password();
        }

        /** What else stands in a mail: words before and after, someone's forwarding, links that count clicks. */
        private String dressed(String body, HostLogin login) {
            List<String> parts = new ArrayList<>();
            parts.add(word("hello"));
            parts.add(word("intro"));
            if (chance(30)) {
                parts.add("https://click.rooms.example/c/" + random.nextInt(99999) + "?to=welcome&u="
                        + random.nextInt(9999));
            }
            parts.add(body);
            parts.add(word("bye"));
            if (chance(60)) {
                parts.add("-- \n" + word("footer"));
            }
            String text = String.join("\n\n", parts);
            if (layout == Layout.QUOTED || chance(10)) {
                text = "Fwd:\n\n" + text.lines().map(l -> "> " + l).collect(Collectors.joining("\n"));
            }
            return chance(20) ? text.replace(": ", ":\u00A0") : text;
        }
    }
}
