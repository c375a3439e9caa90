package evenharbor.core.where.redirect;

import evenharbor.core.where.address.PointerTarget;
import java.net.URI;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads rules as they are typed, pasted or brought in: cleans what can be cleaned, and says what cannot be. */
public final class RedirectReader {

    private static final Pattern URL = Pattern.compile("(?i)(https?:)?//([^/?#]*)(.*)", Pattern.DOTALL);
    private static final Pattern SCHEME = Pattern.compile("(?i)[a-z][a-z0-9+.-]*:(?!\\d).*", Pattern.DOTALL);
    private static final Pattern ESCAPE = Pattern.compile("%(?![0-9A-Fa-f]{2})");
    private static final int LONGEST_PATH = 1000;
    private static final int LONGEST_TARGET = 2000;
    private static final int LONGEST_GROUP = 60;
    private static final int LONGEST_NOTE = 500;

    private final Set<String> hosts;

    /**
     * A reader for one site.
     *
     * @param hosts the site's own host names, in lower case
     */
    public RedirectReader(Set<String> hosts) {
        this.hosts = Set.copyOf(hosts);
    }

    private static final class Notes {
        private final List<RedirectFault> faults = new ArrayList<>();
        private final List<String> cleanings = new ArrayList<>();

        private void fault(String field, String sentence) {
            faults.add(new RedirectFault(field, sentence));
        }
    }

    /** Reads a rule. */
    public RedirectReading read(TypedRedirect typed) {
        Notes notes = new Notes();
        TypedSource from = source(typed, notes);
        RedirectStatus status = RedirectStatus.of(typed.status()).orElse(RedirectStatus.MOVED);
        if (RedirectStatus.of(typed.status()).isEmpty()) {
            notes.fault("status", typed.status() + " is no status of a redirect. Use 301, 302, 307, 308 or 410.");
        }
        String target = status == RedirectStatus.GONE ? "" : target(typed.target(), from.source(), notes);
        QueryRule query = query(typed, from.query(), notes);
        if (typed.from().isPresent()
                && typed.until().isPresent()
                && !typed.from().get().isBefore(typed.until().get())) {
            notes.fault("until", "This rule would end before it begins. Choose a later end.");
        }
        if (typed.group().length() > LONGEST_GROUP) {
            notes.fault("group", "Use at most " + LONGEST_GROUP + " characters.");
        }
        if (typed.note().length() > LONGEST_NOTE) {
            notes.fault("note", "Use at most " + LONGEST_NOTE + " characters.");
        }
        if (!notes.faults.isEmpty()) {
            return new RedirectReading(Optional.empty(), List.copyOf(notes.faults), List.copyOf(notes.cleanings));
        }
        Redirect rule = new Redirect(
                typed.id(),
                from.source(),
                target,
                status,
                typed.ignoresCase(),
                typed.exactSlash() && from.source().kind() == Source.Kind.EXACT,
                query,
                typed.pagesFirst().orElse(from.source().kind() != Source.Kind.EXACT),
                typed.from(),
                typed.until(),
                typed.group().strip(),
                typed.note().strip(),
                typed.proposed(),
                typed.openAgreed() && Target.of(target).open());
        return new RedirectReading(Optional.of(rule), List.of(), List.copyOf(notes.cleanings));
    }

    private record TypedSource(Source source, String query) {}

    private TypedSource source(TypedRedirect typed, Notes notes) {
        String text = typed.source().strip();
        Source.Kind kind = typed.kind();
        TypedSource none = new TypedSource(Source.exact("/"), "");
        if (text.isEmpty()) {
            notes.fault("source", "Type the path that was linked to, such as /about.html.");
            return none;
        }
        String path = withoutHost(text, notes).orElse("");
        if (path.isEmpty()) {
            return none;
        }
        int hash = path.indexOf('#');
        if (hash >= 0) {
            notes.cleanings.add("“" + path.substring(hash) + "” is left out: browsers keep it to themselves.");
            path = path.substring(0, hash);
        }
        int mark = path.indexOf('?');
        String query = mark < 0 ? "" : path.substring(mark + 1);
        path = mark < 0 ? path : path.substring(0, mark);
        if (path.endsWith("/*") && kind != Source.Kind.PATTERN) {
            kind = Source.Kind.UNDER;
            path = path.substring(0, path.length() - 1);
            notes.cleanings.add("“*” was read as everything under the path.");
        }
        Optional<String> clean = clean(path, "source", notes);
        if (clean.isEmpty()) {
            return none;
        }
        return new TypedSource(form(kind, clean.get(), notes), query);
    }

