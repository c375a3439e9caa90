package evenharbor.core.what.build;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.rometools.rome.feed.synd.SyndEntry;
import com.rometools.rome.feed.synd.SyndFeed;
import com.rometools.rome.io.SyndFeedInput;
import com.thaiopensource.util.SinglePropertyMap;
import com.thaiopensource.validate.ValidateProperty;
import com.thaiopensource.validate.ValidationDriver;
import com.thaiopensource.validate.rng.CompactSchemaReader;
import com.thaiopensource.xml.sax.DraconianErrorHandler;
import crawlercommons.robots.SimpleRobotRules;
import crawlercommons.robots.SimpleRobotRulesParser;
import crawlercommons.sitemaps.SiteMap;
import crawlercommons.sitemaps.SiteMapParser;
import evenharbor.core.what.addition.About;
import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.addition.Languages;
import evenharbor.core.what.addition.MadeFor;
import evenharbor.core.what.addition.PageSettings;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.site.UnlistedParts;
import evenharbor.core.what.version.Manifest;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringReader;
import java.net.URL;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javax.imageio.ImageIO;
import javax.xml.XMLConstants;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.Schema;
import javax.xml.validation.SchemaFactory;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.Test;
import org.xml.sax.ErrorHandler;
import org.xml.sax.InputSource;
import org.xml.sax.SAXParseException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What a build makes for search engines, readers of feeds and browsers, as other makers' readers understand it. */
class MadeFilesTest {

    private static final String ADDRESS = "https://foxglove.example";
    private static final Reach REACH =
            new Reach(ADDRESS, true, UnlistedParts.of(List.of("/members/", "/draft.html")), true, "2027-06-01");
    private static final About ABOUT = about("img/logo.png");
    private static final About DRAWN = about("img/logo.svg");

    private static About about(String logo) {
        return new About(
                "Foxglove <Garden> & Café",
                About.Kind.CAFE,
                "Soup </script> every Friday",
                "hello@foxglove.example",
                "+44 20 7946 0999",
                "Mill Lane 3",
                "AB1 2CD",
                "Milltown",
                "GB",
                List.of(new About.Hours(List.of(2, 5), "09:00", "17:30")),
                List.of(new About.OtherDay("2026-12-24", "", "")),
                List.of("https://social.example/foxglove"),
                logo,
                "hello@foxglove.example");
    }

    private final MemoryWorkshop workshop = new MemoryWorkshop();

    private static byte[] drawing(int width, int height) throws IOException {
        BufferedImage picture = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(picture, "png", out);
        return out.toByteArray();
    }

    private Manifest site(String... pathsAndTexts) {
        return workshop.site(pathsAndTexts);
    }

    private Manifest build(Manifest files, Additions additions, String base, Reach reach) {
        return Builder.build(
                files.with(all -> all.put(SettingsFile.PATH, workshop.put(SettingsFile.text(additions)))),
                new Settings(true, false),
                new Builder.BuildOptions(base, Map.of(), reach),
                workshop);
    }

    private static Additions with(About about, MadeFor made, Map<String, PageSettings> pages) {
        return new Additions(true, null, new TreeMap<>(pages), about, null, made);
    }

    private Manifest garden() {
        return site(
                "index.html", "<title>Foxglove</title><p>x",
                "404.html", "<title>Not here</title>",
                "draft.html", "<title>Draft</title>",
                "hidden.html", "<title>Hidden</title><meta name=robots content=noindex>",
                "members/list.html", "<title>Members</title>",
                "notes/index.html", "<title>Notes</title>",
                "notes/bees & «wasps».html", "<title>Bees & wasps</title><time datetime='2026-05-14T10:00'>May</time>",
                "notes/frost.html", "<title>Frost</title><meta name=date content='2026-11-02'>",
                "notes/undated.html", "<title>Undated</title>",
                "notes/set.html", "<title>x</title>");
    }

    private static final MadeFor ALL = new MadeFor(true, "notes/", "Notes from the garden");

