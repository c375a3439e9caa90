package evenharbor.app.when.history;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.hosting.destination.HostFiles;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.when.history.VersionFiles;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What can be compared with each other: the versions of a site, its draft, and what hosts hold of it. */
@Component
@Transactional(readOnly = true)
class Sides {

    /** Stands for the draft, where a version is named by its number. */
    static final String DRAFT = "draft";

    private final Sites sites;
    private final Versions versions;
    private final Drafts drafts;
    private final Manifests manifests;
    private final HostFiles hosts;

    Sides(Sites sites, Versions versions, Drafts drafts, Manifests manifests, HostFiles hosts) {
        this.sites = sites;
        this.versions = versions;
        this.drafts = drafts;
        this.manifests = manifests;
        this.hosts = hosts;
    }

    /**
     * One side of a comparison.
     *
     * @param files its files
     * @param settings the settings that shape it
     * @param redirects hash of its redirects
     */
    record Side(Manifest files, Settings settings, String redirects) {}

    /** Before the id of a destination: what that holds. */
    private static final String HOST = "host-";

    /** Two sides of a comparison. */
    record Pair(Side before, Side after) {}

    /**
     * Two sides. A host holds what was built for it, so it is compared with what would be built for it of the other side;
     * settings and redirects are within the files there.
     */
    Pair pair(String siteId, String from, String to) {
        if (!from.startsWith(HOST) && !to.startsWith(HOST)) {
            return new Pair(of(siteId, from), of(siteId, to));
        }
        Site site = sites.mine(siteId);
        String host = (from.startsWith(HOST) ? from : to).substring(HOST.length());
        return new Pair(atHost(site, host, from), atHost(site, host, to));
    }

    private Side atHost(Site site, String destinationId, String named) {
        Manifest files = named.startsWith(HOST)
                ? hosts.held(site.id(), named.substring(HOST.length()))
                : hosts.wanted(
                        site.id(), destinationId, named.equals(DRAFT) ? Optional.empty() : Optional.of(number(named)));
        return new Side(files, site.settings(), "");
    }

    /** The draft, or a version of one of the person's sites. @param named a version's number, or {@link #DRAFT} */
    Side of(String siteId, String named) {
        Site site = sites.mine(siteId);
        if (named.equals(DRAFT)) {
            return new Side(drafts.files(drafts.of(siteId)), site.settings(), versions.redirectsNow(siteId));
        }
        SavedVersion version = versions.of(siteId, number(named));
        return new Side(manifests.get(version.manifest()), version.settings(), version.redirects());
    }

    private static int number(String named) {
        try {
            return Integer.parseInt(named);
        } catch (NumberFormatException e) {
            throw Problem.notFound("Version " + named);
        }
    }

    /** The versions of one of the person's sites with their files, the earliest first. */
    List<VersionFiles> versions(String siteId) {
        List<VersionFiles> all = new ArrayList<>();
        versions.of(siteId)
                .forEach(version -> all.add(
                        new VersionFiles(version.number(), version.createdAt(), manifests.get(version.manifest()))));
        Collections.reverse(all);
        return all;
    }

    /** The files of the draft. */
    Manifest draft(String siteId) {
        return drafts.files(drafts.of(siteId));
    }
}
