package evenharbor.core.what.finding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import evenharbor.core.what.version.FileEntry;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Faults are planted in generated sites: all are found, none besides, and what fixes one removes just that. */
class SiteFindingsTest {

    /** Plants a fault in a page. @return which findings it makes */
    private interface Planter extends BiFunction<SampleSite, Integer, Set<Finding.Key>> {}

    private static Finding.Key key(FindingKind kind, String path, String subject) {
        return new Finding.Key(kind, path, subject);
    }

    private static Planter inserted(FindingKind kind, String subject, String html) {
        return (site, i) -> {
            String path = SampleSite.path(i);
            site.insert(path, html.replace("{i}", "" + i));
            return Set.of(key(kind, path, subject.replace("{i}", "" + i)));
        };
    }

    private static Planter replaced(FindingKind kind, String what, String by) {
        return (site, i) -> {
            String path = SampleSite.path(i);
            site.replace(path, what, by);
            return Set.of(key(kind, path, ""));
        };
    }

    private static final List<Planter> PLANTERS = List.of(
            inserted(FindingKind.LINK_BROKEN, "/gone-{i}.html", "<a href='/gone-{i}.html'>gone</a>"),
            (site, i) -> {
                site.likely.put("/walks/was-" + i + ".html", "/" + SampleSite.path(i + 1));
                site.insert(SampleSite.path(i), "<a href=\"/walks/was-" + i + ".html?x=1#y\">was</a>");
                return Set.of(key(FindingKind.LINK_BROKEN, SampleSite.path(i), "/walks/was-" + i + ".html?x=1#y"));
            },
            inserted(FindingKind.LINK_BROKEN, "/no/frame?i={i}", "<iframe src=\"/no/frame?i={i}\" title=x></iframe>"),
            inserted(FindingKind.ANCHOR_BROKEN, "#Part%20Two", "<a href=\"#Part%20Two\">two</a>"),
            inserted(FindingKind.ANCHOR_BROKEN, "/index.html#no-{i}", "<a href=/index.html#no-{i}>no</a>"),
            inserted(FindingKind.FILE_MISSING, "/img/none-{i}.png", "<img src='/img/none-{i}.png' alt='None'>"),
            (site, i) -> {
                site.others.put("shared/pics/one-" + i + ".png", new FileEntry("a".repeat(64), 10, "image/png", false));
                site.insert(SampleSite.path(i), "<img alt=\"One\" src=\"pics/one-" + i + ".png\">");
                return Set.of(key(FindingKind.FILE_MISSING, SampleSite.path(i), "pics/one-" + i + ".png"));
            },
            inserted(FindingKind.FILE_MISSING, "/js/no-{i}.js", "<link rel=preload as=script href='/js/no-{i}.js'>"),
            inserted(FindingKind.LETTER_CASE, "/IMG/moon.svg", "<img src=/IMG/moon.svg alt=Moon>"),
            inserted(
                    FindingKind.LETTER_CASE,
                    "/Index.html?from={i}#part-two",
                    "<a href='/Index.html?from={i}#part-two'>f</a>"),
            inserted(
                    FindingKind.OWN_MACHINE,
                    "file:///C:/Users/me/{i}.html",
                    "<a href='file:///C:/Users/me/{i}.html'>x</a>"),
            inserted(FindingKind.OWN_MACHINE, "D:\\pics\\{i}.jpg", "<img alt=x src='D:\\pics\\{i}.jpg'>"),
            inserted(FindingKind.OWN_MACHINE, "http://localhost:3000/{i}", "<a href=http://localhost:3000/{i}>x</a>"),
            inserted(
                    FindingKind.OLD_ADDRESS,
                    "https://www.lanterns.example/?p={i}#part-two",
                    "<a href='https://www.lanterns.example/?p={i}#part-two'>own</a>"),
            (site, i) -> {
                site.redirects.put("/old-" + i, "/" + Urls.encoded(SampleSite.path(i + 1)) + "#part-two");
                site.insert(SampleSite.path(i), "<a href=/old-" + i + ">old</a>");
                return Set.of(key(FindingKind.THROUGH_REDIRECT, SampleSite.path(i), "/old-" + i));
            },
            (site, i) -> {
                String path = SampleSite.path(i).replace("page-", "alone-");
                site.texts.put(
                        path,
                        site.texts
                                .get(SampleSite.path(i))
                                .replace("of lantern", "alone of lantern")
                                .replace("on walk", "alone on walk"));
                return Set.of(key(FindingKind.PAGE_UNLINKED, path, ""));
            },
            replaced(FindingKind.TITLE_MISSING, "<title>.*</title>\r?\n", ""),
            replaced(FindingKind.TITLE_MISSING, "<title>.*</title>", "<title> </title>"),
            (site, i) -> {
                String title = "The same walk as " + i;
                site.replace(SampleSite.path(i), "<title>.*</title>", "<title>" + title + "</title>");
                site.replace(SampleSite.path(i + 1), "<title>.*</title>", "<title>\n" + title + " </title>");
                return Set.of(
                        key(FindingKind.TITLE_ALIKE, SampleSite.path(i), title),
                        key(FindingKind.TITLE_ALIKE, SampleSite.path(i + 1), title));
            },
            (site, i) -> {
                String title = "Lanterns ".repeat(8) + i;
                site.replace(SampleSite.path(i), "<title>.*</title>", "<title>" + title + "</title>");
                return Set.of(key(FindingKind.TITLE_LONG, SampleSite.path(i), title));
            },
            (site, i) -> {
                site.replace(SampleSite.path(i), "</title>", "</title><title>Another " + i + "</title>");
                return Set.of(key(FindingKind.TITLE_TWICE, SampleSite.path(i), "Another " + i));
            },
            replaced(FindingKind.DESCRIPTION_MISSING, "<meta name=description[^>]*>", ""),
            (site, i) -> {
                String words = "<meta name=description content='The same for " + i + "'>";
                site.replace(SampleSite.path(i), "<meta name=description[^>]*>", words);
                site.replace(SampleSite.path(i + 1), "<meta name=description[^>]*>", words);
                return Set.of(
                        key(FindingKind.DESCRIPTION_ALIKE, SampleSite.path(i), "The same for " + i),
                        key(FindingKind.DESCRIPTION_ALIKE, SampleSite.path(i + 1), "The same for " + i));
            },
            replaced(FindingKind.LANGUAGE_MISSING, "(?i)(<html) lang=['\"]en['\"]>", "$1>"),
            replaced(FindingKind.LANGUAGE_MISSING, "(?i)<html lang=['\"]en['\"]>", ""),
            replaced(FindingKind.VIEWPORT_MISSING, "<meta name=\"viewport\"[^>]*>", ""),
            replaced(FindingKind.DOCTYPE_MISSING, "(?i)<!doctype html>\r?\n", ""),
            inserted(FindingKind.PICTURE_WORDLESS, "/img/moon.svg?{i}", "<img src=/img/moon.svg?{i}>"),
            inserted(FindingKind.LINK_WORDLESS, "/?w={i}", "<a href='/?w={i}'><img src=/img/moon.svg alt=''></a>"),
            inserted(FindingKind.HEADINGS_JUMP, "Deep {i}", "<h4>Deep {i}</h4>"),
            inserted(
                    FindingKind.FORM_NOWHERE,
                    "f{i}",
                    "<form id=f{i} method=post><input name=mail><button>Go</button></form>"),
            inserted(
                    FindingKind.NOT_SECURE,
                    "http://cdn.example/{i}.js",
                    "<script src='http://cdn.example/{i}.js'></script>"),
            inserted(
                    FindingKind.NOT_SECURE,
                    "http://pics.example/{i}.png",
                    "<img alt=x src='http://pics.example/{i}.png'>"),
            inserted(FindingKind.ID_TWICE, "part-two", "<p id=part-two>twice</p>"),
            inserted(FindingKind.MARKUP_ODD, "</section>", "<p>odd</p></section>"),
            inserted(FindingKind.MARKUP_ODD, "<div/>", "<p>before</p><div/>after</div>"),
            (site, i) -> {
                site.replace(SampleSite.path(i), "<h2 id", "<section class=x><h2 id");
                return Set.of(key(FindingKind.MARKUP_ODD, SampleSite.path(i), "<section>"));
            },
            inserted(FindingKind.MARKUP_ODD, "<a>", "<a href=/?a>one <a href=/?b>two</a>"),
            (site, i) -> {
                site.others.put(
                        "notes-" + i + ".bak", new FileEntry("b".repeat(64), 10, "application/octet-stream", false));
                return Set.of(key(FindingKind.LEFTOVER, "notes-" + i + ".bak", "notes-" + i + ".bak"));
            },
            (site, i) -> {
                site.others.put(
                        "img/huge-" + i + ".jpg", new FileEntry("c".repeat(64), 2_000_000, "image/jpeg", false));
                return Set.of(key(FindingKind.PICTURE_HUGE, "img/huge-" + i + ".jpg", ""));
            },
            (site, i) -> {
                for (String part : List.of("a", "b", "c", "d")) {
                    String name = "img/big-" + i + part + ".jpg";
                    site.others.put(name, new FileEntry("d".repeat(64), 900_000, "image/jpeg", false));
                    site.insert(SampleSite.path(i), "<img alt=Big src=/" + name + ">");
                }
                return Set.of(key(FindingKind.PAGE_HEAVY, SampleSite.path(i), ""));
            });

