package evenharbor.app.hosting.destination;

import com.github.difflib.text.DiffRow;
import com.github.difflib.text.DiffRowGenerator;
import java.util.ArrayList;
import java.util.List;

/**
 * A line in the difference of two texts.
 *
 * @param kind in which of the two it is
 * @param text the line; empty for a gap
 */
record DifferenceLine(Kind kind, String text) {

    /** How a line of one text stands to the other. */
    enum Kind {
        SAME,
        THEIRS,
        OURS,
        /** Lines that are the same are left out here. */
        GAP
    }

    /** Lines that are shown before and after one that differs. */
    private static final int AROUND = 3;

    /** The lines that differ, with some around them. */
    static List<DifferenceLine> between(String ours, String theirs) {
        List<DiffRow> rows = DiffRowGenerator.create()
                .lineNormalizer(line -> line)
                .build()
                .generateDiffRows(ours.lines().toList(), theirs.lines().toList());
        List<DifferenceLine> lines = new ArrayList<>();
        int last = -1;
        for (int i = 0; i < rows.size(); i++) {
            if (!near(rows, i)) {
                continue;
            }
            if (i > last + 1) {
                lines.add(new DifferenceLine(Kind.GAP, ""));
            }
            last = i;
            add(rows.get(i), lines);
        }
        return lines;
    }

    private static void add(DiffRow row, List<DifferenceLine> lines) {
        if (row.getTag() == DiffRow.Tag.EQUAL) {
            lines.add(new DifferenceLine(Kind.SAME, row.getNewLine()));
            return;
        }
        if (row.getTag() != DiffRow.Tag.INSERT) {
            lines.add(new DifferenceLine(Kind.OURS, row.getOldLine()));
        }
        if (row.getTag() != DiffRow.Tag.DELETE) {
            lines.add(new DifferenceLine(Kind.THEIRS, row.getNewLine()));
        }
    }

    private static boolean near(List<DiffRow> rows, int at) {
        return rows.subList(Math.max(0, at - AROUND), Math.min(rows.size(), at + AROUND + 1)).stream()
                .anyMatch(row -> row.getTag() != DiffRow.Tag.EQUAL);
    }
}
