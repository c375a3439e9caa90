package evenharbor.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import evenharbor.core.hosting.host.HostLogin;
import evenharbor.core.hosting.host.WelcomeMail;
import evenharbor.core.what.build.CssReferences;
import evenharbor.core.what.build.HtmlReferences;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.finding.SiteFindings;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.address.AddressReader;
import evenharbor.core.where.address.AddressReading;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Mentions;
import evenharbor.core.where.address.PointerTarget;
import evenharbor.core.where.certificate.BroughtCertificate;
import evenharbor.core.where.certificate.SmallPki;
import evenharbor.core.where.domain.PublicSuffixes;
import evenharbor.core.where.domain.ZoneFile;
import evenharbor.core.where.redirect.RedirectFault;
import evenharbor.core.where.redirect.RedirectReader;
import evenharbor.core.where.redirect.RedirectReading;
import evenharbor.core.where.redirect.Source;
import evenharbor.core.where.redirect.TypedRedirect;
import evenharbor.core.who.mail.MailAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jsoup.Jsoup;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.FieldSource;

/**
 * Readers of what comes from outside are given what nobody means: well-formed examples, cut, doubled, mixed and filled
 * with what breaks readers. It may refuse, in a sentence; it may not fail, and not take long. {@code ./harbor fuzz} goes on
 * for as long as one likes.
 */
class ReadersFuzzTest {

    /** Far beyond what any input of these sizes takes; a reader that is not linear does not come back by then. */
    private static final Duration LONGEST = Duration.ofSeconds(10);

    private static final int LARGEST = 40_000;
    private static final int TRIES = Integer.getInteger("harbor.fuzz", 150);
    private static final long SEED = Long.getLong("harbor.seed", 20_261_201);

    private static final AddressReader ADDRESSES = new AddressReader(
            "harbor.localhost", List.of("www"), new PublicSuffixes(Set.of("art.localhost", "shop.localhost")));

    private static final List<String> TOKENS = List.of(
            "",
            " ",
            "\n",
            "\r\n",
            "\t",
            "\0",
            "\u0007",
            "\u200b",
            "\u202e",
            "\ufeff",
            "\ud800",
            "é",
            "ß",
            "Ａ",
            "İ",
            "𝒜",
            "..",
            "../",
            "./",
            "//",
            "\\",
            "/",
            ":",
            "::",
            "[",
            "]",
            "[::1]",
            "@",
            "%",
            "%2e",
            "%00",
            "%zz",
            "?",
            "#",
            "&",
            "=",
            "'",
            "\"",
            "<",
            ">",
            "</",
            "<!--",
            "-->",
            "<![CDATA[",
            "{",
            "}",
            "(",
            ")",
            "url(",
            "@import",
            ";",
            "*",
            "+",
            "-",
            "_",
            "~",
            "|",
            "$",
            "^",
            "0",
            "-1",
            "65536",
            "99999999999999999999",
            "1e309",
            "NaN",
            "null",
            "xn--",
            "xn--a",
            "http:",
            "https://",
            "javascript:",
            "data:",
            "ftp://",
            "mailto:",
            "$ORIGIN",
            "$INCLUDE",
            "$GENERATE",
            "IN",
            "\\065",
            "-----BEGIN CERTIFICATE-----",
            "-----END CERTIFICATE-----",
            "utf-8");

    private static final List<String> LINES = List.of(
            "papermoon",
            "www.papermoon.art.localhost/shop/",
            "https://Papermoon.art.localhost:443/a%20b/?q=1#top",
            "/old/{name}/{+rest}",
            "/prices.html?page={n}",
            "img/Grüße aus Köln.svg",
            "C:\\pages\\index.html",
            "Marta <marta@papermoon.example>, ivo@lantern.example; \"Bell, R.\" <r.bell@bell.example>");

    private static final String HTML = "<!doctype html><html lang=en><head><title>Moon</title><base href=/a/>"
            + "<link rel=stylesheet href=\"style.css?v=1\"><style>@import 'b.css'; p{background:url(\"c.svg\")}</style>"
            + "<script src=a.js></script></head><body><img srcset=\"a.svg 1x, b.svg 2x\" alt=''><a href='#x'>x</a>"
            + "<form action=/send><input></form><p style=\"background:url(d.png)\">words</p></body></html>";

