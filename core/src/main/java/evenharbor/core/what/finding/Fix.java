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

    /**
     * Puts text in place of what stands from start to end.
     *
     * @param depth how deep it lies in a document: of what is put in at the same place, the outer comes first
     */
    public record Edit(int start, int end, String text, int depth) {

        static final int DOCUMENT_TYPE = 0;
        static final int ROOT = 1;
        static final int WITHIN = 2;

        Edit(int start, int end, String text) {
            this(start, end, text, WITHIN);
        }

        /** Whether both would change the same characters. */
        private boolean meets(Edit other) {
            return start < other.end && other.start < end || start == other.start && end == other.end && start < end;
        }
    }

    static Fix edit(String label, String path, List<Edit> edits) {
        return new Fix(label, path, List.copyOf(edits), false);
    }

    static Fix create(String label, String path, String text) {
        return new Fix(label, path, List.of(new Edit(0, 0, text)), true);
    }

    /** Of fixes of one file those that can be made together, each whole: the first ones where some meet. */
    public static List<Fix> together(List<Fix> fixes) {
        List<Fix> taken = new ArrayList<>();
        for (Fix fix : fixes) {
            boolean free = fix.edits().stream()
                    .allMatch(edit -> taken.stream()
                            .flatMap(other -> other.edits().stream())
                            .noneMatch(edit::meets));
            if (free) {
                taken.add(fix);
            }
        }
        return taken;
    }

    /** The text with all edits of fixes that can be made together. */
    public static String applied(String text, List<Fix> fixes) {
        List<Edit> edits = new ArrayList<>(
                fixes.stream().flatMap(fix -> fix.edits().stream()).toList());
        edits.sort(
                Comparator.comparingInt(Edit::start).thenComparingInt(Edit::end).thenComparingInt(Edit::depth));
        StringBuilder out = new StringBuilder(text.length() + 64 * edits.size());
        int from = 0;
        for (Edit edit : edits) {
            out.append(text, from, edit.start()).append(edit.text());
            from = edit.end();
        }
        return out.append(text, from, text.length()).toString();
    }
}
