package evenharbor.core.what.build;

import org.jsoup.nodes.Document;
import org.jsoup.nodes.DocumentType;
import org.jsoup.nodes.Element;

/**
 * Where what is missing is put into a page.
 *
 * @param head index behind the start tag of the head, or where that would be
 * @param html index behind the name in the start tag of the document; -1 when there is none
 * @param document index behind the document type, where a document begins
 * @param doctype whether it says its document type
 */
public record Shell(int head, int html, int document, boolean doctype) {

    private static final char MARK = '\uFEFF';

    /** Of a page that was read with positions. */
    public static Shell of(String text, Document page) {
        int start = !text.isEmpty() && text.charAt(0) == MARK ? 1 : 0;
        DocumentType type = page.documentType();
        int document = type == null || !type.sourceRange().isTracked()
                ? start
                : type.sourceRange().endPos();
        if (text.startsWith("<?xml", start) && type == null) {
            int end = text.indexOf("?>", start);
            document = end < 0 ? start : end + 2;
        }
        Element root = page.selectFirst("html");
        int name = stands(root) ? root.sourceRange().startPos() + 1 + "html".length() : -1;
        int within = stands(root) ? root.sourceRange().endPos() : document;
        Element head = page.head();
        return new Shell(stands(head) ? head.sourceRange().endPos() : within, name, document, type != null);
    }

    /** Whether its start tag stands in the text. */
    static boolean stands(Element element) {
        return element != null
                && element.sourceRange().isTracked()
                && !element.sourceRange().isImplicit();
    }

    /** The text as a parser is to see it: a byte order mark is no part of it, and a space in its place keeps all positions. */
    public static String parsed(String text) {
        return !text.isEmpty() && text.charAt(0) == MARK ? " " + text.substring(1) : text;
    }
}
