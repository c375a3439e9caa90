package evenharbor.app.hosting.destination;

import com.google.common.hash.Hashing;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.hosting.host.Host;
import evenharbor.app.hosting.host.HostReach;
import evenharbor.app.hosting.host.Hosts;
import evenharbor.app.hosting.transfer.HostTrouble;
import evenharbor.app.hosting.transfer.RemoteFolder;
import evenharbor.app.what.content.FileEntries;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.core.hosting.destination.Ledger;
import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.what.build.Unbuilt;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import io.swagger.v3.oas.annotations.media.Schema;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.apache.commons.io.output.ThresholdingOutputStream;
import org.springframework.stereotype.Service;

/** What someone else changed at a destination: shown beside what we would put there, and taken into the draft. */
@Service
class RemoteEdits {

    private static final int LARGEST_SHOWN = 512 * 1024;
    private static final long LARGEST_READ = 64L << 20;

    private final Destinations destinations;
    private final DestinationRows rows;
    private final Plans plans;
    private final LedgerRows ledgers;
    private final Hosts hosts;
    private final HostReach reach;
    private final Drafts drafts;
    private final Manifests manifests;
    private final Blobs blobs;

    RemoteEdits(
            Destinations destinations,
            DestinationRows rows,
            Plans plans,
            LedgerRows ledgers,
            Hosts hosts,
            HostReach reach,
            Drafts drafts,
            Manifests manifests,
            Blobs blobs) {
        this.destinations = destinations;
        this.rows = rows;
        this.plans = plans;
        this.ledgers = ledgers;
        this.hosts = hosts;
        this.reach = reach;
        this.drafts = drafts;
        this.manifests = manifests;
        this.blobs = blobs;
    }

    /**
     * A file at a destination beside ours.
     *
     * @param theirBytes how large it is there
     * @param ourBytes how large ours is; null when we have none
     * @param lines the lines that differ with some around them; empty for what is no text
     */
    record TheirFile(
            String path,
            long theirBytes,
            @Schema(nullable = true) Long ourBytes,
            boolean text,
            List<DifferenceLine> lines) {}

    /** Shows a file as it is there beside what the draft would put there. */
    TheirFile show(String destinationId, String path) {
        DestinationEntity destination = destinations.mine(destinationId);
        long size = seen(destination, List.of(path)).get(path);
        Optional<FileEntry> ours = plans.toBe(destination, Optional.empty()).at(path);
        Optional<String> theirText = size > LARGEST_SHOWN
                ? Optional.empty()
                : text(read(destination, List.of(path)).get(path));
        Optional<String> ourText = ours.flatMap(manifests::text);
        boolean shown = theirText.isPresent() && (ours.isEmpty() || ourText.isPresent());
        return new TheirFile(
                path,
                size,
                ours.map(FileEntry::size).orElse(null),
                shown,
                shown ? DifferenceLine.between(ourText.orElse(""), theirText.get()) : List.of());
    }

    private static Optional<String> text(byte[] bytes) {
        try {
            return Optional.of(StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString());
        } catch (CharacterCodingException e) {
            return Optional.empty();
        }
    }

    /** How large files were when they were looked at; only what was seen there is asked for. */
    private Map<String, Long> seen(DestinationEntity destination, List<String> paths) {
        Map<String, Listing.Found> all = rows.seen(destination);
        Map<String, Long> sizes = new HashMap<>();
        for (String path : paths) {
            Listing.Found found = all.get(path);
            if (found == null) {
                throw Problem.notFound("“" + path + "”");
            }
            sizes.put(path, found.size());
        }
        return sizes;
    }

    private static Problem changedSince(String path) {
        return new Problem(
                ProblemType.STALE,
                "“" + path + "” is not there as it was when it was looked at. Nothing was changed. Check again.");
    }

