package evenharbor.core.what.build;

import com.github.difflib.DiffUtils;
import com.github.difflib.patch.AbstractDelta;
import com.github.difflib.patch.Chunk;
import evenharbor.core.what.draft.SitePath;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A text of a build as its source would be: what someone changed in the pages that visitors get can so be taken back into the
 * draft. Names by content and the path of the destination are taken off references; all else stays to the letter.
 */
public final class Unbuilt {

    private static final Pattern PINNED = Pattern.compile("\\?v=[0-9a-f]{" + Pin.LENGTH + "}(?=#|$)");

    /** Between tags and words, so that what was put in is found among what others changed. */
    private static final Pattern PIECES = Pattern.compile("(?<=>)|(?=<)");

    private Unbuilt() {}

    /**
     * Takes off what the builder put on, also what is set beside the page and was said in it.
     *
     * @param built the text of the build before it was changed
     * @param source what that was made of
     */
    public static String text(String path, String text, String base, String built, String source) {
        String plain = text(path, text, base);
        String dressed = text(path, built, base);
        if (dressed.equals(source)) {
            return plain;
        }
        List<String> pieces = pieces(dressed);
        List<AbstractDelta<String>> theirs =
                DiffUtils.diff(pieces, pieces(plain)).getDeltas();
        List<AbstractDelta<String>> all = new ArrayList<>(theirs);
        // What they changed of what was put on is theirs.
        DiffUtils.diff(pieces, pieces(source)).getDeltas().stream()
                .filter(put -> theirs.stream().noneMatch(change -> meet(put.getSource(), change.getSource())))
                .forEach(all::add);
        all.sort(Comparator.comparingInt(
                        (AbstractDelta<String> delta) -> delta.getSource().getPosition())
                .thenComparingInt(delta -> delta.getSource().size()));
        StringBuilder out = new StringBuilder(plain.length());
        int from = 0;
        for (AbstractDelta<String> delta : all) {
            pieces.subList(from, delta.getSource().getPosition()).forEach(out::append);
            delta.getTarget().getLines().forEach(out::append);
            from = delta.getSource().getPosition() + delta.getSource().size();
        }
        pieces.subList(from, pieces.size()).forEach(out::append);
        return out.toString();
    }

    private static boolean meet(Chunk<String> one, Chunk<String> other) {
        return one.getPosition() < other.getPosition() + other.size()
                && other.getPosition() < one.getPosition() + one.size();
    }

    private static List<String> pieces(String text) {
        return Arrays.asList(PIECES.split(text));
    }

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
