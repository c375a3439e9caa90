package evenharbor.core.harbor.route;

import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.redirect.QueryRule;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.RedirectReader;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.where.redirect.Source;
import evenharbor.core.where.redirect.TypedRedirect;
import java.io.IOException;
import java.io.InputStream;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** One line of {@code redirect-cases.txt}: a set of rules, a request, and what must become of it. */
public record RedirectCase(
        String set, List<String> pages, List<Redirect> rules, String url, Instant at, List<String> hops, String end) {

    /** When a request comes that says nothing of time. */
    public static final Instant USUALLY = Instant.parse("2026-11-25T12:00:00Z");

    /** All cases, in order. */
    public static List<RedirectCase> all() throws IOException {
        List<RedirectCase> cases = new ArrayList<>();
        List<String> pages = new ArrayList<>();
        List<Redirect> rules = new ArrayList<>();
        String set = "";
        for (String line : lines()) {
            String[] words = line.split(" ");
            switch (words[0]) {
                case "pages" ->
                    Arrays.stream(words).skip(1).map(RedirectCase::decoded).forEach(pages::add);
                case "set" -> {
                    set = line.substring(4);
                    rules = new ArrayList<>();
                }
                case "rule" -> rules.add(rule(words).named("r" + rules.size()));
                case "ask" -> cases.add(ask(set, pages, rules, line.substring(4)));
                default -> {}
            }
        }
        return cases;
    }

    private static List<String> lines() throws IOException {
        try (InputStream in = RedirectCase.class.getResourceAsStream("/redirect-cases.txt")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList();
        }
    }

    private static RedirectCase ask(String set, List<String> pages, List<Redirect> rules, String line) {
        String[] sides = line.split(" => ");
        String[] asked = sides[0].split(" @");
        List<String> hops = new ArrayList<>(List.of(sides[1].split("; ")));
        String end = hops.remove(hops.size() - 1);
        return new RedirectCase(
                set, pages, rules, asked[0], asked.length > 1 ? Instant.parse(asked[1]) : USUALLY, hops, end);
    }

    private static Redirect rule(String[] words) {
        TypedRedirect plain = TypedRedirect.of(
                Source.Kind.valueOf(words[1].toUpperCase()), words[2], words[3].equals("-") ? "" : words[3]);
        List<String> options = List.of(words).subList(4, words.length);
        return new RedirectReader(Set.of())
                .read(new TypedRedirect(
                        "",
                        plain.kind(),
                        plain.source(),
                        plain.target(),
                        options.stream()
                                .filter(o -> o.matches("\\d{3}"))
                                .map(Integer::valueOf)
                                .findFirst()
                                .orElse(301),
                        !options.contains("case"),
                        options.contains("slash"),
                        options.contains("drop")
                                ? QueryRule.Kind.DROP
                                : value(options, "match").isPresent() ? QueryRule.Kind.MATCH : QueryRule.Kind.KEEP,
                        value(options, "match").orElse(""),
                        options.contains("spare")
                                ? Optional.of(true)
                                : options.contains("hide") ? Optional.of(false) : Optional.empty(),
                        value(options, "from").map(Instant::parse),
                        value(options, "until").map(Instant::parse),
                        "",
                        "",
                        false,
                        options.contains("agreed")))
                .rule()
                .orElseThrow();
    }

    private static Optional<String> value(List<String> options, String name) {
        return options.stream()
                .filter(o -> o.startsWith(name + "="))
                .map(o -> o.substring(name.length() + 1))
                .findFirst();
    }

    static String decoded(String path) {
        return URLDecoder.decode(path.replace("+", "%2B"), StandardCharsets.UTF_8);
    }

    /** The query as asked, without its question mark. */
    public String query() {
        int mark = url.indexOf('?');
        return mark < 0 ? "" : url.substring(mark + 1);
    }

    /** What must come, as one line: a hop that loops is not told hop by hop. */
    public String expected() {
        return end.equals("loop") ? end : told(hops, end);
    }

    /** The site of the case. */
    public SiteRoutes site(FileEntry page) {
        return SiteRoutes.of("cases", files(page), new SiteRoutes.ServingOptions(false, true), Redirects.of(rules));
    }

    /** Its pages, each with the same content. */
    Manifest files(FileEntry page) {
        Map<String, FileEntry> files = new HashMap<>();
        pages.forEach(path -> files.put(path, page));
        return Manifest.of(files);
    }

    /** Hops and an end, as {@link #expected} writes them. */
    public static String told(List<String> hops, String end) {
        return String.join("; ", hops) + " / " + end;
    }

    @Override
    public String toString() {
        return set + ": " + url + (at.equals(USUALLY) ? "" : " at " + at);
    }
}
