package evenharbor.app.where.certificate;

import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.who.access.Current;
import evenharbor.core.what.build.MixedContent;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What HTTPS would mean for a site: which of its pages load something by plain HTTP. */
@Service
class MixedContentReport {

    private static final int MOST = 500;
    private static final long LONGEST_READ = 2 << 20;

    private final Sites sites;
    private final Addresses addresses;
    private final LiveStates states;
    private final Versions versions;
    private final Drafts drafts;
    private final Manifests manifests;

    MixedContentReport(
            Sites sites,
            Addresses addresses,
            LiveStates states,
            Versions versions,
            Drafts drafts,
            Manifests manifests) {
        this.sites = sites;
        this.addresses = addresses;
        this.states = states;
        this.versions = versions;
        this.drafts = drafts;
        this.manifests = manifests;
    }

    /**
     * What was found.
     *
     * @param live whether in what visitors get now, rather than in the draft
     * @param findings the first of them
     * @param more how many there are besides
     */
    record Mixed(boolean live, List<MixedContent.Finding> findings, int more) {}

    /** What a site's pages load by plain HTTP: of what is live, or of the draft where nothing is. */
    @Transactional(readOnly = true)
    public Mixed mixed(String siteId) {
        sites.mine(siteId);
        Live live = states.of(siteId);
        Manifest manifest = manifests.get(live.version()
                .filter(v -> live.live())
                .flatMap(v -> versions.find(siteId, v))
                .map(SavedVersion::manifest)
                .orElseGet(() -> drafts.find(siteId).manifest()));
        Set<String> own =
                addresses
                        .of(sites.ofAccount(Current.person().accountId()).stream()
                                .map(site -> site.id())
                                .toList())
                        .stream()
                        .map(Address::hostName)
                        .collect(Collectors.toSet());
        List<MixedContent.Finding> found = new ArrayList<>();
        for (Map.Entry<String, FileEntry> file : manifest.files().entrySet()) {
            boolean read = SitePath.isPage(file.getKey())
                    || SitePath.endingOf(file.getKey()).equals("css");
            if (read && file.getValue().utf8() && file.getValue().size() <= LONGEST_READ) {
                manifests
                        .text(file.getValue())
                        .ifPresent(text -> found.addAll(MixedContent.in(file.getKey(), text, own)));
            }
        }
        return new Mixed(
                live.live(),
                found.size() > MOST ? List.copyOf(found.subList(0, MOST)) : found,
                Math.max(0, found.size() - MOST));
    }
}
