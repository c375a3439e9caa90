package evenharbor.app.harbor.share;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.web.CsvOut;
import evenharbor.app.harbor.audience.Audiences;
import evenharbor.app.what.addition.DraftSettings;
import evenharbor.app.what.addition.PageTitles;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.Versions;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.core.common.QrCode;
import evenharbor.core.what.addition.About;
import evenharbor.core.what.addition.Additions;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.address.Role;
import evenharbor.core.who.audience.AudienceRules;
import io.swagger.v3.oas.annotations.media.Schema;
import java.net.URI;
import java.net.URISyntaxException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.HtmlUtils;

/** What people are given to find a site, over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}/share")
class ShareController {

    private static final int SMALLEST = 10;
    private static final int LARGEST = 500;
    private static final int PRINT = 300;
    private static final int LONGEST_EVENT = 60 * 24 * 14;
    private static final int LONGEST_TITLE = 200;
    private static final String SVG = "image/svg+xml";

    private final Sites sites;
    private final Addresses addresses;
    private final Domains domains;
    private final LiveStates states;
    private final Versions versions;
    private final Manifests manifests;
    private final PageTitles titles;
    private final DraftSettings settings;
    private final Audiences audiences;
    private final Clock clock;

    ShareController(
            Sites sites,
            Addresses addresses,
            Domains domains,
            LiveStates states,
            Versions versions,
            Manifests manifests,
            PageTitles titles,
            DraftSettings settings,
            Audiences audiences,
            Clock clock) {
        this.sites = sites;
        this.addresses = addresses;
        this.domains = domains;
        this.states = states;
        this.versions = versions;
        this.manifests = manifests;
        this.titles = titles;
        this.settings = settings;
        this.audiences = audiences;
        this.clock = clock;
    }

    /** A page to link to. @param title empty when it has none */
    record SharedPage(String title, String path, String url) {}

    /**
     * What to tell people.
     *
     * @param url the public main address
     * @param shown the same as people write it
     * @param live whether it answers with pages now
     * @param mailSubject of a mail that tells of it
     * @param mailText the words of that mail
     * @param link a link for another page, as HTML
     * @param box a box with the link for another page, as HTML
     * @param domain the domain it lies under; null for a name of this harbor
     * @param domainEnds when that ends; null when it renews itself, or when it is not known
     * @param pages what is live and for everyone, by path
     */
    record ShareView(
            String url,
            String shown,
            boolean live,
            String mailSubject,
            String mailText,
            String link,
            String box,
            @Schema(nullable = true) String domain,
            @Schema(nullable = true) Instant domainEnds,
            List<SharedPage> pages) {}

    @GetMapping
    ShareView of(@PathVariable String siteId) {
        Site site = sites.mine(siteId);
        Address main = main(siteId);
        Optional<Domain> domain = Optional.ofNullable(main.domainId()).flatMap(domains::find);
        String url = HtmlUtils.htmlEscape(main.url());
        String title = HtmlUtils.htmlEscape(site.title());
        return new ShareView(
                main.url(),
                main.shown(),
                states.of(siteId).live(),
                site.title(),
                site.title() + " is on the web:\n\n" + main.url() + "\n",
                "<a href=\"" + url + "\">" + title + "</a>",
                "<div style=\"border:1px solid;padding:1em;max-width:20em\">\n  <strong>" + title
                        + "</strong><br>\n  <a href=\"" + url + "\">" + HtmlUtils.htmlEscape(main.shown())
                        + "</a>\n</div>",
                domain.map(each -> each.name().unicode()).orElse(null),
                domain.filter(each -> !each.life().autoRenew())
                        .flatMap(each -> each.life().expiresAt())
                        .orElse(null),
                pages(siteId, main));
    }

    private Address main(String siteId) {
        return addresses.of(siteId).stream()
                .filter(address -> address.role() == Role.MAIN)
                .findFirst()
                .orElseThrow(
                        () -> new Problem(
                                ProblemType.NOT_READY,
                                "The site has no main address yet, so there is no link to share. Choose an address under Where."));
    }

    /** What is live; empty when nothing is. */
    private Optional<Manifest> live(String siteId) {
        Live live = states.of(siteId);
        return live.version()
                .filter(number -> live.live())
                .flatMap(number -> versions.find(siteId, number))
                .map(version -> manifests.get(version.manifest()));
    }

    /** The pages that everyone may see. */
    private List<SharedPage> pages(String siteId, Address main) {
        AudienceRules rules = audiences.rules(siteId);
        return live(siteId).map(titles::of).orElse(Map.of()).entrySet().stream()
                .filter(page -> rules.at(page.getKey()).isEmpty())
                .map(page -> new SharedPage(page.getValue(), page.getKey(), url(main, page.getKey())))
                .sorted(Comparator.comparing(SharedPage::path))
                .toList();
    }

    private static String url(Address main, String path) {
        try {
            return main.url().replaceFirst("/$", "") + new URI(null, null, path, null).toASCIIString();
        } catch (URISyntaxException e) {
            throw Problem.field("page", "“" + path + "” is no path of a page.");
        }
    }

    /** @param page a decoded path of the site; empty for its front page @param size the width on paper, in millimetres */
    @GetMapping(value = "/code.svg", produces = SVG)
    ResponseEntity<String> svg(
            @PathVariable String siteId,
            @RequestParam(defaultValue = "") String page,
            @RequestParam(defaultValue = "40") int size) {
        return ResponseEntity.ok(QrCode.of(link(siteId, page)).svg(checked(size)));
    }

    /** @param page a decoded path of the site; empty for its front page @param size the width on paper, in millimetres */
    @GetMapping(value = "/code.png", produces = MediaType.IMAGE_PNG_VALUE)
    ResponseEntity<byte[]> png(
            @PathVariable String siteId,
            @RequestParam(defaultValue = "") String page,
            @RequestParam(defaultValue = "40") int size) {
        return ResponseEntity.ok(QrCode.png(link(siteId, page), checked(size), PRINT));
    }

    private String link(String siteId, String page) {
        sites.mine(siteId);
        Address main = main(siteId);
        return page.isEmpty() ? main.url() : url(main, page.startsWith("/") ? page : "/" + page);
    }

    private static int checked(int size) {
        if (size < SMALLEST || size > LARGEST) {
            throw Problem.field("size", "Choose a width of " + SMALLEST + " to " + LARGEST + " mm.");
        }
        return size;
    }

    @GetMapping(value = "/card.svg", produces = SVG)
    ResponseEntity<String> card(@PathVariable String siteId) {
        Site site = sites.mine(siteId);
        Address main = main(siteId);
        return ResponseEntity.ok(ShareCard.svg(site.title(), main.shown(), main.url()));
    }

    /**
     * An entry for people's calendars that leads to the site.
     *
     * @param title what takes place; empty for what the site is called
     * @param at when it begins
     * @param minutes how long it takes
     * @param page a decoded path of the site; empty for its front page
     */
    @GetMapping(value = "/event.ics", produces = "text/calendar;charset=utf-8")
    ResponseEntity<String> event(
            @PathVariable String siteId,
            @RequestParam(defaultValue = "") String title,
            @RequestParam Instant at,
            @RequestParam(defaultValue = "60") int minutes,
            @RequestParam(defaultValue = "") String page) {
        Site site = sites.mine(siteId);
        if (minutes < 1 || minutes > LONGEST_EVENT) {
            throw Problem.field("minutes", "Choose 1 to " + LONGEST_EVENT + " minutes.");
        }
        if (title.length() > LONGEST_TITLE) {
            throw Problem.field("title", "Use at most " + LONGEST_TITLE + " characters.");
        }
        About about = live(siteId).map(settings::of).orElse(Additions.NONE).about();
        String place = Stream.of(about.street(), (about.postcode() + " " + about.town()).strip())
                .filter(part -> !part.isEmpty())
                .collect(Collectors.joining(", "));
        return ResponseEntity.ok(EventFile.of(
                new EventFile.Event(
                        title.isBlank() ? site.title() : title.strip(),
                        at,
                        Duration.ofMinutes(minutes),
                        place,
                        link(siteId, page)),
                clock.instant()));
    }

    /** The addresses of all pages as CSV (RFC 4180). */
    @GetMapping(value = "/pages.csv", produces = "text/csv")
    ResponseEntity<String> pages(@PathVariable String siteId) {
        sites.mine(siteId);
        return CsvOut.file(
                "pages.csv",
                CsvOut.of(
                        List.of("title", "address"),
                        pages(siteId, main(siteId)).stream()
                                .map(page -> List.of(page.title(), page.url()))
                                .toList()));
    }
}
