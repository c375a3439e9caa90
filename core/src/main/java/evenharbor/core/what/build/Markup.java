package evenharbor.core.what.build;

import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Entities;

/**
 * Writes what is put into a page, as that page can take it.
 *
 * @param xml whether browsers read it as XML, so that all that is begun has to be ended
 * @param ascii whether only ASCII is certain to be read as it is meant
 */
record Markup(boolean xml, boolean ascii) {

    /** Text between tags. */
    String text(String words) {
        return escaped(words.strip().replaceAll("\\s+", " "), false);
    }

    /** A tag that has no end tag, of attributes and their values in turn. */
    String tag(String name, String... attributes) {
        StringBuilder out = new StringBuilder("<").append(name);
        for (int i = 0; i < attributes.length; i += 2) {
            out.append(' ')
                    .append(attributes[i])
                    .append("=\"")
                    .append(escaped(attributes[i + 1].strip().replaceAll("\\s+", " "), true))
                    .append('"');
        }
        return out.append(xml ? " />" : ">").toString();
    }

    /** Own code: as it was typed, but in XML as XML has it. */
    String code(String typed) {
        if (!xml) {
            return ascii ? inAscii(typed) : typed;
        }
        Document fragment = Jsoup.parseBodyFragment(typed);
        fragment.outputSettings()
                .syntax(Document.OutputSettings.Syntax.xml)
                .escapeMode(Entities.EscapeMode.xhtml)
                .charset(ascii ? "US-ASCII" : "UTF-8")
                .prettyPrint(false);
        return fragment.body().html();
    }

    private String escaped(String words, boolean quoted) {
        StringBuilder out = new StringBuilder(words.length() + 16);
        words.codePoints().forEach(c -> {
            switch (c) {
                case '&' -> out.append("&amp;");
                case '<' -> out.append("&lt;");
                case '>' -> out.append("&gt;");
                case '"' -> out.append(quoted ? "&quot;" : "\"");
                default -> {
                    if (ascii && c > 0x7e) {
                        out.append("&#").append(c).append(';');
                    } else if (c >= 0x20) {
                        out.appendCodePoint(c);
                    }
                }
            }
        });
        return out.toString();
    }

    /** In scripts and styles a character reference stands for itself: those keep to escapes of their own. */
    private static String inAscii(String typed) {
        Document fragment = Jsoup.parseBodyFragment(typed);
        fragment.outputSettings().charset("US-ASCII").prettyPrint(false);
        fragment.select("script")
                .forEach(script ->
                        script.dataNodes().forEach(data -> data.setWholeData(escapes(data.getWholeData(), "\\u%04x"))));
        fragment.select("style")
                .forEach(style ->
                        style.dataNodes().forEach(data -> data.setWholeData(escapes(data.getWholeData(), "\\%06x"))));
        return fragment.body().html();
    }

    private static String escapes(String text, String form) {
        StringBuilder out = new StringBuilder(text.length());
        text.chars().forEach(c -> out.append(c > 0x7e ? String.format(form, c) : String.valueOf((char) c)));
        return out.toString();
    }
}
