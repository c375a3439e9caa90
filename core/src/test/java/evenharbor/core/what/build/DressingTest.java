package evenharbor.core.what.build;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.addition.PageSettings;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.site.UnlistedParts;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.io.ByteArrayInputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;
import nu.validator.htmlparser.common.XmlViolationPolicy;
import nu.validator.htmlparser.dom.HtmlDocumentBuilder;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.ErrorHandler;
import org.xml.sax.InputSource;
import org.xml.sax.SAXParseException;

/** What is set about pages stands in them after a build, as another maker's parser reads them. */
class DressingTest {

    private static final String TITLE = "Soup & <bread> from “Foxglove”";
    private static final String DESCRIPTION = "Warm \"soup\", every Friday – at the gate";
    private static final PageSettings SET = new PageSettings(
            TITLE,
            DESCRIPTION,
            "/soup.html",
            "",
            "",
            "",
            "<script id=at-head>let café = 1 < 2;</script>",
            "<script id=at-body>done()</script>");
    private static final Reach REACH =
            new Reach("https://foxglove.example", true, UnlistedParts.NONE, true, "2027-06-01");

    private static final List<String> BEFORE = List.of("", "\uFEFF", "<!-- by hand -->\n");
    private static final List<String> TYPES = List.of(
            "",
            "<!doctype html>\n",
            "<!DOCTYPE html PUBLIC \"-//W3C//DTD XHTML 1.0 Strict//EN\" \"http://www.w3.org/TR/xhtml1/DTD/xhtml1-strict.dtd\">\n");
    private static final List<String> ROOTS = List.of("", "<html>\n", "<html lang=\"en\" class=x>");
    private static final List<String> HEADS = List.of(
            "",
            "<head></head>",
            "<head><title>Old words</title></head>\n",
            "<head>\n<meta charset=\"utf-8\">\n<title>Old</title><style>p{}</style>\n",
            "<head><title>One</title></head>\n<head><meta name=description content='Old'><title>Two</title></head>",
            "<title></title>",
            "<meta name=\"description\" content=\"a\"><meta name=\"Description\" content=\"b\"><link rel=canonical href=/old>",
            "<head><base href=\"/x/\"><script>var a = '</head>';</script><noscript><link rel=stylesheet href=n.css></noscript></head>");
    private static final List<String> BODIES = List.of(
            "<body>\n<p>Soup today.</p>\n</body>",
            "<p>Soup today.",
            "Soup <b>today",
            "<body><svg><title>Drawing</title></svg><p>Soup</p><!-- </body> --></body>",
            "<body><script>document.write('</body>')</script><table><tr><td>Soup</table>",
            "<frameset cols='1,2'><frame src=a.html><frame src=b.html></frameset>");
    private static final List<String> TAILS = List.of("", "\n</html>\n", "</html><!-- end -->");

    /** Of the pages in other encodings one in so many is tried. */
    private static final int OTHERS = 5;

    private final MemoryWorkshop workshop = new MemoryWorkshop();

    private Manifest build(Additions additions, Map<String, FileEntry> files, Reach reach) {
        TreeMap<String, FileEntry> all = new TreeMap<>(files);
        all.put(SettingsFile.PATH, workshop.put(SettingsFile.text(additions)));
        return Builder.build(
                Manifest.of(all), new Settings(true, false), new Builder.BuildOptions("", Map.of(), reach), workshop);
    }

    private byte[] dressed(PageSettings set, String path, byte[] page, boolean utf8) {
        FileEntry file = workshop.put(page, "text/html", utf8);
        Manifest build = build(Additions.ofPages(Map.of(path, set)), Map.of(path, file), REACH);
        assertThat(build.files()).containsOnlyKeys(path);
        return workshop.bytes(build.at(path).orElseThrow());
    }

    private record Judged(Document page, List<String> faults) {
        String title() {
            NodeList titles = page.getElementsByTagName("title");
            for (int i = 0; i < titles.getLength(); i++) {
                if (!titles.item(i).getParentNode().getNodeName().equals("svg")) {
                    return titles.item(i).getTextContent();
                }
            }
            return "";
        }