    @Test
    void theSitemapNamesWhatTheWorldMayKnowOf() throws Exception {
        Manifest build = build(garden(), with(null, ALL, Map.of()), "", REACH);
        SiteMapParser parser = new SiteMapParser(true);
        SiteMap map = (SiteMap) parser.parseSiteMap(
                workshop.bytes(build.at("sitemap.xml").orElseThrow()), new URL(ADDRESS + "/sitemap.xml"));
        assertThat(map.getSiteMapUrls().stream().map(url -> url.getUrl().toString()))
                .containsExactlyInAnyOrder(
                        ADDRESS + "/",
                        ADDRESS + "/notes/",
                        ADDRESS + "/notes/bees%20&%20%C2%ABwasps%C2%BB.html",
                        ADDRESS + "/notes/frost.html",
                        ADDRESS + "/notes/set.html",
                        ADDRESS + "/notes/undated.html");
        SimpleRobotRules rules = new SimpleRobotRulesParser()
                .parseContent(
                        ADDRESS + "/robots.txt",
                        workshop.bytes(build.at("robots.txt").orElseThrow()),
                        "text/plain",
                        List.of("anybot"));
        assertThat(rules.isAllowed(ADDRESS + "/notes/")).isTrue();
        assertThat(rules.getSitemaps()).containsExactly(ADDRESS + "/sitemap.xml");
    }

    @Test
    void theFeedTellsOfDatedPagesTheNewestFirst() throws Exception {
        Map<String, PageSettings> pages =
                Map.of("notes/set.html", new PageSettings("First & last", "Said", "", "", "", "2026-12-01", "", ""));
        Manifest build = build(garden(), with(null, ALL, pages), "", REACH);
        SyndFeed feed = new SyndFeedInput()
                .build(new StringReader(workshop.text(build.at("feed.xml").orElseThrow())));
        assertThat(feed.getFeedType()).isEqualTo("atom_1.0");
        assertThat(feed.getTitle()).isEqualTo("Notes from the garden");
        assertThat(feed.getEntries().stream().map(SyndEntry::getTitle))
                .containsExactly("First & last", "Frost", "Bees & wasps");
        assertThat(feed.getEntries().get(0).getLink()).isEqualTo(ADDRESS + "/notes/set.html");
        assertThat(feed.getEntries().get(0).getPublishedDate().toInstant()).isEqualTo("2026-12-01T00:00:00Z");
        assertThat(workshop.text(build, "index.html"))
                .contains("<link rel=\"alternate\" href=\"/feed.xml\" type=\"application/atom+xml\"");
    }

    @Test
    void aPageThatSaysNoDateIsNewSinceItFirstCameOut() throws Exception {
        Reach known = new Reach(
                ADDRESS,
                true,
                UnlistedParts.NONE,
                true,
                "",
                Map.of(
                        "notes/undated.html",
                        "2026-08-01",
                        "notes/frost.html",
                        "2026-12-24",
                        "gone.html",
                        "2027-01-01"));
        Manifest build = build(garden(), with(null, ALL, Map.of()), "", known);
        SyndFeed feed = new SyndFeedInput()
                .build(new StringReader(workshop.text(build.at("feed.xml").orElseThrow())));
        assertThat(feed.getEntries().stream().map(SyndEntry::getTitle))
                .containsExactly("Frost", "Undated", "Bees & wasps");
    }

