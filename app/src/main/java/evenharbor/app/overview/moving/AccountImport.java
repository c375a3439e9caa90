package evenharbor.app.overview.moving;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.harbor.audience.Audiences;
import evenharbor.app.harbor.publish.Publishing;
import evenharbor.app.what.content.FileEntries;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.LifeJson;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.when.plan.PlannedChanges;
import evenharbor.app.where.address.Claims;
import evenharbor.app.where.redirect.RedirectContents;
import evenharbor.app.where.redirect.RedirectSets;
import evenharbor.core.what.draft.Intake;
import evenharbor.core.what.draft.IntakeLimits;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.live.Closing;
import evenharbor.core.what.site.Settings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.when.plan.PlannedAction;
import evenharbor.core.when.plan.Repeat;
import evenharbor.core.when.plan.Schedule;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddresses;
import evenharbor.core.who.audience.Audience;
import evenharbor.edge.blob.Blobs;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Brings the file of an account in: its sites are made anew in the current account, beside what is there. The file comes from
 * anyone: all of it is judged before anything is made, every content is told by its own hash, and each site comes whole or
 * not at all. What cannot be taken over is told.
 */
@Service
class AccountImport {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int MOST_ENTRIES = 500_000;
    private static final int MOST_SITES = 200;
    private static final int MOST_VERSIONS = 2_000;
    private static final long LARGEST_JSON = 64L << 20;
    private static final long MOST_BYTES = 8L << 30;

    private final Sites sites;
    private final Drafts drafts;
    private final Versions versions;
    private final RedirectSets redirects;
    private final RedirectContents rules;
    private final Claims claims;
    private final Audiences audiences;
    private final PlannedChanges plans;
    private final Publishing publishing;
    private final Manifests manifests;
    private final Blobs blobs;
    private final TransactionTemplate transactions;

    AccountImport(
            Sites sites,
            Drafts drafts,
            Versions versions,
            RedirectSets redirects,
            RedirectContents rules,
            Claims claims,
            Audiences audiences,
            PlannedChanges plans,
            Publishing publishing,
            Manifests manifests,
            Blobs blobs,
            TransactionTemplate transactions) {
        this.sites = sites;
        this.drafts = drafts;
        this.versions = versions;
        this.redirects = redirects;
        this.rules = rules;
        this.claims = claims;
        this.audiences = audiences;
        this.plans = plans;
        this.publishing = publishing;
        this.manifests = manifests;
        this.blobs = blobs;
        this.transactions = transactions;
    }

    /** What came of one site. @param left what could not be taken over, each in a sentence */
    record CameIn(String siteId, String title, int versions, boolean live, List<String> left) {}

    /** What came of a file. @param left what of the account itself could not be taken over */
    record Came(List<CameIn> sites, List<String> left) {}

    private static Problem refused(String why) {
        return new Problem(
                ProblemType.INTAKE_REFUSED, "This file was not brought in: " + why + " Nothing was changed.");
    }

    /** Brings a file in. @param rightsConfirmed whether the person says that the content is theirs to publish */
    Came bring(Path file, boolean rightsConfirmed) throws IOException {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            Archive.Index index = json(zip, Archive.INDEX, Archive.Index.class);
            if (!Archive.FORMAT.equals(index.format()) || index.version() != Archive.VERSION) {
                throw refused("it is not the file of an account, or of a kind that this harbor does not know.");
            }
            if (zip.size() > MOST_ENTRIES
                    || Objects.requireNonNullElse(index.sites(), List.of()).size() > MOST_SITES) {
                throw refused("it holds more than fits in.");
            }
            List<Archive.SiteFile> all = new ArrayList<>();
            for (String name : Objects.requireNonNullElse(index.sites(), List.<String>of())) {
                Archive.SiteFile site = json(zip, name, Archive.SiteFile.class);
                judge(site);
                all.add(site);
            }
            Map<String, Long> sizes = contents(zip, all);
            List<CameIn> came = new ArrayList<>();
            List<String> left = left(index);
            for (Archive.SiteFile site : all) {
                try {
                    came.add(bring(site, sizes, rightsConfirmed));
                } catch (Problem e) {
                    left.add("The site “" + site.title() + "”: " + e.getMessage());
                }
            }
            return new Came(came, left);
        } catch (ZipException e) {
            throw refused("it is no ZIP, or it is damaged.");
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
        return left;
    }

