package evenharbor.app.overview.moving;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.harbor.audience.AudienceCopies;
import evenharbor.app.harbor.publish.LiveSwitch;
import evenharbor.app.hosting.cost.Costs;
import evenharbor.app.overview.arrival.Arrivals;
import evenharbor.app.what.addition.DraftSettings;
import evenharbor.app.what.content.FileEntries;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.site.Unlisted;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.when.plan.PlannedChanges;
import evenharbor.app.where.address.Claims;
import evenharbor.app.where.redirect.RedirectContents;
import evenharbor.app.where.redirect.RedirectSets;
import evenharbor.core.what.addition.SettingsFile;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddresses;
import evenharbor.edge.blob.Blobs;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.TreeMap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Brings the file of an account in: its sites are made anew in the current account, beside what is there. Each site comes
 * whole or not at all. What cannot be taken over is told.
 */
@Service
class AccountImport {

    private final Sites sites;
    private final Drafts drafts;
    private final Versions versions;
    private final Costs costs;
    private final Arrivals arrivals;
    private final DraftSettings settings;
    private final RedirectSets redirects;
    private final Unlisted unlisted;
    private final RedirectContents rules;
    private final Claims claims;
    private final AudienceCopies audiences;
    private final PlannedChanges plans;
    private final LiveSwitch liveSwitch;
    private final Manifests manifests;
    private final Blobs blobs;
    private final TransactionTemplate transactions;
    private final Clock clock;

