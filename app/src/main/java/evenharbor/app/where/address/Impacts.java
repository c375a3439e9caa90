package evenharbor.app.where.address;

import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.visit.Visits;
import evenharbor.app.who.access.Current;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Mentions;
import evenharbor.core.where.address.PointerTarget;
import evenharbor.core.where.address.Role;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a change of name touches, over all of the account's sites. */
@Service
@Transactional(readOnly = true)
public class Impacts {

    private static final int DAYS = 30;
    private static final int MOST_MENTIONS = 500;
    private static final long LONGEST_READ = 2 << 20;

    private final Addresses addresses;
    private final AddressRepository repository;
    private final PlaceRepository places;
    private final Sites sites;
    private final Drafts drafts;
    private final Manifests manifests;
    private final Visits visits;
    private final List<RedirectsNaming> redirects;

    Impacts(
            Addresses addresses,
            AddressRepository repository,
            PlaceRepository places,
            Sites sites,
            Drafts drafts,
            Manifests manifests,
            Visits visits,
            List<RedirectsNaming> redirects) {
        this.addresses = addresses;
        this.repository = repository;
        this.places = places;
        this.sites = sites;
        this.drafts = drafts;
        this.manifests = manifests;
        this.visits = visits;
        this.redirects = redirects;
    }

    /** A place in a page or style sheet that names the address. */
    public record Mention(String siteId, String site, String path, int line, boolean link, String excerpt) {}

    /** A pointer that leads to the address. */
    public record Pointer(String siteId, String site, String address) {}

    /** A redirect that leads to the address. */
    public record NamingRedirect(String siteId, String site, String redirect, String source) {}

    /**
     * What a change of an address's name touches.
     *
     * @param address the address, as people write it
     * @param mentions where the account's own pages name it
     * @param moreMentions how many there are besides those listed
     * @param pointers pointers of the account that lead to it
     * @param redirects redirects of the account that lead to it by its whole URL
     * @param visits visits of the last 30 days that came by it
     * @param places where the owner gave it out and has not mended it yet
     */
    public record Impact(
            String address,
            List<Mention> mentions,
            int moreMentions,
            List<Pointer> pointers,
            List<NamingRedirect> redirects,
            long visits,
            List<String> places) {}

    /** What a change of this address touches. */
    public Impact of(String siteId, String id) {
        Address address = addresses.mine(siteId, id);
        HostName host = new HostName(address.hostName());
        List<Mention> mentions = new ArrayList<>();
        for (Site site : sites.mine()) {
            for (Map.Entry<String, FileEntry> file :
                    drafts.files(drafts.find(site.id())).files().entrySet()) {
                if (mayName(file.getKey(), file.getValue())) {
                    manifests
                            .text(file.getValue())
                            .ifPresent(text -> Mentions.in(text, host, address.path())
                                    .forEach(m -> mentions.add(new Mention(
                                            site.id(), site.title(), file.getKey(), m.line(), m.link(), m.excerpt()))));
                }
            }
        }
        List<Pointer> pointers =
                repository
                        .findByRoleAndAccountIdAndHeldUntilIsNull(
                                Role.POINTER, Current.person().accountId())
                        .stream()
                        .filter(p -> !p.id.equals(id)
                                && p.pointsTo != null
                                && !p.pointsTo.isEmpty()
                                && PointerTarget.leadsTo(p.pointsTo, host, address.path()))
                        .map(p -> new Pointer(
                                p.siteId,
                                sites.find(p.siteId).map(Site::title).orElse(""),
                                p.toSiteAddress().words()))
                        .toList();
        List<String> unmended = places.findBySiteIdOrderByCreatedAt(siteId).stream()
                .filter(p -> p.doneAt == null && p.host.equals(address.hostName()))
                .map(p -> p.what)
                .toList();
        return new Impact(
                address.shown(),
                mentions.stream().limit(MOST_MENTIONS).toList(),
                Math.max(0, mentions.size() - MOST_MENTIONS),
                pointers,
                redirects(host, address.path()),
                visits.since(address.hostName(), DAYS),
                unmended);
    }

    private List<NamingRedirect> redirects(HostName host, String path) {
        Map<String, String> titles = new HashMap<>();
        sites.mine().forEach(site -> titles.put(site.id(), site.title()));
        return redirects.stream()
                .flatMap(r -> r.naming(List.copyOf(titles.keySet()), host, path).stream())
                .map(r -> new NamingRedirect(r.siteId(), titles.get(r.siteId()), r.id(), r.source()))
                .toList();
    }

    private static boolean mayName(String path, FileEntry file) {
        return file.utf8()
                && file.size() <= LONGEST_READ
                && (SitePath.isPage(path)
                        || file.mediaType().startsWith("text/")
                        || file.mediaType().endsWith("json")
                        || file.mediaType().endsWith("xml")
                        || file.mediaType().endsWith("javascript"));
    }
}