    private static <T> T json(ZipFile zip, String name, Class<T> type) throws IOException {
        ZipEntry entry = zip.getEntry(name);
        if (entry == null) {
            throw refused("“" + name + "” is missing in it.");
        }
        try (InputStream in = zip.getInputStream(entry)) {
            byte[] bytes = in.readNBytes((int) LARGEST_JSON);
            if (bytes.length == LARGEST_JSON) {
                throw refused("“" + name + "” is larger than such a file is.");
            }
            return Objects.requireNonNull(JSON.readValue(bytes, type));
        } catch (JacksonException | NullPointerException e) {
            throw refused("“" + name + "” cannot be read.");
        }
    }

    private static void judge(Archive.SiteFile site) {
        if (site.title() == null || site.title().isBlank() || site.title().length() > 120) {
            throw refused("a site in it has no usable name.");
        }
        if (site.versions() == null || site.draft() == null || site.versions().size() > MOST_VERSIONS) {
            throw refused("“" + site.title() + "” in it is not whole.");
        }
        Set<Integer> numbers = new HashSet<>();
        paths(site, site.draft());
        for (Archive.VersionFile version : site.versions()) {
            if (version.number() < 1 || !numbers.add(version.number()) || version.createdAt() == null) {
                throw refused("the versions of “" + site.title() + "” in it do not follow each other.");
            }
            paths(site, version.files());
        }
    }

    private static void paths(Archive.SiteFile site, List<Archive.PathFile> files) {
        long bytes = 0;
        List<String> names = new ArrayList<>();
        for (Archive.PathFile file : Objects.requireNonNullElse(files, List.<Archive.PathFile>of())) {
            boolean clean = file.path() != null
                    && SitePath.read(file.path()) instanceof SitePath.Clean read
                    && read.path().equals(file.path())
                    && file.sha256() != null
                    && file.sha256().matches("[0-9a-f]{64}");
            if (!clean) {
                throw refused("“" + site.title() + "” in it has a file whose path cannot be used: "
                        + shortened(String.valueOf(file.path())) + ".");
            }
            bytes += Math.max(0, file.size());
            names.add(file.path());
        }
        boolean fits =
                Intake.limitProblems(names.size(), bytes, IntakeLimits.DEFAULT).isEmpty()
                        && Intake.clashes(names).isEmpty()
                        && new HashSet<>(names).size() == names.size();
        if (!fits) {
            throw refused("“" + site.title() + "” in it is larger than a site may be, or has the same path twice.");
        }
    }

    private static String shortened(String path) {
        return path.length() > 80 ? path.substring(0, 79) + "…" : path;
    }

    /** Keeps the contents that are named, each under the hash that it really has. @return their sizes */
    private Map<String, Long> contents(ZipFile zip, List<Archive.SiteFile> all) throws IOException {
        Set<String> named = new HashSet<>();
        for (Archive.SiteFile site : all) {
            site.draft().forEach(file -> named.add(file.sha256()));
            name(site.redirects(), named);
            for (Archive.VersionFile version : site.versions()) {
                Objects.requireNonNullElse(version.files(), List.<Archive.PathFile>of())
                        .forEach(file -> named.add(file.sha256()));
                name(version.redirects(), named);
            }
        }
        Map<String, Long> sizes = new TreeMap<>();
        long left = MOST_BYTES;
        try (OpenBatch batch = new OpenBatch(blobs.batch())) {
            for (String hash : named) {
                ZipEntry entry = zip.getEntry(Archive.CONTENTS + hash);
                if (entry == null) {
                    throw refused("a content is missing in it (" + hash.substring(0, 12) + "…).");
                }
                try (InputStream in = new Bounded(zip.getInputStream(entry), left)) {
                    Blobs.Kept kept = batch.batch.put(in);
                    if (!kept.hash().equals(hash)) {
                        throw refused("a content in it is not what it says (" + hash.substring(0, 12) + "…).");
                    }
                    sizes.put(hash, kept.size());
                    left -= kept.size();
                }
            }
            batch.batch.settle();
        }
        return sizes;
    }

    /** Closes a batch however its use ends. */
    private record OpenBatch(Blobs.Batch batch) implements AutoCloseable {
        @Override
        public void close() throws IOException {
            batch.close();
        }
    }

    private static void name(String hash, Set<String> named) {
        if (hash != null && !hash.isEmpty()) {
            if (!hash.matches("[0-9a-f]{64}")) {
                throw refused("it names a content in a way that nobody does.");
            }
            named.add(hash);
        }
    }