    /** Titles with what XML has no way to write, or a way of its own; any number of pages. */
    @Test
    void feedAndSitemapFitTheirSchemas() throws Exception {
        Schema sitemap = SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI)
                .newSchema(MadeFilesTest.class.getResource("sitemap.xsd"));
        List<String> faults = new ArrayList<>();
        ErrorHandler noting = new DraconianErrorHandler() {
            @Override
            public void error(SAXParseException e) {
                faults.add(e.getMessage());
            }
        };
        ValidationDriver atom = new ValidationDriver(
                SinglePropertyMap.newInstance(ValidateProperty.ERROR_HANDLER, noting),
                CompactSchemaReader.getInstance());
        assertThat(atom.loadSchema(ValidationDriver.uriOrFileInputSource(
                        MadeFilesTest.class.getResource("atom.rnc").toString())))
                .isTrue();
        List<String> titles =
                List.of("<b>&amp;]]>", "a\u0001\u000b\ufffe\ud800b", "\ud83c\udf19 moon", " ", "x".repeat(300));
        for (int pages : List.of(1, 5, 80)) {
            List<String> files = new ArrayList<>(List.of("index.html", "<title>Front</title>"));
            Map<String, PageSettings> set = new TreeMap<>();
            for (int i = 0; i < pages; i++) {
                String path = "notes/" + "é &'\"<>%?#".charAt(i % 10) + i + ".html";
                files.addAll(List.of(path, "<title>T</title>"));
                set.put(
                        path,
                        new PageSettings(
                                titles.get(i % 5),
                                titles.get((i + 1) % 5),
                                "",
                                "",
                                "",
                                "2026-%02d-01".formatted(1 + i % 12),
                                "",
                                ""));
            }
            Manifest build = build(site(files.toArray(String[]::new)), with(null, ALL, set), "", REACH);
            for (String made : List.of("sitemap.xml", "feed.xml")) {
                byte[] bytes = workshop.bytes(build.at(made).orElseThrow());
                if (made.equals("sitemap.xml")) {
                    sitemap.newValidator().validate(new StreamSource(new ByteArrayInputStream(bytes)));
                } else {
                    assertThat(atom.validate(new InputSource(new ByteArrayInputStream(bytes))))
                            .as("%s", faults)
                            .isTrue();
                }
            }
        }
        assertThat(atom.validate(new InputSource(new StringReader("<feed xmlns='http://www.w3.org/2005/Atom'/>"))))
                .isFalse();
    }

    @Test
    void onTrialsAndInPreviewsNothingIsToldOfTheSite() {
        for (Reach reach : List.of(Reach.PREVIEW, Reach.UNTOLD)) {
            Manifest build = build(garden(), with(ABOUT, ALL, Map.of()), "", reach);
            assertThat(build.files()).doesNotContainKeys("sitemap.xml", "robots.txt", "feed.xml");
        }
        Reach unlisted = new Reach(ADDRESS, false, UnlistedParts.NONE, true, "");
        assertThat(build(garden(), with(null, ALL, Map.of()), "", unlisted).files())
                .doesNotContainKeys("sitemap.xml", "robots.txt");
    }

    @Test
    void belowAPathOfAHostThereIsASitemapButNoRobotsFile() {
        Reach below = new Reach("https://host.example/club", true, UnlistedParts.NONE, true, "2027-06-01");
        Manifest build = build(garden(), with(ABOUT, ALL, Map.of()), "/club", below);
        assertThat(build.files()).containsKey("sitemap.xml").doesNotContainKeys("robots.txt", MadeFiles.SECURITY);
        assertThat(workshop.text(build, "sitemap.xml")).contains("<loc>https://host.example/club/notes/</loc>");
        assertThat(workshop.text(build, "index.html")).contains("href=\"/club/feed.xml\"");
    }

    @Test
    void whatTheSiteHasOfItsOwnStays() {
        Manifest own = site(
                "index.html",
                "<link rel=icon href=my.png><title>x</title>",
                "robots.txt",
                "mine",
                "sitemap.xml",
                "mine",
                "feed.xml",
                "mine",
                "favicon.ico",
                "mine");
        Manifest build = build(own, with(ABOUT, ALL, Map.of()), "", REACH);
        own.files().forEach((path, file) -> {
            if (!path.equals("index.html")) {
                assertThat(build.at(path)).as(path).contains(file);
            }
        });
        assertThat(workshop.text(build, "index.html")).doesNotContain("icon-192");
    }

    @Test
    void factsOfTheSiteStandOnTheFrontPageAsStructuredData() throws IOException {
        Manifest files = garden().with(all -> {
            try {
                all.put("img/logo.png", workshop.put(drawing(900, 300), "image/png", false));
            } catch (IOException e) {
                throw new AssertionError(e);
            }
        });
        Manifest build = build(files, with(ABOUT, ALL, Map.of()), "", REACH);
        String front = workshop.text(build, "index.html");
        JsonNode data = JsonMapper.shared()
                .readTree(Jsoup.parse(front)
                        .select("script[type=application/ld+json]")
                        .first()
                        .data());
        assertThat(data.get("@context").asString()).isEqualTo("https://schema.org");
        assertThat(data.get("@type").asString()).isEqualTo("CafeOrCoffeeShop");
        assertThat(data.get("name").asString()).isEqualTo(ABOUT.name());
        assertThat(data.get("description").asString()).isEqualTo(ABOUT.description());
        assertThat(data.at("/address/addressLocality").asString()).isEqualTo("Milltown");
        assertThat(data.at("/openingHoursSpecification/0/dayOfWeek/1").asString())
                .isEqualTo("Friday");
        assertThat(data.at("/specialOpeningHoursSpecification/0/closes").asString())
                .isEqualTo("00:00");
        assertThat(data.get("logo").asString()).isEqualTo(ADDRESS + "/img/logo.png");
        assertThat(workshop.text(build, "notes/frost.html")).doesNotContain("ld+json");
        BufferedImage icon = ImageIO.read(
                new ByteArrayInputStream(workshop.bytes(build.at("icon-192.png").orElseThrow())));
        assertThat(icon.getWidth()).isEqualTo(192);
        assertThat(icon.getHeight()).isEqualTo(192);
        assertThat(workshop.bytes(build.at("favicon.ico").orElseThrow())).startsWith(0, 0, 1, 0, 1, 0, 32, 32);
        JsonNode manifest = JsonMapper.shared().readTree(workshop.text(build, "site.webmanifest"));
        assertThat(manifest.get("name").asString()).isEqualTo(ABOUT.name());
        assertThat(manifest.get("icons").size()).isEqualTo(2);
        assertThat(workshop.text(build, MadeFiles.SECURITY))
                .contains("Contact: mailto:hello@foxglove.example\n")
                .contains("Expires: 2027-06-01T00:00:00.000Z\n");
        assertThat(build(files, with(ABOUT, ALL, Map.of()), "", REACH)).isEqualTo(build);
    }

    private Manifest withDrawing(String svg) {
        return garden().with(all -> all.put("img/logo.svg", workshop.put(svg.getBytes(UTF_8), "image/svg+xml", true)));
    }

    private static final String LEAF = "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 10 10'>"
            + "<path d='M0 0h10v5h-10z' fill='#ff0000'/></svg>";

    @Test
    void aDrawingIsAnIconItselfAndMakesThoseOfPoints() throws IOException {
        Manifest build = build(withDrawing(LEAF), with(DRAWN, ALL, Map.of()), "", REACH);
        BufferedImage icon = ImageIO.read(
                new ByteArrayInputStream(workshop.bytes(build.at("icon-192.png").orElseThrow())));
        assertThat(icon.getWidth()).isEqualTo(192);
        assertThat(icon.getRGB(96, 40)).isEqualTo(0xffff0000);
        assertThat(icon.getRGB(96, 150)).isZero();
        assertThat(workshop.text(build, "index.html"))
                .contains("rel=\"icon\" href=\"/img/logo.svg")
                .contains("rel=\"apple-touch-icon\"");
    }

    @Test
    void aDrawingThatWouldDifferOrTakeLongIsAnIconAsItIs() {
        StringBuilder copies =
                new StringBuilder("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 9 9'><g id='a0'/>");
        for (int i = 1; i < 30; i++) {
            copies.append("<g id='a" + i + "'><use href='#a" + (i - 1) + "'/><use href='#a" + (i - 1) + "'/></g>");
        }
        for (String svg : List.of(
                LEAF.replace("<path", "<text x='1' y='1'>A</text><path"),
                LEAF.replace("<path", "<image href='https://elsewhere.example/x.png'/><path"),
                "<!DOCTYPE svg [<!ENTITY a 'b'>]>" + LEAF,
                copies + "</svg>",
                "<svg xmlns='http://www.w3.org/2000/svg'",
                "no drawing")) {
            Manifest build = build(withDrawing(svg), with(DRAWN, ALL, Map.of()), "", REACH);
            assertThat(build.files()).as(svg).doesNotContainKeys("icon-192.png", "favicon.ico");
            assertThat(workshop.text(build, "index.html")).contains("rel=\"icon\" href=\"/img/logo.svg");
        }
    }

    @Test
    void aLogoThatCannotBeReadMakesNoIcons() {
        Manifest files = garden().with(all -> all.put("img/logo.png", workshop.put(new byte[50], "image/png", false)));
        Manifest build = build(files, with(ABOUT, ALL, Map.of()), "", REACH);
        assertThat(build.files()).doesNotContainKeys("icon-192.png", "favicon.ico");
    }

    @Test
    void pagesOfOneNameInTwoLanguagesLeadToEachOther() {
        Manifest files = site(
                "index.html", "<!doctype html><html><title>Hello</title>",
                "tea.html", "<title>Tea</title>",
                "de/index.html", "<!doctype html><html lang=de-AT><title>Hallo</title>");
        Languages languages = new Languages("en", new TreeMap<>(Map.of("de/", "de")), false, false);
        Additions additions = new Additions(true, null, null, null, languages, null);
        Manifest build = build(files, additions, "", REACH);
        String front = workshop.text(build, "index.html");
        assertThat(front)
                .contains("<html lang=\"en\">")
                .contains("<link rel=\"alternate\" hreflang=\"de\" href=\"" + ADDRESS + "/de/\">")
                .contains("<link rel=\"alternate\" hreflang=\"en\" href=\"" + ADDRESS + "/\">")
                .contains("hreflang=\"x-default\"");
        assertThat(workshop.text(build, "tea.html")).isEqualTo("<html lang=\"en\"><title>Tea</title>");
        assertThat(workshop.text(build, "de/index.html")).contains("lang=de-AT").contains("hreflang=\"en\"");
        assertThat(languages.untranslated(
                        List.of("index.html", "404.html", "tea.html", "de/index.html", "de/kaffee.html")))
                .containsExactly(
                        new Languages.Untranslated("de", List.of("de/tea.html")),
                        new Languages.Untranslated("en", List.of("kaffee.html")));
    }

    @Test
    void aTranslationIsOldWhenItsOriginalWasChangedAfterIt() {
        Languages languages = new Languages("en", new TreeMap<>(Map.of("de/", "de", "fr/", "fr")), false, false);
        Manifest first =
                site("tea.html", "1", "de/tea.html", "1", "fr/tea.html", "1", "cake.html", "1", "de/cake.html", "1");
        Manifest second =
                site("tea.html", "2", "de/tea.html", "1", "fr/tea.html", "1", "cake.html", "1", "de/cake.html", "1");
        Manifest third =
                site("tea.html", "2", "de/tea.html", "1", "fr/tea.html", "2", "cake.html", "2", "de/cake.html", "2");
        Languages.Outdated german = new Languages.Outdated("de", "de/tea.html", "tea.html");
        Languages.Outdated french = new Languages.Outdated("fr", "fr/tea.html", "tea.html");
        assertThat(languages.outdated(List.of(first))).isEmpty();
        assertThat(languages.outdated(List.of(second, first))).containsExactly(german, french);
        assertThat(languages.outdated(List.of(third, second, first))).containsExactly(german);
        assertThat(languages.outdated(List.of(third, second))).isEmpty();
        assertThat(languages.outdated(List.of())).isEmpty();
    }

    @Test
    void settingsThatNoBuildCouldBeMadeOfAreNotRead() {
        String text = SettingsFile.text(with(ABOUT, ALL, Map.of()));
        assertThat(SettingsFile.read(text)).isEqualTo(with(ABOUT, ALL, Map.of()));
        for (String broken : List.of(text.replaceFirst("2, 5", "2, 9"), text.substring(9), "[]", "")) {
            assertThatThrownBy(() -> SettingsFile.read(broken)).isInstanceOf(IllegalArgumentException.class);
        }
    }
}
