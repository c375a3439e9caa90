package evenharbor.app.what.sharing;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.draft.SharedParts;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.SiteGone;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.Versions;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.activity.Activities;
import evenharbor.core.what.draft.Folder;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.SortedMap;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Which folder of which site follows another site: it holds what is live there, and is not changed here. What it followed
 * last stays when the other site has no such folder any more.
 */
@Service
@Transactional
public class SharedFolders implements SharedParts {

    private final Drafts drafts;
    private final Sites sites;
    private final Versions versions;
    private final LiveStates states;
    private final Manifests manifests;
    private final JdbcClient db;

    public SharedFolders(
            Drafts drafts, Sites sites, Versions versions, LiveStates states, Manifests manifests, JdbcClient db) {
        this.drafts = drafts;
        this.sites = sites;
        this.versions = versions;
        this.states = states;
        this.manifests = manifests;
        this.db = db;
    }

    /** A folder that follows. @param siteId the site it lies in @param fromSite the site that it follows */
    record Share(String siteId, Folder folder, String fromSite) {}

    /** The folders of a site that follow others. */
    List<Share> into(String siteId) {
        return shares("where site_id = ?", siteId);
    }

    /** The folders that follow a site. */
    List<Share> outOf(String siteId) {
        return shares("where from_site = ?", siteId);
    }

    /** All that there are. */
    List<Share> all() {
        return shares("");
    }

    private List<Share> shares(String which, Object... parameters) {
        return db.sql("select site_id, folder, from_site from shared_folder " + which + " order by folder, site_id")
                .params(parameters)
                .query((row, i) -> new Share(row.getString(1), new Folder(row.getString(2)), row.getString(3)))
                .list();
    }

    @Override
    @Transactional(readOnly = true)
    public List<Part> of(String siteId) {
        return into(siteId).stream()
                .map(share -> new Part(share.folder(), title(share.fromSite())))
                .toList();
    }

    String title(String siteId) {
        return sites.find(siteId).map(Site::title).orElse("another site");
    }

    /** Lets a folder of one of the person's sites follow another of them. */
    public void share(String siteId, OptionalLong revision, String typed, String fromSite) {
        Site from = sites.mine(fromSite);
        Site to = sites.mine(siteId);
        Folder folder =
                Folder.read(typed).orElseThrow(() -> Problem.field("folder", "Choose a folder, such as brand/."));
        if (from.id().equals(to.id()) || !from.accountId().equals(to.accountId())) {
            throw Problem.field("fromSite", "Choose another site of the same account.");
        }
        into(from.id()).stream()
                .filter(share -> share.folder().meets(folder))
                .findFirst()
                .ifPresent(share -> {
                    throw Problem.field(
                            "folder",
                            "“" + share.folder().path() + "” of " + from.title() + " is itself shared from "
                                    + title(share.fromSite()) + ". Share it from there.");
                });
        SortedMap<String, FileEntry> there = folder.of(source(from.id()));
        if (there.isEmpty()) {
            throw Problem.field("folder", from.title() + " has no folder “" + folder.path() + "” that is live.");
        }
        Draft draft = drafts.check(siteId, revision);
        into(siteId).stream()
                .filter(share -> share.folder().meets(folder))
                .findFirst()
                .ifPresent(share -> {
                    throw Problem.field(
                            "folder",
                            "“" + share.folder().path() + "” is shared from " + title(share.fromSite())
                                    + " already. End that first.");
                });
        // What lies there now is not lost.
        SortedMap<String, FileEntry> here = folder.of(drafts.files(draft));
        if (!here.isEmpty() && !here.equals(there)) {
            versions.saveBeforeRestore(siteId, "sharing " + folder.path());
        }
        drafts.follow(siteId, folder, there, "shared " + folder.path() + " from " + from.title());
        db.sql("insert into shared_folder (site_id, folder, from_site) values (?, ?, ?)")
                .params(siteId, folder.path(), from.id())
                .update();
    }

    /** Ends it: the files stay, and are the site's own from then on. */
    public void end(String siteId, String folder) {
        sites.mine(siteId);
        if (remove(siteId, folder) == 0) {
            throw new Problem(ProblemType.NOT_FOUND, "“" + folder + "” is not shared. Nothing was changed.");
        }
    }

    private int remove(String siteId, String folder) {
        return db.sql("delete from shared_folder where site_id = ? and folder = ?")
                .params(siteId, folder)
                .update();
    }

    /** What followed a site that is gone for good is its own site's. */
    @EventListener
    void gone(SiteGone site) {
        db.sql("delete from shared_folder where from_site = ?")
                .param(site.siteId())
                .update();
    }

    /** Brings a folder up to date with the site that it follows; ends it when they are not of one account any more. */
    void follow(Share share) {
        Optional<Site> known = sites.find(share.fromSite());
        Optional<Site> following = sites.find(share.siteId());
        if (known.isEmpty() || following.isEmpty()) {
            // A site that was deleted may come back.
            return;
        }
        Site from = known.get();
        Site to = following.get();
        if (!from.accountId().equals(to.accountId())) {
            remove(share.siteId(), share.folder().path());
            return;
        }
        SortedMap<String, FileEntry> there = share.folder().of(source(from.id()));
        if (!there.isEmpty()) {
            Current.as(
                    Activities.harbor(to.accountId()),
                    () -> drafts.follow(
                            to.id(), share.folder(), there, share.folder().path() + " follows " + from.title()));
        }
    }

    /** The files of a folder as the site has them that is followed. */
    int count(Share share) {
        return share.folder().of(source(share.fromSite())).size();
    }

    /** What others follow of a site: what visitors get, or got last; nothing before that. */
    private Manifest source(String siteId) {
        return states.of(siteId)
                .version()
                .flatMap(number -> versions.find(siteId, number))
                .map(version -> manifests.get(version.manifest()))
                .orElse(Manifest.EMPTY);
    }
}
