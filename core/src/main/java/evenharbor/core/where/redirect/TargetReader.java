package evenharbor.core.where.redirect;

import evenharbor.core.where.address.PointerTarget;
import java.net.URI;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;

/** Reads where a rule leads: a page of the site, or a URL outside it. */
final class TargetReader {

    private static final int LONGEST_TARGET = 2000;

    private final Set<String> hosts;

    /** @param hosts the site's own host names, in lower case */
    TargetReader(Set<String> hosts) {
        this.hosts = hosts;
    }

    String read(String typed, Source source, ReadingNotes notes) {
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
            notes.cleaned("“*” was read as what follows the path: it is carried along.");
        }
        String read = text;
        Matcher url = TypedPath.URL.matcher(text);
        if (url.matches()) {
            if (!hosts.contains(TypedPath.hostOf(url.group(2)))) {
                read = outside(text, url, notes);
            } else {
                read = url.group(3).startsWith("/") ? url.group(3) : "/" + url.group(3);
                notes.cleaned("This is a page of the site itself: only its path was kept.");
            }
        } else if (TypedPath.SCHEME.matcher(text).matches()) {
            notes.fault("target", "Visitors can be led to http and https only.");
            return "";
        } else {
            read = here(text, notes);
        }
        parts(read, source, notes);
        return read;
    }

    private String here(String text, ReadingNotes notes) {
        int slash = text.indexOf('/');
        String first = slash < 0 ? text : text.substring(0, slash);
        String rooted =
                text.startsWith("/") || text.startsWith("{") && Target.of(text).open() ? text : "/" + text;
        if (hosts.contains(TypedPath.hostOf(first))) {
            notes.cleaned("This is a page of the site itself: only its path was kept.");
            rooted = slash < 0 ? "/" : text.substring(slash);
        }
        Target target = Target.of(rooted);
        if (!target.here()) {
            return rooted;
        }
        return TypedPath.clean(target.place(), "target", notes)
                .map(path -> new Target(Target.encoded(path), spaceless(target.query()), spaceless(target.fragment()))
                        .text())
                .orElse("");
    }

    private static String outside(String text, Matcher url, ReadingNotes notes) {
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

    private static void parts(String target, Source source, ReadingNotes notes) {
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
        String escaped = TypedPath.ESCAPE.matcher(text).replaceAll("%25");
        StringBuilder out = new StringBuilder();
        int anchor = escaped.indexOf('#');
        for (int i = 0; i < escaped.length(); ) {
            int c = escaped.codePointAt(i);
            String one = Character.toString(c);
            // RFC 3986, section 3.3 to 3.5: what stands for itself; of the signs that begin an anchor only the first
            // does.
            boolean itself = c > 0x20 && c < 0x7f && "\"<>\\^`{}|[]".indexOf(c) < 0 && (c != '#' || i == anchor);
            out.append(itself ? one : Target.escaped(one));
            i += Character.charCount(c);
        }
        // Read once as a check: what is no URL now would fail every visitor later.
        URI.create("http://h/" + out.toString().replaceFirst("^/", ""));
        return out.toString();
    }
}