    private static Source form(Source.Kind kind, String path, Notes notes) {
        if (kind == Source.Kind.PATTERN) {
            try {
                List<String> names = PathForm.read(path).names();
                if (names.isEmpty()) {
                    notes.cleanings.add("There is no named part such as {year} in it, so it was read as one path.");
                    return Source.exact(path);
                }
                if (new HashSet<>(names).size() < names.size()) {
                    notes.fault("source", "Two parts have the same name. Give each its own, as in /{year}/{month}.");
                }
            } catch (IllegalArgumentException e) {
                notes.fault("source", e.getMessage());
            }
            return Source.pattern(path);
        }
        if (kind == Source.Kind.UNDER) {
            return Source.under(PathForm.bare(path));
        }
        return Source.exact(path);
    }

    /** The path of a URL of the site; what is no URL is a path already. */
    private Optional<String> withoutHost(String text, Notes notes) {
        Matcher url = URL.matcher(text);
        if (url.matches()) {
            String host = hostOf(url.group(2));
            if (!hosts.contains(host)) {
                notes.fault(
                        "source",
                        "“" + host + "” is not a name of this site. A redirect begins at a path of this site"
                                + (hosts.isEmpty() ? "." : ", such as a path under " + ownName() + "."));
                return Optional.empty();
            }
            String path = url.group(3).startsWith("/") ? url.group(3) : "/" + url.group(3);
            notes.cleanings.add(
                    "Only the path counts: " + host + " was left out, the rule is for all of the site's names.");
            return Optional.of(path);
        }
        if (SCHEME.matcher(text).matches()) {
            notes.fault("source", "Type a path such as /about.html, or a URL that begins with http.");
            return Optional.empty();
        }
        int slash = text.indexOf('/');
        String first = slash < 0 ? text : text.substring(0, slash);
        if (hosts.contains(hostOf(first))) {
            notes.cleanings.add(
                    "Only the path counts: " + first + " was left out, the rule is for all of the site's names.");
            return Optional.of(slash < 0 ? "/" : text.substring(slash));
        }
        return Optional.of(text.startsWith("/") || text.startsWith("\\") ? text : "/" + text);
    }

    private String ownName() {
        return hosts.stream().sorted().findFirst().orElseThrow();
    }

    private static String hostOf(String authority) {
        return authority
                .replaceFirst("^.*@", "")
                .replaceFirst(":\\d*$", "")
                .replaceFirst("\\.$", "")
                .toLowerCase(Locale.ROOT);
    }

    /** A decoded path, without doubled slashes, dots and control characters. */
    private static Optional<String> clean(String typed, String field, Notes notes) {
        String decoded;
        try {
            decoded = ESCAPE.matcher(typed).find() ? typed : Target.decoded(typed);
        } catch (IllegalArgumentException e) {
            decoded = typed;
        }
        decoded = Normalizer.normalize(decoded.replace('\\', '/'), Normalizer.Form.NFC);
        if (decoded.chars().anyMatch(c -> c < 0x20 || c == 0x7f || c == 0xFFFD)) {
            notes.fault(field, "This path holds characters that no page's name can hold. Type it anew.");
            return Optional.empty();
        }
        List<String> names = new ArrayList<>();
        String[] all = decoded.split("/", -1);
        for (String name : all) {
            if (name.equals("..") && !names.isEmpty()) {
                names.remove(names.size() - 1);
            } else if (!name.isEmpty() && !name.equals(".") && !name.equals("..")) {
                names.add(name.strip());
            }
        }
        String last = all[all.length - 1];
        boolean folder = last.isEmpty() || last.equals(".") || last.equals("..");
        String path = "/" + String.join("/", names) + (folder && !names.isEmpty() ? "/" : "");
        if (path.length() > LONGEST_PATH) {
            notes.fault(field, "This path is too long: at most " + LONGEST_PATH + " characters.");
            return Optional.empty();
        }
        if (!path.equals(decoded)) {
            notes.cleanings.add("“" + decoded + "” was read as " + path + ".");
        }
        return Optional.of(path);
    }

    private static QueryRule query(TypedRedirect typed, String pasted, Notes notes) {
        if (typed.query() == QueryRule.Kind.MATCH) {
            String wanted = typed.parameters().strip().replaceFirst("^\\?", "");
            wanted = wanted.isEmpty() ? pasted : wanted;
            if (wanted.isEmpty()) {
                notes.fault("query", "Type the parameters that must be there, such as p=12.");
            }
            return QueryRule.match(wanted);
        }
        if (!pasted.isEmpty()) {
            notes.cleanings.add("The rule counts only where “" + pasted + "” is asked for, as in what was typed.");
            return QueryRule.match(pasted);
        }
        return typed.query() == QueryRule.Kind.DROP ? QueryRule.DROP : QueryRule.KEEP;
    }

