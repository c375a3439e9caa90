package evenharbor.core.where.redirect;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Redirects as the per-folder rules that the common HTTP server reads from a file named {@code .htaccess}, in the order in
 * which they count. Rules for some time and rules that want parameters are left out: the server would count by a clock of
 * its own, and cannot take single parameters out of a query. What else differs: it ignores case in the letters of ASCII
 * only, and does not encode what a named part puts into a query.
 */
public final class FolderRules {

    private static final String FILE = ".htaccess";
    private static final Pattern PART = Pattern.compile("\\{\\+?(\\w+)}");
    private static final Pattern SPECIAL = Pattern.compile("[\\\\.\\[\\]{}()*+?^$| #\"]");

    private FolderRules() {}

    /**
     * The rules for a folder.
     *
     * @param base path at which the folder is seen, without a slash at its end; empty for a whole host name
     */
    public static CarriedRules of(Redirects set, String base) {
        List<Compiled> carried = new ArrayList<>();
        List<Redirect> leftOut = new ArrayList<>();
        for (Compiled compiled : set.compiled()) {
            if (compiled.rule().always() && !compiled.waits()) {
                carried.add(compiled);
            } else {
                leftOut.add(compiled.rule());
            }
        }
        carried.sort(Comparator.comparing((Compiled c) -> c.rule().source().kind() != Source.Kind.EXACT)
                .thenComparing(c -> c.rule().ignoresCase())
                .thenComparing(FolderRules::compare)
                .thenComparing(c -> !c.rule().exactSlash())
                .thenComparingInt(Compiled::order));
        StringBuilder text = new StringBuilder("# Redirects of this site. Written with each publish.\n"
                + "<IfModule mod_rewrite.c>\nRewriteEngine On\n");
        carried.forEach(rule -> text.append(line(rule, base)));
        return new CarriedRules(
                carried.isEmpty()
                        ? Map.of()
                        : Map.of(FILE, text.append("</IfModule>\n").toString()),
                List.copyOf(leftOut));
    }

    /** The order in which the set tries forms: at the first segment that differs what fixes more comes first. */
    private static int compare(Compiled one, Compiled other) {
        PathForm a = one.form();
        PathForm b = other.form();
        // Rules of one path are tried in the order of the list, however their letters are written where that is the
        // same.
        boolean folds = one.rule().ignoresCase() && other.rule().ignoresCase();
        for (int i = 0; i < Math.min(a.segments().size(), b.segments().size()); i++) {
            PathForm.Segment x = a.segments().get(i);
            PathForm.Segment y = b.segments().get(i);
            int kind = Integer.compare(kind(x), kind(y));
            int weight = kind != 0 ? kind : Integer.compare(y.weight(), x.weight());
            int text = weight != 0 ? weight : outline(x, folds).compareTo(outline(y, folds));
            if (text != 0) {
                return text;
            }
        }
        int longer = Integer.compare(b.segments().size(), a.segments().size());
        return longer != 0
                ? longer
                : Boolean.compare(a.tail().isPresent(), b.tail().isPresent());
    }

    private static String outline(PathForm.Segment segment, boolean folds) {
        return folds ? PathForm.fold(segment.outline()) : segment.outline();
    }

    private static int kind(PathForm.Segment segment) {
        return segment.fixed() ? 0 : segment.whole() ? 2 : 1;
    }

    private static String line(Compiled compiled, String base) {
        Redirect rule = compiled.rule();
        String fold = rule.ignoresCase() ? ",NC" : "";
        // Where there is a page no later rule is asked either.
        String pages = rule.pagesFirst()
                ? "RewriteCond %{REQUEST_FILENAME} -f [OR]\nRewriteCond %{REQUEST_FILENAME} -d\nRewriteRule \""
                        + pattern(compiled) + "\" - [L" + fold + "]\n"
                : "";
        if (rule.status() == RedirectStatus.GONE) {
            return pages + "RewriteRule \"" + pattern(compiled) + "\" - [G" + fold + "]\n";
        }
        Target target = compiled.target();
        boolean drops = rule.query().kind() == QueryRule.Kind.DROP;
        String start = "RewriteRule \"" + pattern(compiled) + "\" \"";
        String flags = "\" [R=" + rule.status().code() + ",L" + fold;
        if (target.fragment().isEmpty()) {
            String query = drops ? ",QSD" : target.query().isEmpty() ? "" : ",QSA";
            return pages + start + substitution(compiled, target, base) + flags + query + "]\n";
        }
        // The server would put the query behind the fragment; and would encode the sign that begins it.
        String whole = start + substitution(compiled, target, base) + flags + ",NE,QSD]\n";
        if (drops) {
            return pages + whole;
        }
        String withQuery = substitution(compiled, target.withQuery("%{QUERY_STRING}"), base);
        return pages + "RewriteCond %{QUERY_STRING} .\n" + start + withQuery + flags + ",NE,QSD]\n" + whole;
    }

    private static String pattern(Compiled compiled) {
        if (compiled.rule().exactSlash()) {
            return "^" + quoted(compiled.rule().source().path().substring(1)) + "$";
        }
        PathForm form = compiled.form();
        StringBuilder pattern = new StringBuilder("^");
        String slash = "";
        for (PathForm.Segment segment : form.segments()) {
            // What is called so without a slash behind it is the folder above, however the rule takes letters.
            boolean index = segment.fixed() && segment.texts().get(0).equalsIgnoreCase(FormTree.INDEX);
            String named = index ? "(?-i:(?!" + quoted(FormTree.INDEX) + "$))" : "";
            // A folder's own page is the folder: no named part stands for it.
            String not = !segment.fixed() && segment.spans(FormTree.INDEX).isPresent()
                    ? "(?!" + quoted(FormTree.INDEX) + "(?:/|$))"
                    : "";
            pattern.append(slash)
                    .append(named)
                    .append(not)
                    .append(quoted(segment.texts().get(0)));
            for (int i = 1; i < segment.texts().size(); i++) {
                boolean last = i == segment.texts().size() - 1;
                pattern.append(last ? "([^/]+)" : "([^/]+?)")
                        .append(quoted(segment.texts().get(i)));
            }
            slash = "/";
        }
        if (form.tail().isPresent()) {
            return pattern.append(compiled.emptyTail() ? slash.isEmpty() ? "(.*)$" : "(?:/(.*))?$" : slash + "(.+)$")
                    .toString();
        }
        return pattern.append(slash.isEmpty() ? "(?:index\\.html)?$" : "(?:/|/index\\.html)?$")
                .toString();
    }

    private static String quoted(String text) {
        return SPECIAL.matcher(text).replaceAll(special -> Matcher.quoteReplacement("\\" + special.group()));
    }

    /** The target as the server takes it: it encodes the path itself, but where it is told not to. */
    private static String substitution(Compiled compiled, Target target, String base) {
        List<String> names = compiled.form().names();
        String path = target.fragment().isEmpty() ? Target.decoded(target.place()) : target.place();
        String place = target.here() ? base + path : path;
        String literal = literal(place)
                + (target.query().isEmpty() ? "" : "?" + literal(target.query()).replace("\\%{QUERY", "%{QUERY"))
                + (target.fragment().isEmpty() ? "" : "#" + literal(target.fragment()));
        return PART.matcher(literal)
                .replaceAll(part -> Matcher.quoteReplacement(
                        names.contains(part.group(1)) ? "$" + (names.indexOf(part.group(1)) + 1) : part.group()));
    }

    private static String literal(String text) {
        return text.replace("%", "\\%").replace("$", "\\$");
    }
}
