package evenharbor.core.what.build;

import com.google.common.base.CharMatcher;
import java.io.StringWriter;
import java.util.List;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Lists of pages for programs: a sitemap (sitemaps.org 0.9) and a feed (RFC 4287). */
final class Feeds {

    private static final XMLOutputFactory XML = XMLOutputFactory.newDefaultFactory();
    private static final String SITEMAP_NAMESPACE = "http://www.sitemaps.org/schemas/sitemap/0.9";
    private static final String ATOM_NAMESPACE = "http://www.w3.org/2005/Atom";
    private static final CharMatcher PLAIN = CharMatcher.inRange(' ', '~').precomputed();
    private static final int MOST_ENTRIES = 50;

    /** When a feed without entries was changed last: it has to say some day (RFC 4287, section 4.1.1). */
    private static final String NEVER = "1970-01-01";

    private Feeds() {}

    /** A page. @param date when it came out, as {@code 2026-05-14}; empty when it is not known */
    record Entry(String path, String url, String title, String summary, String date) {}

    /** What writes a document. */
    private interface Body {
        void write(XMLStreamWriter out) throws XMLStreamException;
    }

    static String sitemap(List<Entry> entries) {
        return document(out -> {
            out.writeStartElement("urlset");
            out.writeDefaultNamespace(SITEMAP_NAMESPACE);
            for (Entry entry : entries) {
                out.writeCharacters("\n");
                out.writeStartElement("url");
                element(out, "loc", entry.url());
                out.writeEndElement();
            }
            out.writeCharacters("\n");
            out.writeEndElement();
        });
    }

    /**
     * The feed.
     *
     * @param entries the newest first
     */
    static String atom(String title, String author, String site, String self, List<Entry> entries) {
        return document(out -> {
            out.writeStartElement("feed");
            out.writeDefaultNamespace(ATOM_NAMESPACE);
            element(out, "id", self);
            element(out, "title", title);
            element(
                    out,
                    "updated",
                    instant(entries.isEmpty() ? NEVER : entries.get(0).date()));
            out.writeStartElement("author");
            element(out, "name", author);
            out.writeEndElement();
            link(out, "self", self);
            link(out, "alternate", site);
            for (Entry entry : entries.subList(0, Math.min(MOST_ENTRIES, entries.size()))) {
                out.writeCharacters("\n");
                out.writeStartElement("entry");
                element(out, "id", entry.url());
                element(out, "title", entry.title());
                element(out, "updated", instant(entry.date()));
                element(out, "published", instant(entry.date()));
                link(out, "alternate", entry.url());
                if (!entry.summary().isEmpty()) {
                    element(out, "summary", entry.summary());
                }
                out.writeEndElement();
            }
            out.writeCharacters("\n");
            out.writeEndElement();
        });
    }

    private static String instant(String date) {
        return date + "T00:00:00Z";
    }

    private static void link(XMLStreamWriter out, String relation, String href) throws XMLStreamException {
        out.writeEmptyElement("link");
        out.writeAttribute("rel", relation);
        out.writeAttribute("href", href);
    }

    private static void element(XMLStreamWriter out, String name, String text) throws XMLStreamException {
        out.writeStartElement(name);
        out.writeCharacters(allowed(text));
        out.writeEndElement();
    }

    /** Without what XML 1.0 has no way to write. */
    private static String allowed(String text) {
        if (PLAIN.matchesAllOf(text)) {
            return text;
        }
        return text.codePoints()
                .filter(c -> c >= 0x20 && c != 0xfffe && c != 0xffff && (c < 0xd800 || c > 0xdfff))
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
    }

    private static String document(Body body) {
        StringWriter text = new StringWriter();
        try {
            XMLStreamWriter out = XML.createXMLStreamWriter(text);
            out.writeStartDocument("UTF-8", "1.0");
            out.writeCharacters("\n");
            body.write(out);
            out.writeEndDocument();
            out.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException("Text could not be written as XML", e);
        }
        return text + "\n";
    }
}