    private static Set<Finding.Key> keys(SiteFindings findings) {
        return findings.all().stream().map(Finding::key).collect(Collectors.toSet());
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 50, 700})
    void inACleanSiteNothingIsFound(int pages) {
        for (int seed = 0; seed < (pages > 100 ? 2 : 10); seed++) {
            assertThat(new SampleSite(pages, 77 * seed + pages).findings().all())
                    .as("seed " + seed)
                    .isEmpty();
        }
    }

    /** Each kind in pages of its own: of every planter so many cases in a site. */
    @ParameterizedTest
    @CsvSource({"1, 130, 11", "13, 1700, 23"})
    void whatIsPlantedIsFoundAndNothingElse(int cases, int pages, long seed) {
        SampleSite site = new SampleSite(pages, seed);
        Set<Finding.Key> planted = planted(site, cases, seed);
        assertThat(planted.size()).isGreaterThanOrEqualTo(cases * PLANTERS.size());
        Set<Finding.Key> found = keys(site.findings());
        assertThat(found).containsExactlyInAnyOrderElementsOf(planted);
    }

    private static Set<Finding.Key> planted(SampleSite site, int cases, long seed) {
        Set<Finding.Key> planted = new HashSet<>();
        // Every third page, so that what needs a second one has it.
        List<Integer> places = new ArrayList<>();
        for (int i = 1; i + 1 < site.texts.size() - 4; i += 3) {
            places.add(i);
        }
        Collections.shuffle(places, new Random(seed));
        int next = 0;
        for (int n = 0; n < cases; n++) {
            for (Planter planter : PLANTERS) {
                planted.addAll(planter.apply(site, places.get(next++)));
            }
        }
        return planted;
    }

    @Test
    void whatFixesAFindingRemovesJustThat() {
        SampleSite site = new SampleSite(260, 5);
        planted(site, 2, 5);
        SiteFindings findings = site.findings();
        Map<FindingKind, Integer> fixed = new TreeMap<>();
        for (Finding finding : findings.all()) {
            Optional<Fix> fix = findings.fix(finding);
            if (fix.isEmpty()) {
                continue;
            }
            String before = site.texts.get(fix.get().path());
            site.apply(fix.get());
            Set<Finding.Key> expected = keys(findings);
            expected.remove(finding.key());
            if (finding.kind() == FindingKind.TITLE_ALIKE || finding.kind() == FindingKind.DESCRIPTION_ALIKE) {
                // Of two, the other is alone then.
                expected.removeIf(
                        key -> key.kind() == finding.kind() && key.subject().equals(finding.subject()));
            }
            assertThat(keys(findings.after(site.manifest(), site::facts)))
                    .as(finding + " fixed by " + fix.get())
                    .isEqualTo(expected)
                    .isEqualTo(keys(site.findings()));
            site.texts.put(fix.get().path(), before);
            fixed.merge(finding.kind(), 1, Integer::sum);
        }
        assertThat(fixed.keySet())
                .contains(
                        FindingKind.LINK_BROKEN,
                        FindingKind.ANCHOR_BROKEN,
                        FindingKind.FILE_MISSING,
                        FindingKind.LETTER_CASE,
                        FindingKind.OLD_ADDRESS,
                        FindingKind.THROUGH_REDIRECT,
                        FindingKind.TITLE_MISSING,
                        FindingKind.TITLE_ALIKE,
                        FindingKind.TITLE_TWICE,
                        FindingKind.LANGUAGE_MISSING,
                        FindingKind.VIEWPORT_MISSING,
                        FindingKind.DOCTYPE_MISSING);
    }

    @Test
    void afterChangesItIsAsJudgedAnew() {
        Random random = new Random(99);
        SampleSite site = new SampleSite(120, 3);
        SiteFindings findings = site.findings();
        List<String> paths = new ArrayList<>(site.texts.keySet());
        for (int round = 0; round < 60; round++) {
            String path = paths.get(random.nextInt(paths.size()));
            switch (random.nextInt(5)) {
                case 0 -> site.texts.remove(path);
                case 1 ->
                    site.texts.put(path, site.texts.getOrDefault(path, "<title>New</title>") + "<p id=x" + round + ">");
                case 2 -> site.texts.put(path.toUpperCase(Locale.ROOT), "<title>Up " + round + "</title>");
                case 3 -> {
                    if (site.texts.containsKey(path) && site.texts.get(path).contains("<h2 id")) {
                        PLANTERS.get(random.nextInt(3)).apply(site, 1 + random.nextInt(100));
                    }
                }
                default ->
                    site.others.put(
                            "img/new-" + round + ".jpg", new FileEntry("e".repeat(64), 5_000_000, "image/jpeg", false));
            }
            findings = findings.after(site.manifest(), site::facts);
            assertThat(findings.all())
                    .as("round " + round)
                    .isEqualTo(site.findings().all());
        }
    }

    @Test
    void aPageThatSaysNothingIsFixedByOnePressInTheOrderOfADocument() {
        SampleSite site = new SampleSite(5, 4);
        site.insert("index.html", "<a href=/bare.html>Bare</a>");
        site.texts.put("bare.html", "\uFEFF<h1>Bare</h1><a href=https://www.lanterns.example/#part-2>Part two</a>");
        SiteFindings findings = site.findings();
        List<Fix> together = Fix.together(findings.all().stream()
                .flatMap(finding -> findings.fix(finding).stream())
                .toList());
        site.texts.put("bare.html", Fix.applied(site.texts.get("bare.html"), together));
        assertThat(site.texts.get("bare.html")).startsWith("\uFEFF<!doctype html>\n<html lang=\"en\">\n");
        assertThat(site.findings().all())
                .extracting(Finding::kind)
                .containsExactlyInAnyOrder(FindingKind.ANCHOR_BROKEN, FindingKind.DESCRIPTION_MISSING);
    }

    @Test
    void whatIsLoadedWithoutEncryptionIsToldWithWhatBrowsersDo() {
        SampleSite site = new SampleSite(4, 6);
        site.texts.put("css/site.css", "body { background: url(http://pics.example/a.png) }");
        String own = SampleSite.path(1);
        site.insert(own, "<script src=http://www.lanterns.example/css/site.css></script>");
        String asks = SampleSite.path(2);
        site.replace(
                asks, "<title>", "<meta http-equiv=content-security-policy content=upgrade-insecure-requests><title>");
        site.insert(asks, "<script src=http://cdn.example/a.js></script>");
        site.insert("index.html", "<form action=http://forms.example/ id=f><input></form>");
        assertThat(site.findings().all())
                .extracting(Finding::kind, Finding::path, Finding::detail)
                .containsExactlyInAnyOrder(
                        tuple(
                                FindingKind.NOT_SECURE,
                                "css/site.css",
                                "Browsers ask for it by HTTPS instead, and get nothing where that is not answered."),
                        tuple(
                                FindingKind.NOT_SECURE,
                                asks,
                                "Browsers ask for it by HTTPS instead, and get nothing where that is not answered."),
                        tuple(FindingKind.NOT_SECURE, "index.html", "Browsers warn before anything is sent."));
    }

    @Test
    void aPageThatCannotBeReadIsSaidToBeUnknown() {
        SampleSite site = new SampleSite(3, 2);
        SiteFindings findings = SiteFindings.of(
                site.manifest(),
                site.around(),
                file -> file.getKey().equals(SampleSite.path(1)) ? Optional.empty() : site.facts(file));
        assertThat(findings.unread()).containsExactly(SampleSite.path(1));
        assertThat(site.findings().unread()).isEmpty();
    }

    @Test
    void ofFixesThatMeetTheFirstIsMadeWholeAndTheOtherNotAtAll() {
        Fix one = Fix.edit("one", "a.html", List.of(new Fix.Edit(2, 4, "X"), new Fix.Edit(8, 9, "Y")));
        Fix two = Fix.edit("two", "a.html", List.of(new Fix.Edit(0, 1, "Z"), new Fix.Edit(3, 5, "Z")));
        Fix three = Fix.edit("three", "a.html", List.of(new Fix.Edit(4, 4, "-"), new Fix.Edit(5, 6, "W")));
        List<Fix> together = Fix.together(List.of(one, two, three));
        assertThat(together).containsExactly(one, three);
        assertThat(Fix.applied("0123456789", together)).isEqualTo("01X-4W67Y9");
    }

    @Test
    void aPageWithABaseIsReadFromThere() {
        SampleSite site = new SampleSite(12, 8);
        site.insert("index.html", "<a href=/b/base.html>Based</a>");
        site.texts.put(
                "b/base.html",
                "<!doctype html><html lang=en><meta name=viewport content=width=device-width><title>Based</title>"
                        + "<meta name=description content=Based><base href=/walks/><h1>Based</h1>"
                        + "<a href=page-1.html>One</a> <a href=PAGE-6.html>Six</a>");
        SiteFindings findings = site.findings();
        assertThat(keys(findings)).containsExactly(key(FindingKind.LETTER_CASE, "b/base.html", "PAGE-6.html"));
        site.apply(findings.fix(findings.all().get(0)).orElseThrow());
        assertThat(site.texts.get("b/base.html")).contains("<a href=/walks/page-6.html>Six</a>");
        assertThat(site.findings().all()).isEmpty();
    }

    @Test
    void aSiteNeedsAFrontPageAndAMissingPage() {
        SampleSite site = new SampleSite(3, 1);
        site.texts.remove(Site.MISSING_PAGE);
        SiteFindings findings = site.findings();
        assertThat(keys(findings)).containsExactly(key(FindingKind.MISSING_PAGE_ABSENT, "", ""));
        site.apply(findings.fix(findings.all().get(0)).orElseThrow());
        assertThat(site.findings().all()).isEmpty();
        site.texts.put("start.html", site.texts.remove("index.html"));
        assertThat(keys(site.findings())).contains(key(FindingKind.FRONT_PAGE_MISSING, "", ""));
        site.redirects.put("/", "/start.html");
        assertThat(keys(site.findings())).doesNotContain(key(FindingKind.FRONT_PAGE_MISSING, "", ""));
    }

    @ParameterizedTest
    @CsvSource({
        "a.html, x/b.html, x/a.html",
        "../a.html#p, x/y/b.html, x/a.html",
        "../../../a.html, x/b.html, a.html",
        "/a b.html, x/b.html, a b.html",
        "%C3%BCber/?q, b.html, über/",
        "?q=1, x/b.html, x/b.html",
        "./, x/b.html, x/",
        "a+b.html, b.html, a+b.html",
        "x\\y.html, b.html, x/y.html",
        "100%.html, b.html, 100%.html",
    })
    void urlsLeadWithinTheSite(String url, String from, String path) {
        assertThat(Target.of(url, "/" + from))
                .extracting(Target::kind, Target::path)
                .containsExactly(Target.Kind.INSIDE, "/" + path);
        String written = Urls.encoded(Urls.relative("/" + from, "/" + path));
        assertThat(Target.of(written, "/" + from).path()).isEqualTo("/" + path);
    }

    @ParameterizedTest
    @CsvSource({
        "https://A.Example/x, OUTSIDE, a.example",
        "//a.example:81/, OUTSIDE, a.example",
        "http://user@b.example?x, OUTSIDE, b.example",
        "mailto:a@b.example, OTHER, ''",
        "javascript:void(0), OTHER, ''",
        "'data:text/html,x', OTHER, ''",
        "file:///x, OWN_MACHINE, ''",
        "c:\\x.jpg, OWN_MACHINE, ''",
        "http://127.0.0.1/x, OWN_MACHINE, 127.0.0.1",
    })
    void otherUrlsLeadElsewhere(String url, String kind, String host) {
        assertThat(Target.of(url, "/x.html"))
                .extracting(t -> t.kind().name(), Target::path)
                .containsExactly(kind, host);
    }
}