    private CameIn bring(Archive.SiteFile file, Map<String, Long> sizes, boolean rightsConfirmed) {
        List<String> left = new ArrayList<>();
        Site site = transactions.execute(status -> made(file, sizes, left));
        addresses(site.id(), file, left);
        Objects.requireNonNullElse(file.audience(), List.<Archive.PartFile>of())
                .forEach(part ->
                        tried(left, "Who gets in to " + part.path(), () -> audiences.takeOver(site.id(), taken(part))));
        boolean live = file.live()
                && file.liveVersion() != null
                && tried(
                        left,
                        "Version " + file.liveVersion() + " going live",
                        () -> publishing.putLive(site.id(), file.liveVersion(), true, rightsConfirmed));
        Objects.requireNonNullElse(file.plans(), List.<Archive.PlanFile>of())
                .forEach(plan -> tried(
                        left,
                        "The plan for " + plan.starts(),
                        () -> plans.add(site.id(), action(plan), schedule(plan))));
        Objects.requireNonNullElse(file.destinations(), List.<Archive.DestinationFile>of())
                .forEach(each -> left.add(
                        "The destination " + each.folder() + " at " + each.host() + ": set the host up, then add it."));
        return new CameIn(site.id(), site.title(), file.versions().size(), live, left);
    }

    private Site made(Archive.SiteFile file, Map<String, Long> sizes, List<String> left) {
        Map<String, FileEntry> known = new HashMap<>();
        Site site = sites.create(file.title(), Optional.empty(), false, false);
        sites.change(site.id(), file.title(), new Settings(file.listed(), file.pinned()), OptionalLong.empty());
        drafts.change(site.id(), OptionalLong.empty(), "brought in", before -> manifest(file.draft(), sizes, known));
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
        Manifest manifest = manifest(Objects.requireNonNullElse(file.files(), List.of()), sizes, known);
        return new SavedVersion(
                siteId,
                file.number(),
                manifests.put(manifest),
                Optional.empty(),
                kept(file.redirects(), left),
                new Settings(file.listed(), file.pinned()),
                cut(file.name(), 120),
                cut(file.note(), 2000),
                file.kept(),
                cause(file.cause()),
                "",
                file.createdAt(),
                Optional.ofNullable(file.publishedAt()),
                Optional.empty(),
                manifest.count(),
                manifest.bytes());
    }

    private static SavedVersion.Cause cause(String name) {
        for (SavedVersion.Cause cause : SavedVersion.Cause.values()) {
            if (cause.name().equals(name)) {
                return cause;
            }
        }
        return SavedVersion.Cause.SAVED;
    }

    private static String cut(String words, int most) {
        String said = Objects.requireNonNullElse(words, "");
        return said.length() > most ? said.substring(0, most) : said;
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

    private static Audiences.PartTakenAlong taken(Archive.PartFile part) {
        return new Audiences.PartTakenAlong(
                part.path(),
                part.way(),
                Objects.requireNonNullElse(part.kept(), ""),
                Optional.ofNullable(part.until()),
                Objects.requireNonNullElse(part.emails(), List.of()),
                Optional.ofNullable(part.registration())
                        .map(asked -> new Audience.Registered(
                                Math.max(0, Math.min(100, asked.after())),
                                asked.name(),
                                cut(asked.consent(), 1000),
                                asked.confirmed(),
                                cut(asked.page(), 500))));
    }

    private static PlannedAction action(Archive.PlanFile plan) {
        return switch (String.valueOf(plan.kind())) {
            case "PublishDraft" -> new PlannedAction.PublishDraft();
            case "GoLive" -> new PlannedAction.GoLive(plan.version(), plan.redirects());
            case "PutLive" -> new PlannedAction.PutLive();
            case "TakeDown" -> new PlannedAction.TakeDown(plan.everywhere());
            case "Close" -> new PlannedAction.Close(LifeJson.read(plan.closing(), Closing.class));
            case "Reopen" -> new PlannedAction.Reopen();
            case "ApplyRedirects" -> new PlannedAction.ApplyRedirects();
            default -> throw new IllegalArgumentException("There is no such plan");
        };
    }

    private static Schedule schedule(Archive.PlanFile plan) {
        return new Schedule(
                plan.starts(),
                Optional.ofNullable(plan.ends()),
                ZoneId.of(plan.zone()),
                plan.second(),
                Optional.ofNullable(plan.every())
                        .map(every -> new Repeat(
                                Repeat.Every.valueOf(every), plan.interval(), Optional.ofNullable(plan.last()))));
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
