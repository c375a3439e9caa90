package evenharbor.app.overview.message;

import evenharbor.app.HarborProperties;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.ReadingLinks;
import evenharbor.app.who.activity.Activities;
import evenharbor.core.common.AtomFeed;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** What happened in an account last, as a feed (RFC 4287). */
@Service
class HappeningsFeed {

    private static final int MOST = 100;

    private final ReadingLinks links;
    private final Activities activities;
    private final Sites sites;
    private final People people;
    private final HarborProperties harbor;

    HappeningsFeed(ReadingLinks links, Activities activities, Sites sites, People people, HarborProperties harbor) {
        this.links = links;
        this.activities = activities;
        this.sites = sites;
        this.people = people;
        this.harbor = harbor;
    }

    /** The URL that the current account's feed is read at; whoever knows it may read. */
    String url() {
        return at(links.of(Current.person().accountId(), ReadingLinks.Kind.FEED));
    }

    /** A new URL in place of the one before. */
    String renewed() {
        return at(links.renewed(Current.person().accountId(), ReadingLinks.Kind.FEED));
    }

    private String at(String token) {
        return harbor.appOrigin() + "/feed/" + token + ".atom";
    }

    /** The feed behind a secret; empty when there is none. */
    Optional<String> read(String token) {
        return links.account(token, ReadingLinks.Kind.FEED)
                .map(account -> of(account, at(token)).xml());
    }

    private AtomFeed of(String account, String self) {
        Map<String, String> titles = sites.ofAccount(account).stream().collect(Collectors.toMap(Site::id, Site::title));
        List<Activities.Happening> latest = activities.latest(account, MOST);
        People.Names names = people.names(latest.stream()
                .map(Activities.Happening::personId)
                .filter(id -> !id.isEmpty())
                .distinct()
                .toList());
        return new AtomFeed(
                "What happened at Even Harbor",
                "Even Harbor",
                self,
                Optional.of(harbor.appOrigin() + "/"),
                latest.stream().map(each -> entry(each, titles, names)).toList());
    }

    private AtomFeed.Entry entry(Activities.Happening each, Map<String, String> titles, People.Names names) {
        String site = titles.get(each.siteId());
        String what = MessageWords.words(each.kind());
        String by = each.personId().isEmpty() ? "Even Harbor" : names.of(each.personId());
        return new AtomFeed.Entry(
                "tag:" + harbor.nameEnding() + ",2026:happening/" + each.id(),
                harbor.appOrigin() + (site == null ? "/" : "/sites/" + each.siteId() + "/when"),
                (site == null ? "" : site + ": ") + what + (each.detail().isEmpty() ? "" : ": " + each.detail()),
                "By " + by + ".",
                each.at());
    }
}
