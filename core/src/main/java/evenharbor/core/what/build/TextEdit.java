package evenharbor.core.what.build;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Puts text in place of what stands from start to end.
 *
 * @param start index of the first character
 * @param end index behind the last
 * @param text what comes there
 */
public record TextEdit(int start, int end, String text) {

    /** The text with all edits; what lies within a longer one is gone with it. */
    public static String applied(String text, List<TextEdit> edits) {
        List<TextEdit> inOrder = new ArrayList<>(edits);
        inOrder.sort(Comparator.comparingInt(TextEdit::start).thenComparingInt(TextEdit::end));
        StringBuilder out = new StringBuilder(text.length() + 32 * inOrder.size());
        int from = 0;
        for (TextEdit edit : inOrder) {
            if (edit.start() >= from) {
                out.append(text, from, edit.start()).append(edit.text());
                from = edit.end();
            }
        }
        return out.append(text, from, text.length()).toString();
    }
}