    private static final String CSS =
            "@charset 'utf-8';@import url(\"a.css\") screen;/* c */ a::after{content:'\\201C';"
                    + "background:url(b.svg), image-set('c.png' 1x)} @media (width > 40em){b{src:url( d.woff2 ) format('woff2')}}";

    private static final String ZONE =
            "$ORIGIN papermoon.art.localhost.\n$TTL 1h\n@ IN SOA ns1 host ( 1 2h 15m 2w 1h )\n"
                    + "@ IN NS ns1.harbor.localhost.\nwww 300 IN CNAME @\n@ IN MX 10 mail\n@ IN TXT \"v=spf1 -all\" \"more\"\n"
                    + "_sip._tcp IN SRV 0 5 5060 sip\n@ IN CAA 0 issue \"authority.localhost\"\n@ IN AAAA ::1\n";

    private static final String MAIL =
            "Dear customer,\n\nFTP server: ftp.quayside.localhost (port 21)\nUser name: moon42\n"
                    + "Password: x7!pq\nUpload into /public_html\nYour address: http://moon.quayside.localhost/\n";

    private static final String MANIFEST = "manifest 1\n"
            + "e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855 0 text/html utf-8 index.html\n"
            + "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad 3 image/svg+xml - img/a b.svg\n";

    private static final String PEM = SmallPki.oneFile();

    private static final List<String> SEEDS = Stream.concat(
                    LINES.stream(), Stream.of(HTML, CSS, ZONE, MAIL, MANIFEST, PEM))
            .toList();

    private static String mutated(Random random) {
        StringBuilder text = new StringBuilder(SEEDS.get(random.nextInt(SEEDS.size())));
        for (int left = random.nextInt(9); left > 0; left--) {
            int from = random.nextInt(text.length() + 1);
            int to = Math.min(text.length(), from + random.nextInt(1 + Math.max(1, text.length() / 3)));
            switch (random.nextInt(7)) {
                case 0 -> text.delete(from, to);
                case 1 -> text.setLength(from);
                case 2 -> text.insert(from, TOKENS.get(random.nextInt(TOKENS.size())));
                case 3 ->
                    text.insert(from, TOKENS.get(random.nextInt(TOKENS.size())).repeat(1 + random.nextInt(3_000)));
                case 4 -> text.insert(from, text.substring(from, to).repeat(1 + random.nextInt(40)));
                case 5 -> text.append(SEEDS.get(random.nextInt(SEEDS.size())));
                default -> text.insert(from, (char) random.nextInt(0x10000));
            }
            if (text.length() > LARGEST) {
                text.setLength(LARGEST);
            }
        }
        return text.toString();
    }

    /** A sentence for a person: begun and ended as one, and with nothing of the program in it. */
    private static void sentence(String words) {
        assertThat(words).isNotBlank().doesNotContain("Exception", "java.", "evenharbor.");
        assertThat(words.strip()).matches("(?s).*[.!?”)]$");
    }

    /** The readers, by what they read. */
    private static final Map<String, Consumer<String>> READERS = Map.ofEntries(
            Map.entry("addresses", ReadersFuzzTest::addresses),
            Map.entry("urls that are led to", ReadersFuzzTest::urlsThatAreLedTo),
            Map.entry("redirects", ReadersFuzzTest::redirects),
            Map.entry("zone files", ReadersFuzzTest::zoneFiles),
            Map.entry("paths of files", ReadersFuzzTest::pathsOfFiles),
            Map.entry("welcome mails", ReadersFuzzTest::welcomeMails),
            Map.entry("mail addresses", ReadersFuzzTest::mailAddresses),
            Map.entry("pages and styles", ReadersFuzzTest::pagesAndStyles),
            Map.entry("manifests", ReadersFuzzTest::manifests),
            Map.entry("certificates", ReadersFuzzTest::certificates));

    private static final List<String> NAMES = READERS.keySet().stream().sorted().toList();

