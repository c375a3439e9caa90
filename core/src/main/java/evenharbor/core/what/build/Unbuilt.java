package evenharbor.core.what.build;

import evenharbor.core.what.draft.SitePath;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A text of a build as its source would be: what someone changed in the pages that visitors get can so be taken back into the
 * draft. Names by content and the path of the destination are taken off references; all else stays to the letter.
 */
public final class Unbuilt {

    private static final Pattern PINNED = Pattern.compile("\\?v=[0-9a-f]{" + Pin.LENGTH + "}(?=#|$)");

    private Unbuilt() {}

    /**
     * Takes off what the builder put on.
     *
     * @param path where the text lies in the build
     * @param base the path that the build was made for, without a slash at its end
     */
    public static String text(String path, String text, String base) {
        List<Reference> references = SitePath.isPage(path)
                ? HtmlReferences.in(text)
                : SitePath.endingOf(path).equals("css") ? CssReferences.in(text, 0) : List.of();
        StringBuilder out = new StringBuilder(text.length());
        int from = 0;
        for (Reference reference : references) {
            String url = reference.url();
            String led = !base.isEmpty() && url.startsWith(base + "/") ? url.substring(base.length()) : url;
            Matcher pin = PINNED.matcher(led);
            String plain = reference.loads() && pin.find() ? pin.replaceFirst("") : led;
            if (!plain.equals(url)) {
                out.append(text, from, reference.start()).append(plain);
                from = reference.end();
            }
        }
        return out.append(text, from, text.length()).toString();
    }
}