    AccountImport(
            Sites sites,
            Drafts drafts,
            Versions versions,
            Costs costs,
            Arrivals arrivals,
            DraftSettings settings,
            RedirectSets redirects,
            Unlisted unlisted,
            RedirectContents rules,
            Claims claims,
            AudienceCopies audiences,
            PlannedChanges plans,
            LiveSwitch liveSwitch,
            Manifests manifests,
            Blobs blobs,
            TransactionTemplate transactions,
            Clock clock) {
        this.sites = sites;
        this.drafts = drafts;
        this.versions = versions;
        this.costs = costs;
        this.arrivals = arrivals;
        this.settings = settings;
        this.redirects = redirects;
        this.unlisted = unlisted;
        this.rules = rules;
        this.claims = claims;
        this.audiences = audiences;
        this.plans = plans;
        this.liveSwitch = liveSwitch;
        this.manifests = manifests;
        this.blobs = blobs;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** What came of one site. @param left what could not be taken over, each in a sentence */
    record CameIn(String siteId, String title, int versions, boolean live, List<String> left) {}

    /** What came of a file. @param left what of the account itself could not be taken over */
    record Came(List<CameIn> sites, List<String> left) {}

    /** Brings a file in. @param rightsConfirmed whether the person says that the content is theirs to publish */
    Came bring(Path file, boolean rightsConfirmed) throws IOException {
        try (ArchiveReader archive = ArchiveReader.open(file)) {
            Map<String, Long> sizes = archive.keepContents(blobs);
            List<CameIn> came = new ArrayList<>();
            List<String> left = left(archive.index());
            Map<String, String> madeOf = new HashMap<>();
            Iterator<String> names = archive.index().sites().iterator();
            for (Archive.SiteFile site : archive.sites()) {
                String name = names.next();
                try {
                    CameIn made = bring(site, sizes, rightsConfirmed);
                    came.add(made);
                    madeOf.put(name, made.siteId());
                } catch (Problem e) {
                    left.add("The site “" + site.title() + "”: " + e.getMessage());
                }
            }
            Objects.requireNonNullElse(archive.index().costs(), List.<Archive.CostFile>of())
                    .forEach(cost -> tried(
                            left, "The cost “" + cost.what() + "”", () -> costs.add(ArchiveValues.cost(cost, madeOf))));
            return new Came(came, left);
        }
    }

    private static List<String> left(Archive.Index index) {
        List<String> left = new ArrayList<>();
        Objects.requireNonNullElse(index.hosts(), List.<Archive.HostFile>of())
                .forEach(host -> left.add("The host " + host.name() + " (" + host.server()
                        + "): its password is not in the file. Set it up on Hosts."));
        Objects.requireNonNullElse(index.people(), List.<Archive.PersonFile>of())
                .forEach(person ->
                        left.add(person.name() + " (" + person.email() + "): invite them if you want them here, too."));
        Objects.requireNonNullElse(index.receivers(), List.<Archive.ReceiverFile>of())
                .forEach(receiver ->
                        left.add("The program “" + receiver.name() + "” that is told what happens (" + receiver.url()
                                + "): its secret is not in the file. Add it under Messages to other programs."));
        return left;
    }

    private CameIn bring(Archive.SiteFile file, Map<String, Long> sizes, boolean rightsConfirmed) {
        List<String> left = new ArrayList<>();
        Site site = transactions.execute(status -> made(file, sizes, left));
        addresses(site.id(), file, left);
        // All parts are tried, so that all that fail are told.
        Instant now = clock.instant();
        Objects.requireNonNullElse(file.audience(), List.<Archive.PartFile>of()).stream()
                .filter(part -> part.until() != null && !part.until().isAfter(now))
                .forEach(part -> left.add("The end of the link to " + part.path()
                        + ": it had ended, and the new link, which nobody has yet, has none. Set one under Who."));
        long unguarded = Objects.requireNonNullElse(file.audience(), List.<Archive.PartFile>of()).stream()
                .filter(part -> !tried(
                        left,
                        "Who gets in to " + part.path(),
                        () -> audiences.takeOver(site.id(), ArchiveValues.taken(part))))
                .count();
        if (file.arrivals() != null) {
            tried(
                    left,
                    "What becomes of files that programs send",
                    () -> arrivals.setRule(site.id(), ArchiveValues.rule(file.arrivals())));
        }
        boolean live = false;
        if (unguarded > 0) {
            left.add("Going live, and plans: it stays dark, because not all that says who gets in could be taken over."
                    + " Set that under Who, then put it live.");
        } else {
            live = file.live()
                    && file.liveVersion() != null
                    && tried(
                            left,
                            "Version " + file.liveVersion() + " going live",
                            () -> liveSwitch.putLive(site.id(), file.liveVersion(), true, rightsConfirmed));
            Objects.requireNonNullElse(file.plans(), List.<Archive.PlanFile>of())
                    .forEach(plan -> tried(
                            left,
                            "The plan for " + plan.starts(),
                            () -> plans.add(site.id(), ArchiveValues.action(plan), ArchiveValues.schedule(plan))));
        }
        Objects.requireNonNullElse(file.destinations(), List.<Archive.DestinationFile>of())
                .forEach(each -> left.add(
                        "The destination " + each.folder() + " at " + each.host() + ": set the host up, then add it."));
        return new CameIn(site.id(), site.title(), file.versions().size(), live, left);
    }

    private Site made(Archive.SiteFile file, Map<String, Long> sizes, List<String> left) {
        Map<String, FileEntry> known = new HashMap<>();
        Site site = sites.create(file.title(), Optional.empty(), false, false);
        sites.change(site.id(), file.title(), new Settings(file.listed(), file.pinned()), OptionalLong.empty());
        drafts.change(
                site.id(),
                OptionalLong.empty(),
                "brought in",
                before -> readable(manifest(file.draft(), sizes, known), left));
        List<String> parts = Objects.requireNonNullElse(file.unlisted(), List.of());
        if (!parts.isEmpty()) {
            unlisted.put(site.id(), parts);
        }
        String set = kept(file.redirects(), left);
        if (!set.isEmpty()) {
            redirects.replace(site.id(), set, "brought in");
        }
        file.versions().stream()
                .sorted(Comparator.comparingInt(Archive.VersionFile::number))
                .forEach(version -> versions.takeOver(site.id(), version(site.id(), version, sizes, known, left)));
        return site;
    }

    private SavedVersion version(
            String siteId,
            Archive.VersionFile file,
            Map<String, Long> sizes,
            Map<String, FileEntry> known,
            List<String> left) {
        Manifest manifest = readable(manifest(Objects.requireNonNullElse(file.files(), List.of()), sizes, known), left);
        return new SavedVersion(
                siteId,
                file.number(),
                manifests.put(manifest),
                Optional.empty(),
                kept(file.redirects(), left),
                new Settings(file.listed(), file.pinned()),
                ArchiveValues.cut(file.name(), 120),
                ArchiveValues.cut(file.note(), 2000),
                file.kept(),
                ArchiveValues.cause(file.cause()),
                "",
                file.createdAt(),
                Optional.ofNullable(file.publishedAt()),
                Optional.empty(),
                manifest.count(),
                manifest.bytes());
    }

    /** @param known entries of files that several versions have: each is looked at once */
    private Manifest manifest(List<Archive.PathFile> files, Map<String, Long> sizes, Map<String, FileEntry> known) {
        Map<String, FileEntry> entries = new TreeMap<>();
        for (Archive.PathFile file : files) {
            try {
                entries.put(file.path(), FileEntries.of(file.path(), file.sha256(), sizes.get(file.sha256()), blobs));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        return Manifest.of(entries);
    }

    /** The files, without what is set about them, and told, when that cannot be read. */
    private Manifest readable(Manifest files, List<String> left) {
        try {
            settings.of(files);
            return files;
        } catch (IllegalArgumentException e) {
            left.add("What was set about pages: it cannot be read.");
            return SettingsFile.without(files);
        }
    }

    /** The set of redirects that a content holds, kept anew; empty, and told, when it cannot be read. */
    private String kept(String hash, List<String> left) {
        if (hash == null || hash.isEmpty()) {
            return "";
        }
        try {
            return rules.put(rules.get(hash).list());
        } catch (RuntimeException e) {
            left.add("A set of redirects: it cannot be read.");
            return "";
        }
    }

    private void addresses(String siteId, Archive.SiteFile file, List<String> left) {
        Objects.requireNonNullElse(file.addresses(), List.<Archive.AddressFile>of()).stream()
                .sorted(Comparator.comparing(each -> !"MAIN".equals(each.role())))
                .forEach(each -> tried(left, "The address " + each.address(), () -> {
                    Role role = Role.valueOf(each.role());
                    claims.claim(
                            siteId,
                            each.harbor() == null ? each.address() : each.harbor(),
                            new SiteAddresses.Wish(
                                    role == Role.MAIN ? Role.ALIAS : role,
                                    each.trialVersion() == null
                                            ? OptionalInt.empty()
                                            : OptionalInt.of(each.trialVersion()),
                                    Objects.requireNonNullElse(each.pointsTo(), "")));
                }));
    }

    /** Does something, and tells what it was when it cannot be. @return whether it was done */
    private static boolean tried(List<String> left, String what, Runnable work) {
        try {
            work.run();
            return true;
        } catch (Problem e) {
            left.add(what + ": " + e.getMessage());
        } catch (RuntimeException e) {
            left.add(what + ": it cannot be read.");
        }
        return false;
    }
}