    private String target(String typed, Source source, Notes notes) {
        String text = typed.strip();
        if (text.isEmpty()) {
            notes.fault("target", "Choose the page it leads to, or type a path or URL. Or say that the page is gone.");
            return "";
        }
        if (text.length() > LONGEST_TARGET) {
            notes.fault("target", "This is too long: at most " + LONGEST_TARGET + " characters.");
            return "";
        }
        if (source.kind() == Source.Kind.UNDER && text.endsWith("/*")) {
            text = text.substring(0, text.length() - 1) + "{+" + Source.REST + "}";
            notes.cleanings.add("“*” was read as what follows the path: it is carried along.");
        }
        String read = text;
        Matcher url = URL.matcher(text);
        if (url.matches()) {
            if (!hosts.contains(hostOf(url.group(2)))) {
                read = outside(text, url, notes);
            } else {
                read = url.group(3).startsWith("/") ? url.group(3) : "/" + url.group(3);
                notes.cleanings.add("This is a page of the site itself: only its path was kept.");
            }
        } else if (SCHEME.matcher(text).matches()) {
            notes.fault("target", "Visitors can be led to http and https only.");
            return "";
        } else {
            read = here(text, notes);
        }
        parts(read, source, notes);
        return read;
    }

    private String here(String text, Notes notes) {
        int slash = text.indexOf('/');
        String first = slash < 0 ? text : text.substring(0, slash);
        String rooted =
                text.startsWith("/") || text.startsWith("{") && Target.of(text).open() ? text : "/" + text;
        if (hosts.contains(hostOf(first))) {
            notes.cleanings.add("This is a page of the site itself: only its path was kept.");
            rooted = slash < 0 ? "/" : text.substring(slash);
        }
        Target target = Target.of(rooted);
        if (!target.here()) {
            return rooted;
        }
        return clean(target.place(), "target", notes)
                .map(path -> new Target(Target.encoded(path), spaceless(target.query()), spaceless(target.fragment()))
                        .text())
                .orElse("");
    }

    private static String outside(String text, Matcher url, Notes notes) {
        String scheme = url.group(1) == null ? "https:" : url.group(1).toLowerCase(Locale.ROOT);
        if (url.group(2).contains("{")) {
            return scheme + "//" + url.group(2) + spaceless(url.group(3));
        }
        PointerTarget host = PointerTarget.of(scheme + "//" + url.group(2) + "/");
        if (host.fault().isPresent()) {
            notes.fault("target", host.fault().get());
            return "";
        }
        String rest = url.group(3).startsWith("/") ? url.group(3).substring(1) : url.group(3);
        return host.url().orElseThrow() + spaceless(rest);
    }

    private static void parts(String target, Source source, Notes notes) {
        List<String> known;
        try {
            known = PathForm.of(source).names();
        } catch (IllegalArgumentException e) {
            return;
        }
        Target.of(target).names().stream()
                .filter(name -> !known.contains(name))
                .findFirst()
                .ifPresent(name -> notes.fault(
                        "target",
                        known.isEmpty()
                                ? "{" + name + "} stands for nothing: the source has no named parts."
                                : "{" + name + "} stands for nothing: the source has " + listed(known) + "."));
    }

    private static String listed(List<String> names) {
        return String.join(", ", names.stream().map(n -> "{" + n + "}").toList());
    }

    /** Text with what a URL cannot hold encoded. */
    private static String spaceless(String text) {
        StringBuilder out = new StringBuilder();
        for (String piece : text.split("(?=\\{)|(?<=})")) {
            out.append(piece.startsWith("{") && piece.endsWith("}") ? piece : safe(piece));
        }
        return out.toString();
    }

    private static String safe(String text) {
        String escaped = ESCAPE.matcher(text).replaceAll("%25");
        StringBuilder out = new StringBuilder();
        escaped.codePoints().forEach(c -> {
            String one = Character.toString(c);
            out.append(c > 0x20 && c < 0x7f && "\"<>\\^`{}|".indexOf(c) < 0 ? one : Target.escaped(one));
        });
        // Read once as a check: what is no URL now would fail every visitor later.
        URI.create("http://h/" + out.toString().replaceFirst("^/", ""));
        return out.toString();
    }
}