    private Map<String, byte[]> read(DestinationEntity destination, List<String> paths) {
        Host host = hosts.mine(destination.hostId);
        Map<String, Long> sizes = seen(destination, paths);
        if (sizes.values().stream().mapToLong(Long::longValue).sum() > LARGEST_READ) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "These files are more than the 64 MiB that are read at once. Nothing was changed. Take fewer of them,"
                            + " or fetch them from the host in another way.");
        }
        Map<String, byte[]> files = new HashMap<>();
        try (RemoteFolder folder = reach.open(host, destination.folder)) {
            for (String path : paths) {
                ByteArrayOutputStream bytes = new ByteArrayOutputStream();
                int most = Math.toIntExact(sizes.get(path));
                // A host may go on sending for ever.
                folder.read(
                        path,
                        new ThresholdingOutputStream(
                                most,
                                more -> {
                                    throw changedSince(path);
                                },
                                more -> bytes));
                if (bytes.size() < most) {
                    throw changedSince(path);
                }
                files.put(path, bytes.toByteArray());
            }
            return files;
        } catch (HostTrouble e) {
            if (e.fault() == HostFault.FOLDER_MISSING) {
                throw changedSince(paths.get(files.size()));
            }
            throw new Problem(
                    ProblemType.OUTSIDE_AWAY,
                    "The file cannot be read there. " + e.fault().what() + " Nothing was changed. "
                            + e.fault().mend());
        } catch (IOException e) {
            throw new Problem(
                    ProblemType.UNEXPECTED, "The file could not be read. Nothing was changed. Try again in a moment.");
        }
    }

    /**
     * Takes files into the draft as they are at a destination. What the build put on references is taken off again.
     *
     * @return the draft
     */
    Draft take(String destinationId, List<String> paths, OptionalLong draftRevision) {
        DestinationEntity destination = destinations.mine(destinationId);
        for (String path : paths) {
            if (!SitePath.read(path).equals(new SitePath.Clean(path)) || SitePath.isHidden(path)) {
                throw new Problem(
                        ProblemType.NOT_READY,
                        "“" + path + "” cannot be the path of a file of a site. Nothing was changed. Rename it there.");
            }
        }
        Map<String, byte[]> theirs = read(destination, paths);
        Map<String, FileEntry> entries = new HashMap<>();
        Manifest built = plans.toBe(destination, Optional.empty());
        Manifest before = drafts.files(drafts.find(destination.siteId));
        try {
            for (Map.Entry<String, byte[]> file : theirs.entrySet()) {
                byte[] source = text(file.getValue())
                        .map(t -> source(destination, file.getKey(), t, built, before)
                                .getBytes(StandardCharsets.UTF_8))
                        .orElse(file.getValue());
                entries.put(file.getKey(), FileEntries.of(file.getKey(), blobs.put(source), source));
            }
            blobs.settle();
        } catch (IOException e) {
            throw new Problem(
                    ProblemType.UNEXPECTED, "The files could not be kept. Nothing was changed. Try again in a moment.");
        }
        Draft draft = drafts.change(
                destination.siteId,
                draftRevision,
                paths.size() == 1
                        ? "took “" + paths.get(0) + "” from " + destination.place()
                        : "took " + paths.size() + " files from " + destination.place(),
                files -> files.with(all -> all.putAll(entries)));
        remember(destination, theirs);
        return draft;
    }

    /** What a text of theirs would be in the draft. */
    private String source(DestinationEntity destination, String path, String theirs, Manifest built, Manifest draft) {
        Optional<String> ours = built.at(path).flatMap(manifests::text);
        Optional<String> madeOf = draft.at(path).flatMap(manifests::text);
        return ours.isPresent() && madeOf.isPresent()
                ? Unbuilt.text(path, theirs, destination.base(), ours.get(), madeOf.get())
                : Unbuilt.text(path, theirs, destination.base());
    }

    /** What was taken is known from now on: it is no more disputed. */
    private void remember(DestinationEntity destination, Map<String, byte[]> theirs) {
        Map<String, Listing.Found> seen = rows.seen(destination);
        Map<String, Ledger.Put> known = new HashMap<>();
        Map<String, Listing.Found> found = new HashMap<>();
        theirs.forEach((path, bytes) -> {
            String hash = Hashing.sha256().hashBytes(bytes).toString();
            Listing.Found at = seen.get(path);
            if (at != null && at.size() == bytes.length) {
                known.put(path, new Ledger.Put(hash, bytes.length, at.changed()));
                found.put(path, at.known(hash));
            }
        });
        ledgers.keeper(destination.id).put(known);
        rows.see(destination.id, found);
    }
}