        List<Element> all(String name, String attribute, String value) {
            NodeList found = page.getElementsByTagName(name);
            return IntStream.range(0, found.getLength())
                    .mapToObj(i -> (Element) found.item(i))
                    .filter(e -> e.getAttribute(attribute).equalsIgnoreCase(value))
                    .toList();
        }

        String words() {
            Element body = (Element) page.getElementsByTagName("body").item(0);
            return body == null
                    ? ""
                    : body.getTextContent().replace("done()", "").strip();
        }
    }

    private static Judged judged(byte[] bytes, Charset charset) {
        List<String> faults = new ArrayList<>();
        HtmlDocumentBuilder parser = new HtmlDocumentBuilder(XmlViolationPolicy.ALLOW);
        parser.setErrorHandler(new ErrorHandler() {
            @Override
            public void warning(SAXParseException e) {}

            @Override
            public void error(SAXParseException e) {
                faults.add(e.getMessage());
            }

            @Override
            public void fatalError(SAXParseException e) {
                faults.add(e.getMessage());
            }
        });
        try {
            InputSource source = new InputSource(new ByteArrayInputStream(bytes));
            source.setEncoding(charset.name());
            return new Judged(parser.parse(source), faults);
        } catch (Exception e) {
            throw new AssertionError(e);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "UTF-16LE", "UTF-16BE", "windows-1252", "Shift_JIS"})
    void anyOddPageSaysWhatIsSet(String encoding) {
        Charset charset = Charset.forName(encoding);
        boolean utf8 = encoding.equals("UTF-8");
        String mark = encoding.startsWith("UTF-16") ? "\uFEFF" : "";
        int pages = 0;
        for (String before : BEFORE) {
            for (String type : TYPES) {
                for (String root : ROOTS) {
                    for (String head : HEADS) {
                        for (String body : BODIES) {
                            for (String tail : TAILS) {
                                if (!utf8 && before.equals("\uFEFF")) {
                                    continue;
                                }
                                // Which encoding it is in is another matter than how odd it is.
                                boolean tried = utf8 || pages % OTHERS == 0;
                                pages++;
                                if (!tried) {
                                    continue;
                                }
                                String text = mark + before + type + root + head + body + tail;
                                check(text, charset, utf8);
                            }
                        }
                    }
                }
            }
        }
        assertThat(pages).isGreaterThan(2000);
    }

    private void check(String text, Charset charset, boolean utf8) {
        byte[] bytes = text.getBytes(charset);
        byte[] after = dressed(SET, "soup.html", bytes, utf8);
        Judged was = judged(bytes, charset);
        Judged is = judged(after, charset);
        String shown = new String(after, charset);
        assertThat(is.title()).as(shown).isEqualTo(TITLE);
        List<Element> descriptions = is.all("meta", "name", "description");
        assertThat(descriptions).as(shown).hasSize(1);
        assertThat(descriptions.get(0).getAttribute("content")).as(shown).isEqualTo(DESCRIPTION);
        assertThat(is.all("link", "rel", "canonical"))
                .as(shown)
                .singleElement()
                .extracting(link -> link.getAttribute("href"))
                .isEqualTo("https://foxglove.example/soup.html");
        assertThat(is.all("script", "id", "at-head")).as(shown).singleElement().satisfies(script -> {
            assertThat(script.getParentNode().getNodeName()).as(shown).isEqualTo("head");
            assertThat(script.getTextContent()).contains("caf").contains("1 < 2");
        });
        if (!text.contains("frameset")) {
            assertThat(is.all("script", "id", "at-body")).as(shown).singleElement();
        }
        assertThat(is.words()).as(shown).isEqualTo(was.words());
        assertThat(is.faults()).as(shown).hasSizeLessThanOrEqualTo(was.faults().size());
    }

    @Test
    void pagesOfWhichNothingIsSetStayAsTheyAreToTheByte() {
        List<byte[]> odd = List.of(
                "<p>caf\u00e9".getBytes(StandardCharsets.ISO_8859_1),
                new byte[] {(byte) 0xff, (byte) 0xfe, '<', 0, 'p'},
                "\uFEFF<p>x".getBytes(StandardCharsets.UTF_8),
                new byte[0]);
        for (byte[] page : odd) {
            FileEntry file = workshop.put(page, "text/html", false);
            Manifest build = build(Additions.ofPages(Map.of("other.html", SET)), Map.of("a.html", file), REACH);
            assertThat(build.at("a.html")).contains(file);
        }
        assertThat(workshop.edits).isZero();
    }

