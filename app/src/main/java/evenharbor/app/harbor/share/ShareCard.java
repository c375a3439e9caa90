package evenharbor.app.harbor.share;

import evenharbor.core.common.QrCode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** A small card to print, as an SVG of 85 by 55 millimetres: what the site is called, its address, its code. */
final class ShareCard {

    private static final int LONGEST_LINE = 15;
    private static final int MOST_LINES = 4;
    private static final double TOP = 14;
    private static final double LINE = 6.5;
    private static final double CODE = 33;

    /** So wide is a letter of the address, as a part of its height. */
    private static final double LETTER = 0.62;

    private static final double LARGEST = 4.2;
    private static final double ROOM = 75;

    private ShareCard() {}

    static String svg(String title, String shown, String url) {
        QrCode code = QrCode.of(url);
        double height = Math.min(LARGEST, ROOM / (LETTER * Math.max(1, shown.length())));
        StringBuilder lines = new StringBuilder();
        double y = TOP;
        for (String line : lines(title)) {
            lines.append(String.format(
                    Locale.ROOT,
                    "<text x=\"5\" y=\"%.1f\" font-family=\"sans-serif\" font-weight=\"700\" font-size=\"5\">%s</text>",
                    y,
                    escaped(line)));
            y += LINE;
        }
        return String.format(
                Locale.ROOT,
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"85mm\" height=\"55mm\" viewBox=\"0 0 85 55\">"
                        + "<path fill=\"#fff\" stroke=\"#999\" stroke-width=\"0.2\" d=\"M0.1 0.1h84.8v54.8h-84.8z\"/>%s"
                        + "<g transform=\"translate(48 5) scale(%.5f)\" shape-rendering=\"crispEdges\"><path d=\"%s\"/></g>"
                        + "<text x=\"5\" y=\"49\" font-family=\"monospace\" font-size=\"%.2f\">%s</text></svg>\n",
                lines,
                CODE / code.size(),
                code.path(),
                height,
                escaped(shown));
    }

    /** The title in lines; what does not fit is left out, with a sign that it is. */
    static List<String> lines(String title) {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : title.strip().split("\\s+")) {
            if (line.length() > 0 && line.length() + 1 + word.length() > LONGEST_LINE) {
                lines.add(line.toString());
                line.setLength(0);
            }
            line.append(line.length() > 0 ? " " : "")
                    .append(word.length() > LONGEST_LINE ? word.substring(0, LONGEST_LINE - 1) + "…" : word);
        }
        lines.add(line.toString());
        if (lines.size() > MOST_LINES) {
            lines.subList(MOST_LINES, lines.size()).clear();
            lines.set(MOST_LINES - 1, lines.get(MOST_LINES - 1) + " …");
        }
        return lines;
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }
}
