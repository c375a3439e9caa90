package evenharbor.core.where.redirect;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;

/** Reads where a rule begins: a path of the site, however it was typed. */
final class SourceReader {

    private final Set<String> hosts;

    /** @param hosts the site's own host names, in lower case */
    SourceReader(Set<String> hosts) {
        this.hosts = hosts;
    }

    /** A source, and the query that was pasted with it. */
    record TypedSource(Source source, String query) {}

    TypedSource read(TypedRedirect typed, ReadingNotes notes) {
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
            notes.cleaned("“" + path.substring(hash) + "” is left out: browsers keep it to themselves.");
            path = path.substring(0, hash);
        }
        int mark = path.indexOf('?');
        String query = mark < 0 ? "" : path.substring(mark + 1);
        path = mark < 0 ? path : path.substring(0, mark);
        if (path.endsWith("/*") && kind != Source.Kind.PATTERN) {
            kind = Source.Kind.UNDER;
            path = path.substring(0, path.length() - 1);
            notes.cleaned("“*” was read as everything under the path.");
        }
        Optional<String> clean = TypedPath.clean(path, "source", notes);
        if (clean.isEmpty()) {
            return none;
        }
        return new TypedSource(form(kind, clean.get(), notes), query);
    }

    private static Source form(Source.Kind kind, String path, ReadingNotes notes) {
        if (kind == Source.Kind.PATTERN) {
            try {
                List<String> names = PathForm.read(path).names();
                if (names.isEmpty()) {
                    notes.cleaned("There is no named part such as {year} in it, so it was read as one path.");
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
    private Optional<String> withoutHost(String text, ReadingNotes notes) {
        Matcher url = TypedPath.URL.matcher(text);
        if (url.matches()) {
            String host = TypedPath.hostOf(url.group(2));
            if (!hosts.contains(host)) {
                notes.fault(
                        "source",
                        "“" + host + "” is not a name of this site. A redirect begins at a path of this site"
                                + (hosts.isEmpty() ? "." : ", such as a path under " + ownName() + "."));
                return Optional.empty();
            }
            String path = url.group(3).startsWith("/") ? url.group(3) : "/" + url.group(3);
            notes.cleaned("Only the path counts: " + host + " was left out, the rule is for all of the site's names.");
            return Optional.of(path);
        }
        if (TypedPath.SCHEME.matcher(text).matches()) {
            notes.fault("source", "Type a path such as /about.html, or a URL that begins with http.");
            return Optional.empty();
        }
        int slash = text.indexOf('/');
        String first = slash < 0 ? text : text.substring(0, slash);
        if (hosts.contains(TypedPath.hostOf(first))) {
            notes.cleaned("Only the path counts: " + first + " was left out, the rule is for all of the site's names.");
            return Optional.of(slash < 0 ? "/" : text.substring(slash));
        }
        return Optional.of(text.startsWith("/") || text.startsWith("\\") ? text : "/" + text);
    }

    private String ownName() {
        return hosts.stream().sorted().findFirst().orElseThrow();
    }
}