    @Test
    void whatIsSetAlreadyIsNotWrittenAgain() {
        String page = "<!doctype html><title>Soup</title><meta name=description content='Every Friday'>";
        FileEntry file = workshop.put(page);
        Manifest build = build(
                Additions.ofPages(Map.of("a.html", PageSettings.saying("Soup", "Every Friday"))),
                Map.of("a.html", file),
                REACH);
        assertThat(build.at("a.html")).contains(file);
    }

    @Test
    void thePagesOwnWordsWinWhereThatIsChosen() {
        FileEntry own = workshop.put("<title>Mine</title><p>x");
        FileEntry empty = workshop.put("<title> </title><p>x");
        PageSettings set = PageSettings.saying("Ours", "Said");
        Additions additions =
                new Additions(false, null, new TreeMap<>(Map.of("own.html", set, "empty.html", set)), null, null, null);
        Manifest build = build(additions, Map.of("own.html", own, "empty.html", empty), REACH);
        assertThat(workshop.text(build, "own.html"))
                .isEqualTo("<title>Mine</title><meta name=\"description\" content=\"Said\"><p>x");
        assertThat(workshop.text(build, "empty.html"))
                .isEqualTo("<title>Ours</title><meta name=\"description\" content=\"Said\"><p>x");
    }

    @Test
    void xhtmlStaysWellFormed() throws Exception {
        String page = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<html xmlns=\"http://www.w3.org/1999/xhtml\">"
                + "<head><title>Old</title></head><body><p>Soup</p></body></html>";
        PageSettings set = new PageSettings(
                TITLE, DESCRIPTION, "/a", "", "", "", "<meta name=x><script>if (1 < 2 && a) b()</script>", "<br>");
        byte[] after = dressed(set, "a.xhtml", page.getBytes(StandardCharsets.UTF_8), true);
        Document read = javax.xml.parsers.DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(after));
        assertThat(read.getElementsByTagName("title").item(0).getTextContent()).isEqualTo(TITLE);
        assertThat(read.getElementsByTagName("script").item(0).getTextContent()).contains("if (1 < 2 && a) b()");
    }

    @Test
    void ownCodeIsNotInPreviews() {
        FileEntry file = workshop.put("<!doctype html><title>Old</title><body><p>x</p></body>");
        Additions additions = Additions.ofPages(Map.of("a.html", SET));
        Map<String, FileEntry> files = Map.of("a.html", file);
        assertThat(workshop.text(build(additions, files, Reach.PREVIEW), "a.html"))
                .contains("Soup &amp;")
                .doesNotContain("<script");
        assertThat(workshop.text(build(additions, files, Reach.UNTOLD), "a.html"))
                .contains("<script id=at-head>");
    }

    @Test
    void aSharingCardNamesWhatOthersCanFetch() {
        Map<String, FileEntry> files = Map.of(
                "a.html", workshop.put("<title>Own title</title><meta property='og:title' content='Old'><p>x"),
                "img/moon 1.png", workshop.put(new byte[] {1}, "image/png", false));
        PageSettings card = new PageSettings("", "", "", "img/moon 1.png", "A moon", "", "", "");
        String page = workshop.text(build(Additions.ofPages(Map.of("a.html", card)), files, REACH), "a.html");
        assertThat(page)
                .contains("<meta property=\"og:title\" content=\"Own title\">")
                .contains("<meta property=\"og:image\" content=\"https://foxglove.example/img/moon%201.png\">")
                .contains("<meta property=\"og:image:alt\" content=\"A moon\">")
                .contains("<meta property=\"og:url\" content=\"https://foxglove.example/a.html\">")
                .doesNotContain("Old");
        assertThat(workshop.text(build(Additions.ofPages(Map.of("a.html", card)), files, Reach.PREVIEW), "a.html"))
                .contains("Old");
    }
}
