package evenharbor.core.what.build;

import evenharbor.core.what.draft.SitePath;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;
import org.jsoup.parser.Parser;

/**
 * Finds what a page that comes by HTTPS would load by plain HTTP, told apart by what browsers do with it (W3C Mixed Content,
 * sections 3 and 4).
 */
public final class MixedContent {

    /** The scheme, and the host behind it; user names and ports are passed over. */
    private static final Pattern HTTP =
            Pattern.compile("^http:[/\\\\]*(?:[^/?#@]*@)?(?<host>\\[[^\\]]*\\]|[^/?#:]*)", Pattern.CASE_INSENSITIVE);

    /** Numbers and names of the visitor's own machine are trusted as they are (W3C Secure Contexts, section 3.1). */
    private static final Pattern OWN_MACHINE = Pattern.compile("localhost|127(?:\\.\\d{1,3}){3}|\\[::1\\]");

    private static final String UPGRADE = "upgrade-insecure-requests";

    private MixedContent() {}

    /** What browsers do. */
    public enum Fate {
        /** It is not loaded. */
        BLOCKED,
        /** It is loaded by HTTPS instead, and not at all where that is not answered. */
        UPGRADED,
        /** The visitor is warned before anything is sent. */
        WARNED
    }

    /**
     * One place.
     *
     * @param path the file
     * @param line the line, from 1
     * @param url the URL as written
     * @param use what the page does with it
     * @param fate what browsers do
     * @param own whether it names a host of one's own, so that the build mends it
     */
    public record Finding(String path, int line, String url, Reference.Use use, Fate fate, boolean own) {}

    /**
     * All places in a page or style sheet, in order.
     *
     * @param ownHosts host names that are one's own, in DNS form
     */
    public static List<Finding> in(String path, String text, Set<String> ownHosts) {
        boolean page = SitePath.isPage(path);
        List<Reference> references = page ? HtmlReferences.in(text) : CssReferences.in(text, 0);
        boolean upgraded = page && upgradesAll(text);
        List<Finding> found = new ArrayList<>();
        int line = 1;
        int counted = 0;
        for (Reference reference : references) {
            Optional<String> host = plainHost(reference.url());
            Optional<Fate> fate = fate(reference.use(), upgraded);
            if (host.isEmpty()
                    || fate.isEmpty()
                    || OWN_MACHINE.matcher(host.get()).matches()) {
                continue;
            }
            for (; counted < reference.start(); counted++) {
                if (text.charAt(counted) == '\n') {
                    line++;
                }
            }
            found.add(new Finding(
                    path, line, reference.url(), reference.use(), fate.get(), ownHosts.contains(host.get())));
        }
        return found;
    }

    /**
     * What browsers do with what is named by plain HTTP; empty where they only lead there.
     *
     * @param upgraded whether the page itself asks for all by HTTPS
     */
    public static Optional<Fate> fate(Reference.Use use, boolean upgraded) {
        return upgraded ? loaded(use).map(fate -> Fate.UPGRADED) : loaded(use);
    }

    private static Optional<Fate> loaded(Reference.Use use) {
        return switch (use) {
            case PICTURE, SOUND -> Optional.of(Fate.UPGRADED);
            case SCRIPT, STYLE, PICTURE_SET, FRAME, OBJECT, FONT, OTHER, BASE -> Optional.of(Fate.BLOCKED);
            case FORM -> Optional.of(Fate.WARNED);
            case LINK, INERT -> Optional.empty();
        };
    }

    /** The host of a URL by plain HTTP; empty for any other URL. */
    public static Optional<String> plainHost(String url) {
        String plain = url.indexOf('&') >= 0 ? Parser.unescapeEntities(url, true) : url;
        Matcher http = HTTP.matcher(plain.replaceAll("[\\t\\n\\r]", "").replaceAll("^[\\s\"']+", ""));
        return http.find() ? Optional.of(http.group("host").toLowerCase(Locale.ROOT)) : Optional.empty();
    }

    /** Whether the page itself asks browsers to load all by HTTPS (W3C Upgrade Insecure Requests, section 3.1). */
    private static boolean upgradesAll(String html) {
        return html.toLowerCase(Locale.ROOT).contains(UPGRADE)
                && Jsoup.parse(html).select("meta").stream().anyMatch(MixedContent::upgradesAll);
    }

    /** Whether a meta element is such a wish. */
    public static boolean upgradesAll(Element meta) {
        return meta.attr("http-equiv").equalsIgnoreCase("Content-Security-Policy")
                && meta.attr("content").toLowerCase(Locale.ROOT).contains(UPGRADE);
    }
}
