package evenharbor.app.overview.moving;

import evenharbor.app.common.problem.LimitedStream;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.core.what.draft.Intake;
import evenharbor.core.what.draft.IntakeLimits;
import evenharbor.core.what.draft.SitePath;
import evenharbor.edge.blob.Blobs;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads the file of an account. It comes from anyone: all that it says is judged when it is opened, and every content is told
 * by its own hash.
 */
final class ArchiveReader implements AutoCloseable {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int MOST_ENTRIES = 500_000;
    private static final int MOST_SITES = 200;
    private static final int MOST_VERSIONS = 2_000;
    private static final long LARGEST_JSON = 64L << 20;
    private static final long MOST_BYTES = 8L << 30;

    private final ZipFile zip;
    private final Archive.Index index;
    private final List<Archive.SiteFile> sites = new ArrayList<>();

    private ArchiveReader(ZipFile zip) throws IOException {
        this.zip = zip;
        this.index = json(zip, Archive.INDEX, Archive.Index.class);
        if (!Archive.FORMAT.equals(index.format()) || index.version() != Archive.VERSION) {
            throw refused("it is not the file of an account, or of a kind that this harbor does not know.");
        }
        List<String> names = Objects.requireNonNullElse(index.sites(), List.of());
        if (zip.size() > MOST_ENTRIES || names.size() > MOST_SITES) {
            throw refused("it holds more than fits in.");
        }
        for (String name : names) {
            Archive.SiteFile site = json(zip, name, Archive.SiteFile.class);
            judge(site);
            sites.add(site);
        }
    }

    /** Opens a file. @throws Problem if anything in it cannot be used */
    static ArchiveReader open(Path file) throws IOException {
        ZipFile zip;
        try {
            zip = new ZipFile(file.toFile());
        } catch (ZipException e) {
            throw damaged();
        }
        try {
            return new ArchiveReader(zip);
        } catch (IOException | RuntimeException e) {
            zip.close();
            throw e;
        }
    }

    Archive.Index index() {
        return index;
    }

    List<Archive.SiteFile> sites() {
        return sites;
    }

    @Override
    public void close() throws IOException {
        zip.close();
    }

    /** Stops reading what is larger than fits in. */
    static InputStream limited(InputStream in, long most) {
        return new LimitedStream(in, most, () -> refused("it holds more than fits in."));
    }

    private static Problem damaged() {
        return refused("it is no ZIP, or it is damaged.");
    }

    private static Problem refused(String why) {
        return new Problem(
                ProblemType.INTAKE_REFUSED, "This file was not brought in: " + why + " Nothing was changed.");
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
        } catch (ZipException | EOFException e) {
            throw damaged();
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
    Map<String, Long> keepContents(Blobs blobs) throws IOException {
        Set<String> named = new HashSet<>();
        for (Archive.SiteFile site : sites) {
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
                try (InputStream in = limited(zip.getInputStream(entry), left)) {
                    Blobs.Kept kept = batch.batch.put(in);
                    if (!kept.hash().equals(hash)) {
                        throw refused("a content in it is not what it says (" + hash.substring(0, 12) + "…).");
                    }
                    sizes.put(hash, kept.size());
                    left -= kept.size();
                } catch (ZipException | EOFException e) {
                    throw damaged();
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
}