    @ParameterizedTest
    @FieldSource("NAMES")
    void refusesInASentenceWhatItCannotRead(String name) {
        Random random = new Random(SEED);
        for (int n = 0; n < TRIES; n++) {
            String text = mutated(random);
            try {
                assertTimeoutPreemptively(LONGEST, () -> READERS.get(name).accept(text));
            } catch (AssertionError | RuntimeException e) {
                // What is thrown is told before the text, which may be long.
                String where = Stream.of(e.getStackTrace())
                        .filter(frame -> frame.getClassName().startsWith("evenharbor.core."))
                        .findFirst()
                        .map(Object::toString)
                        .orElse("");
                throw new AssertionError(
                        "Try " + n + " of seed " + SEED + ", " + e + " at " + where + ", with: " + text, e);
            }
        }
    }

    private static void addresses(String typed) {
        AddressReading read = ADDRESSES.read(typed);
        assertThat(read.host().isPresent()).isNotEqualTo(read.fault().isPresent());
        read.words();
    }

    private static void urlsThatAreLedTo(String typed) {
        PointerTarget read = PointerTarget.of(typed);
        assertThat(read.url().isPresent()).isNotEqualTo(read.fault().isPresent());
        read.fault().ifPresent(ReadersFuzzTest::sentence);
    }

    private static void redirects(String typed) {
        for (Source.Kind kind : Source.Kind.values()) {
            redirect(typed, "/here", kind);
            redirect("/old/{name}", typed, kind);
        }
    }

    private static void redirect(String source, String target, Source.Kind kind) {
        RedirectReading read =
                new RedirectReader(Set.of("papermoon.art.localhost")).read(TypedRedirect.of(kind, source, target));
        assertThat(read.rule().isPresent()).isEqualTo(read.faults().isEmpty());
        read.faults().stream().map(RedirectFault::sentence).forEach(ReadersFuzzTest::sentence);
    }

    private static void zoneFiles(String typed) {
        ZoneFile.Reading read = ZoneFile.read(typed, new HostName("papermoon.art.localhost"));
        read.fault().ifPresent(ReadersFuzzTest::sentence);
        read.leftOut().forEach(ReadersFuzzTest::sentence);
    }

    private static void pathsOfFiles(String raw) {
        if (SitePath.read(raw) instanceof SitePath.Clean clean) {
            assertThat(clean.path()).doesNotContain("\\", "//").doesNotStartWith("/");
            assertThat(clean.path().split("/")).doesNotContain("..", ".", "");
            assertThat(SitePath.read(clean.path())).isEqualTo(clean);
        }
    }

    private static void welcomeMails(String mail) {
        HostLogin read = WelcomeMail.read(mail);
        read.cleanings().forEach(ReadersFuzzTest::sentence);
    }

    private static void mailAddresses(String pasted) {
        MailAddress.read(pasted);
        MailAddress.list(pasted)
                .addresses()
                .forEach(address -> assertThat(MailAddress.read(address)).contains(address));
    }

    private static void pagesAndStyles(String page) {
        CssReferences.in(page, 0);
        HtmlReferences.in(page, Jsoup.parse(page));
        SiteFindings.facts("index.html", page);
        SiteFindings.facts("style.css", page);
        Mentions.in(page, new HostName("papermoon.art.localhost"), "/");
    }

    private static void manifests(String written) {
        byte[] bytes = written.getBytes(StandardCharsets.UTF_8);
        List<String> hashes = new ArrayList<>();
        try {
            Manifest read = Manifest.fromBytes(bytes);
            Manifest.contents(bytes, hashes::add);
            assertThat(hashes).hasSizeGreaterThanOrEqualTo(read.count());
        } catch (IllegalArgumentException e) {
            sentence(e.getMessage());
        }
    }

    private static void certificates(String file) {
        BroughtCertificate.Reading read = BroughtCertificate.read(
                List.of(new BroughtCertificate.File("file.pem", file.getBytes(StandardCharsets.ISO_8859_1))),
                "",
                Set.of("papermoon.example"),
                Instant.parse("2026-11-24T12:00:00Z"));
        assertThat(read.brought().isPresent()).isEqualTo(read.misfits().isEmpty());
        read.misfits().forEach(misfit -> sentence(misfit.sentence()));
    }
}
