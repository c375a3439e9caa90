package evenharbor.core.what.finding;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * What removes a finding: edits of the text of one file, or a file that was not there.
 *
 * @param label what it does, as the words of a button
 * @param path the file
 * @param edits of its text as it is; for a new file one that begins at 0
 * @param creates whether the file is new
 */
public record Fix(String label, String path, List<Edit> edits, boolean creates) {

    /** Puts text in place of what stands from start to end. */
    public record Edit(int start, int end, String text) {}

    static Fix edit(String label, String path, List<Edit> edits) {
        return new Fix(label, path, List.copyOf(edits), false);
    }

    static Fix create(String label, String path, String text) {
        return new Fix(label, path, List.of(new Edit(0, 0, text)), true);
    }

    /** The text with all edits of some fixes of one file; what overlaps an edit before it is left out. */
    public static String applied(String text, List<Fix> fixes) {
        List<Edit> edits = new ArrayList<>(
                fixes.stream().flatMap(fix -> fix.edits().stream()).distinct().toList());
        edits.sort(Comparator.comparingInt(Edit::start).thenComparingInt(Edit::end));
        StringBuilder out = new StringBuilder(text.length() + 64 * edits.size());
        int from = 0;
        for (Edit edit : edits) {
            if (edit.start() >= from) {
                out.append(text, from, edit.start()).append(edit.text());
                from = edit.end();
            }
        }
        return out.append(text, from, text.length()).toString();
    }
}
