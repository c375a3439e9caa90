package evenharbor.app.overview.arrival;

import com.google.common.hash.Hasher;
import com.google.common.hash.Hashing;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.watch.Watch;
import evenharbor.app.hosting.transfer.HostTrouble;
import evenharbor.app.hosting.transfer.RemoteFolder;
import evenharbor.app.hosting.transfer.RemoteFolders;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.draft.FolderIntake;
import evenharbor.app.who.access.Memberships;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import evenharbor.core.hosting.destination.Listing;
import evenharbor.core.what.version.Manifest;
import evenharbor.core.who.access.Right;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;

/** Looks at watched folders, and makes the state of one that rests after changes the draft of its site. */
@Component
class FolderWatch {

    private static final Logger LOG = LoggerFactory.getLogger(FolderWatch.class);
    private static final Duration BETWEEN_LOOKS = Duration.ofSeconds(2);

    private final WatchedFolders watched;
    private final WatchedFolderProperties properties;
    private final RemoteFolders folders = new RemoteFolders();
    private final FolderIntake intake;
    private final Drafts drafts;
    private final Arrivals arrivals;
    private final People people;
    private final Memberships memberships;

    FolderWatch(
            WatchedFolders watched,
            WatchedFolderProperties properties,
            FolderIntake intake,
            Drafts drafts,
            Arrivals arrivals,
            People people,
            Memberships memberships) {
        this.watched = watched;
        this.properties = properties;
        this.intake = intake;
        this.drafts = drafts;
        this.arrivals = arrivals;
        this.people = people;
        this.memberships = memberships;
    }

    @Configuration
    static class Work {
        @Bean
        Watch folderWatching(ObjectProvider<FolderWatch> watch) {
            return new Watch(
                    "folder-watch",
                    BETWEEN_LOOKS,
                    "exists (select 1 from watched_folder)",
                    () -> watch.getObject().round());
        }
    }

    void round() {
        for (WatchedFolder folder : watched.claim(BETWEEN_LOOKS)) {
            try {
                look(folder);
            } catch (HostTrouble e) {
                watched.cannot(folder, e.getMessage() + " The draft is as it was.", "");
            } catch (IOException e) {
                LOG.warn("A watched folder could not be read", e);
                watched.cannot(folder, "The folder cannot be read. The draft is as it was.", "");
            } catch (RuntimeException e) {
                LOG.warn("A watched folder could not be looked at; it is looked at again", e);
            }
        }
    }

    private void look(WatchedFolder folder) throws IOException {
        Path opened = properties.opened().get(folder.opened());
        if (opened == null) {
            watched.cannot(folder, "Whoever runs this harbor does not open “" + folder.opened() + "” any more.", "");
            return;
        }
        try (RemoteFolder files = folders.open(opened, folder.folder())) {
            Listing listing = files.list(Set.of());
            String looks = looks(listing);
            if (!looks.equals(folder.seen())) {
                watched.seen(folder, looks);
            } else if (!looks.equals(folder.taken())
                    && folder.restsSince().plus(properties.rest()).isBefore(Instant.now())) {
                take(folder, files, listing, looks);
            }
        }
    }

    private void take(WatchedFolder folder, RemoteFolder files, Listing listing, String looks) throws IOException {
        Optional<Person> person = person(folder);
        if (person.isEmpty()) {
            watched.cannot(
                    folder,
                    "Whoever had this folder watched may not change the draft any more. Have it watched anew.",
                    looks);
            return;
        }
        Map<String, Long> sizes = new TreeMap<>();
        listing.files().forEach((path, found) -> sizes.put(path, found.size()));
        if (sizes.isEmpty()) {
            watched.cannot(folder, "The folder is empty, so the draft was left as it is.", looks);
            return;
        }
        try {
            Manifest taken = intake.take(sizes, files::read);
            if (!looks(files.list(Set.of())).equals(looks)) {
                // It was changed while it was read: it does not rest.
                return;
            }
            String words = "taken from the watched folder " + shown(folder) + " (" + taken.count()
                    + (taken.count() == 1 ? " file)" : " files)");
            arrivals.take(
                    folder.siteId(), person.get(), words, before -> drafts.replaced(folder.siteId(), before, taken));
            watched.taken(folder, looks);
        } catch (Problem problem) {
            watched.cannot(folder, problem.getMessage(), looks);
        }
    }

    private static String shown(WatchedFolder folder) {
        return folder.folder().isEmpty() ? folder.opened() : folder.opened() + "/" + folder.folder();
    }

    private Optional<Person> person(WatchedFolder folder) {
        return memberships
                .accountOf(folder.siteId())
                .flatMap(account -> memberships
                        .of(folder.personId(), account)
                        .filter(member -> member.may(Right.EDIT, folder.siteId()))
                        .flatMap(member -> people.find(folder.personId()))
                        .map(found -> new Person(found.id(), account, found.name(), found.email())));
    }

    /** What tells at little cost that something differs: names, sizes and times. */
    private static String looks(Listing listing) {
        Hasher hasher = Hashing.sha256().newHasher();
        listing.files()
                .forEach((path, found) -> hasher.putString(path, StandardCharsets.UTF_8)
                        .putByte((byte) 0)
                        .putLong(found.size())
                        .putLong(found.changed().map(Instant::toEpochMilli).orElse(0L)));
        return hasher.hash().toString();
    }
}
