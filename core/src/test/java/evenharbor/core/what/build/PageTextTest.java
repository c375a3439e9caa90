package evenharbor.core.what.build;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.version.FileEntry;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import nu.validator.htmlparser.common.XmlViolationPolicy;
import nu.validator.htmlparser.dom.HtmlDocumentBuilder;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;

/** Pages in any encoding are read as another maker's reader of pages reads them, and come back byte for byte. */
class PageTextTest {

    @ParameterizedTest
    @CsvSource({
        "windows-1252, <meta charset=windows-1252>, Köln – 5 €",
        "windows-1252, <meta charset='iso-8859-1'>, Köln – 5 €",
        "ISO-8859-2, <meta charset=\"iso-8859-2\">, Łódź",
        "windows-1251, '<meta http-equiv=Content-Type content=\"text/html; charset=windows-1251\">', Привет",
        "Shift_JIS, <meta charset=Shift_JIS>, 花の種",
        "EUC-JP, <meta charset=euc-jp>, 花の種",
        "UTF-16LE, \uFEFF<meta charset=utf-8>, 花 – Köln",
        "UTF-16BE, \uFEFF, 花 – Köln",
        "windows-1252, <meta charset=none-such>, plain",
    })
    void aPageIsReadInTheEncodingThatItSays(String encoding, String head, String title)
            throws IOException, SAXException {
        byte[] bytes = (head.replace("\\uFEFF", "\uFEFF") + "<title>" + title + "</title><p>x")
                .getBytes(Charset.forName(encoding));
        FileEntry file = new FileEntry("0".repeat(64), bytes.length, "text/html", false);
        String shown = PageText.shown(file, bytes);
        assertThat(Head.read(shown).value(Head.TITLE)).contains(title);
        HtmlDocumentBuilder judge = new HtmlDocumentBuilder(XmlViolationPolicy.ALLOW);
        assertThat(judge.parse(new InputSource(new ByteArrayInputStream(bytes)))
                        .getElementsByTagName("title")
                        .item(0)
                        .getTextContent())
                .isEqualTo(title);
        PageText text = PageText.of(file, bytes);
        assertThat(text.bytes(text.text())).isEqualTo(bytes);
    }
}
