package evenharbor.core.common;

import com.google.common.base.CharMatcher;
import java.io.StringWriter;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writes small XML documents. */
public final class XmlDocument {

    private static final XMLOutputFactory XML = XMLOutputFactory.newDefaultFactory();
    private static final CharMatcher PLAIN = CharMatcher.inRange(' ', '~').precomputed();

    private XmlDocument() {}

    /** What writes the content of a document. */
    public interface Body {
        void write(XMLStreamWriter out) throws XMLStreamException;
    }

    /** A document as text, declared as UTF-8. */
    public static String of(Body body) {
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

    /** An element that holds text. */
    public static void element(XMLStreamWriter out, String name, String text) throws XMLStreamException {
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
}
