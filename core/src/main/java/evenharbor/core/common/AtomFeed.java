package evenharbor.core.common;

import static evenharbor.core.common.XmlDocument.element;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/**
 * A feed (RFC 4287).
 *
 * @param title what it is called
 * @param author whose it is
 * @param self its own URL, by which it is known
 * @param site the page that it belongs to; empty for none
 * @param entries the newest first
 */
public record AtomFeed(String title, String author, String self, Optional<String> site, List<Entry> entries) {

    private static final String NAMESPACE = "http://www.w3.org/2005/Atom";

    /**
     * Something in a feed.
     *
     * @param id a URI that stays
     * @param url where to read more
     * @param summary may be empty
     */
    public record Entry(String id, String url, String title, String summary, Instant at) {}

    /** The feed as XML. */
    public String xml() {
        return XmlDocument.of(out -> {
            out.writeStartElement("feed");
            out.writeDefaultNamespace(NAMESPACE);
            element(out, "id", self);
            element(out, "title", title);
            // A feed without entries has to say some day, too (RFC 4287, section 4.1.1).
            Instant updated = entries.isEmpty() ? Instant.EPOCH : entries.get(0).at();
            element(out, "updated", updated.toString());
            out.writeStartElement("author");
            element(out, "name", author);
            out.writeEndElement();
            link(out, "self", self);
            if (site.isPresent()) {
                link(out, "alternate", site.get());
            }
            for (Entry entry : entries) {
                out.writeCharacters("\n");
                write(out, entry);
            }
            out.writeCharacters("\n");
            out.writeEndElement();
        });
    }

    private static void write(XMLStreamWriter out, Entry entry) throws XMLStreamException {
        out.writeStartElement("entry");
        element(out, "id", entry.id());
        element(out, "title", entry.title());
        element(out, "updated", entry.at().toString());
        element(out, "published", entry.at().toString());
        link(out, "alternate", entry.url());
        if (!entry.summary().isEmpty()) {
            element(out, "summary", entry.summary());
        }
        out.writeEndElement();
    }

    private static void link(XMLStreamWriter out, String relation, String href) throws XMLStreamException {
        out.writeEmptyElement("link");
        out.writeAttribute("rel", relation);
        out.writeAttribute("href", href);
    }
}
