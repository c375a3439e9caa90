package evenharbor.app.harbor.publish;

import evenharbor.app.harbor.review.Agreements;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.SettingsChanged;
import evenharbor.app.what.site.SiteBroughtBack;
import evenharbor.app.what.site.SiteDeleted;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.what.live.SiteEvent;
import evenharbor.core.what.live.SiteLife;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Switches what visitors get: a site is taken down, put live again, or shown in an earlier version, at once. */
@Service
@Transactional
public class LiveSwitch {

    private final Publishing publishing;
    private final LiveStates states;
    private final Agreements agreements;
    private final Sites sites;
    private final Versions versions;
    private final Activities activities;

    LiveSwitch(
            Publishing publishing,
            LiveStates states,
            Agreements agreements,
            Sites sites,
            Versions versions,
            Activities activities) {
        this.publishing = publishing;
        this.states = states;
        this.agreements = agreements;
        this.sites = sites;
        this.versions = versions;
        this.activities = activities;
    }

    /**
     * Takes a site down: its visitors get nothing here. Nothing is deleted, and a publish under way ends.
     *
     * @param everywhere whether its other addresses stop, too: trials, forwarding ones and pointers
     */
    public Live takeDown(String siteId, boolean everywhere) {
        sites.mine(siteId);
        SiteLife before = states.lock(siteId).life();
        Live after = states.apply(siteId, new SiteEvent.TakenDown(everywhere));
        publishing.end(before.publishing(), "The site was taken down, and this publish ended with it.");
        if (before.live() || before.otherAddressesAnswer() != after.life().otherAddressesAnswer()) {
            activities.note(
                    ActivityKind.UNPUBLISHED,
                    siteId,
                    Current.person(),
                    before.shown().map(shown -> "version " + shown.version()).orElse("its other addresses")
                            + (everywhere ? ", at all its addresses" : ""));
        }
        return after;
    }

    /** Puts a site live again, exactly as it was when it was taken down. */
    public Live putLive(String siteId) {
        sites.mine(siteId);
        boolean before = states.lock(siteId).live();
        Live after = states.apply(siteId, new SiteEvent.PutLive());
        if (!before) {
            activities.note(
                    ActivityKind.PUT_LIVE,
                    siteId,
                    Current.person(),
                    "version " + after.version().orElseThrow());
        }
        return after;
    }

    /**
     * Puts a version live at once. The draft stays as it is.
     *
     * @param redirects whether the redirects that the version was live with come back too; else those of now stay
     * @param rightsConfirmed whether the person says that the content is theirs to publish
     */
    public Live putLive(String siteId, int number, boolean redirects, boolean rightsConfirmed) {
        SavedVersion version = versions.of(siteId, number);
        Live now = states.lock(siteId);
        sites.confirmRights(siteId, rightsConfirmed);
        agreements.require(siteId, version.manifest());
        String build = versions.buildOf(version);
        String rules = redirects ? version.redirects() : now.redirects();
        versions.wentLive(siteId, number, build, rules);
        Live after = states.apply(siteId, new SiteEvent.Restored(new SiteLife.Shown(number, build), rules));
        activities.note(ActivityKind.PUT_LIVE, siteId, Current.person(), version.title());
        return after;
    }

    /** A deleted site's publish is ended with it. */
    @EventListener
    void ended(SiteDeleted deleted) {
        Optional<String> before = states.lock(deleted.siteId()).life().publishing();
        states.apply(deleted.siteId(), new SiteEvent.Deleted());
        publishing.end(before, "The site was deleted, and this publish ended with it.");
    }

    @EventListener
    void broughtBack(SiteBroughtBack back) {
        states.apply(back.siteId(), new SiteEvent.BroughtBack());
    }

    @EventListener
    void settingsChanged(SettingsChanged changed) {
        states.touch(changed.siteId());
    }
}
