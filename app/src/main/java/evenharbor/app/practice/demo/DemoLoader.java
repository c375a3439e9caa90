package evenharbor.app.practice.demo;

import evenharbor.app.HarborProperties;
import evenharbor.app.harbor.audience.AudienceCopies;
import evenharbor.app.harbor.publish.LiveSwitch;
import evenharbor.app.harbor.publish.Publisher;
import evenharbor.app.harbor.publish.Publishing;
import evenharbor.app.harbor.publish.SiteClosures;
import evenharbor.app.harbor.review.Reviews;
import evenharbor.app.hosting.cost.Costs;
import evenharbor.app.practice.world.World;
import evenharbor.app.what.content.FileEntries;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.Versions;
import evenharbor.app.when.plan.PlannedChanges;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.address.Claims;
import evenharbor.app.where.certificate.HttpsChanges;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Offers;
import evenharbor.app.where.domain.Proofs;
import evenharbor.app.where.domain.Registrations;
import evenharbor.app.where.redirect.RedirectFacts;
import evenharbor.app.where.redirect.RedirectSets;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.Memberships;
import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import evenharbor.core.harbor.publish.Selection;
import evenharbor.core.hosting.cost.Cost;
import evenharbor.core.what.draft.SitePath;
import evenharbor.core.what.live.Closing;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.when.plan.PlannedAction;
import evenharbor.core.when.plan.Schedule;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddresses;
import evenharbor.core.where.redirect.Redirect;
import evenharbor.core.where.redirect.TypedRedirect;
import evenharbor.core.who.access.PersonRole;
import evenharbor.core.who.audience.SharedPassword;
import evenharbor.edge.blob.Blobs;
import evenharbor.practice.clock.PracticeClock;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnBooleanProperty;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Loads the made-up owner's four sites, once, by the same services that people use, with the practice clock moved back
 * to when each thing happened.
 */
@Component
@ConditionalOnBooleanProperty("harbor.practice")
class DemoLoader implements ApplicationRunner {

    private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);
    private static final String PASSWORD = "moon over the quay";

    private final DemoProperties demo;
    private final HarborProperties harbor;
    private final People people;
    private final Reviews reviews;
    private final AudienceCopies audiences;
    private final Memberships memberships;
    private final Sites sites;
    private final Drafts drafts;
    private final Versions versions;
    private final Addresses addresses;
    private final Claims claims;
    private final Offers offers;
    private final Registrations registrations;
    private final Proofs proofs;
    private final World world;
    private final DemoVisits visits;
    private final RedirectSets sets;
    private final RedirectFacts facts;
    private final Costs costs;
    private final Publishing publishing;
    private final LiveSwitch liveSwitch;
    private final SiteClosures closures;
    private final PlannedChanges plans;
    private final Publisher publisher;
    private final Blobs blobs;
    private final HttpsChanges https;
    private final DemoHosts hosts;
    private final Clock clock;
    private final List<Address> toSecure = new ArrayList<>();

    DemoLoader(
            DemoProperties demo,
            HarborProperties harbor,
            People people,
            Reviews reviews,
            AudienceCopies audiences,
            Memberships memberships,
            Sites sites,
            Drafts drafts,
            Versions versions,
            Addresses addresses,
            Claims claims,
            Offers offers,
            Registrations registrations,
            Proofs proofs,
            World world,
            DemoVisits visits,
            RedirectSets sets,
            RedirectFacts facts,
            Costs costs,
            Publishing publishing,
            LiveSwitch liveSwitch,
            SiteClosures closures,
            PlannedChanges plans,
            Publisher publisher,
            Blobs blobs,
            HttpsChanges https,
            DemoHosts hosts,
            Clock clock) {
        this.demo = demo;
        this.harbor = harbor;
        this.people = people;
        this.reviews = reviews;
        this.audiences = audiences;
        this.memberships = memberships;
        this.sites = sites;
        this.drafts = drafts;
        this.versions = versions;
        this.addresses = addresses;
        this.claims = claims;
        this.offers = offers;
        this.registrations = registrations;
        this.proofs = proofs;
        this.world = world;
        this.visits = visits;
        this.sets = sets;
        this.facts = facts;
        this.costs = costs;
        this.publishing = publishing;
        this.liveSwitch = liveSwitch;
        this.closures = closures;
        this.plans = plans;
        this.publisher = publisher;
        this.blobs = blobs;
        this.https = https;
        this.hosts = hosts;
        this.clock = clock;
    }

    @Override
    public void run(ApplicationArguments arguments) throws IOException {
        Path done = harbor.home().resolve("demo-loaded");
        if (demo.demo() == null || Files.exists(done)) {
            return;
        }
        if (!(clock instanceof PracticeClock practice)) {
            LOG.warn("The demo is loaded in practice mode only");
            return;
        }
        Instant now = clock.instant();
        world.setLoading(true);
        practice.setTo(now.minus(Duration.ofDays(200)));
        Person marta = people.openAccount("Marta's sites", "Marta Quill", "marta@papermoon.example", PASSWORD);
        Person ivo = people.add(
                marta.accountId(),
                "Ivo Lantern",
                "ivo@papermoon.example",
                PASSWORD,
                person -> memberships.put(marta.accountId(), person.id(), Optional.of(PersonRole.EDITOR)));
        Person other = people.openAccount("Seaside cinema", "Pia Holm", "pia@seaside.example", PASSWORD);
        Current.as(
                other,
                () -> claims.claim(
                        sites.create("Seaside Cinema", Optional.empty(), false, false)
                                .id(),
                        "nightmarket",
                        SiteAddresses.Wish.of(Role.MAIN)));
        try (Stream<Path> folders = Files.list(demo.demo())) {
            for (Path folder : folders.filter(Files::isDirectory).sorted().toList()) {
                tell(folder, List.of(marta, ivo), practice, now);
            }
        } finally {
            practice.reset();
            world.setLoading(false);
        }
        // Certificates are for today, not for the past that was told.
        Current.as(marta, () -> toSecure.forEach(a -> https.turnOn(a.siteId(), a.id())));
        Files.createFile(done);
        LOG.info("The demo is loaded");
    }

    private void tell(Path folder, List<Person> tellers, PracticeClock practice, Instant now) {
        DemoStory story = JsonMapper.builder().build().readValue(folder.resolve("story.json"), DemoStory.class);
        practice.setTo(now.minus(Duration.ofDays(story.createdDaysAgo())));
        Site[] site = new Site[1];
        Current.as(tellers.get(0), () -> {
            site[0] = sites.create(story.title(), Optional.empty(), false, false);
            story.names().forEach(name -> claims.claim(site[0].id(), name, SiteAddresses.Wish.of(Role.ALIAS)));
        });
        for (DemoStory.Own own : story.domains()) {
            practice.setTo(now.minus(Duration.ofDays(own.daysAgo())));
            Current.as(tellers.get(0), () -> domain(site[0].id(), own));
        }
        for (DemoStory.State state : story.states()) {
            practice.setTo(now.minus(Duration.ofMinutes(Math.round(state.daysAgo() * 24 * 60))));
            Current.as(tellers.get(state.by()), () -> act(site[0].id(), folder, state));
        }
        if (story.redirects() != null) {
            practice.setTo(now.minus(Duration.ofDays(story.redirects().daysAgo())));
            Current.as(tellers.get(0), () -> redirects(site[0].id(), story.redirects()));
        }
        visits.tell(site[0].id(), story, practice, now);
        if (story.plans() != null) {
            practice.setTo(now);
            Current.as(tellers.get(0), () -> story.plans().forEach(planned -> plan(site[0].id(), planned, now)));
        }
        if (story.audience() != null) {
            practice.setTo(now.minus(Duration.ofDays(1)));
            Current.as(tellers.get(0), () -> story.audience().forEach(part -> audience(site[0].id(), part)));
        }
        if (story.costs() != null) {
            Current.as(tellers.get(0), () -> story.costs().forEach(paid -> costs.add(cost(site[0].id(), paid, now))));
        }
        if (story.elsewhere() != null) {
            practice.setTo(now.minus(Duration.ofDays(15)));
            hosts.tell(tellers.get(1), site[0].id(), story.elsewhere());
        }
    }

    private void act(String siteId, Path folder, DemoStory.State state) {
        if (!state.layer().isEmpty()) {
            Map<String, FileEntry> files = layer(folder.resolve(state.layer()));
            String what = "uploaded a folder (" + files.size() + (files.size() == 1 ? " file)" : " files)");
            drafts.change(
                    siteId,
                    OptionalLong.empty(),
                    what,
                    before -> before.with(all -> {
                        all.putAll(files);
                        state.removed().forEach(all::remove);
                    }));
        }
        Optional<Integer> made = switch (state.then()) {
            case PUBLISH -> {
                String id = publishing.record(siteId, Selection.ALL, declined(state), OptionalLong.empty(), true);
                publisher.carryOut(id);
                yield Optional.of(publishing.progress(id).version());
            }
            case SAVE -> Optional.of(versions.saveDraft(siteId, state.name()).number());
            case LEAVE -> Optional.empty();
            case TAKE_DOWN -> {
                liveSwitch.takeDown(siteId, false);
                yield Optional.empty();
            }
            case CLOSE -> {
                closures.close(siteId, notice(state.name(), state.note()), Optional.empty());
                yield Optional.empty();
            }
            case REOPEN -> {
                closures.reopen(siteId);
                yield Optional.empty();
            }
            case REVIEW -> {
                reviews.ask(siteId, state.note(), OptionalLong.empty());
                yield Optional.empty();
            }
        };
        // The note of a review is said with it, not written on the version.
        boolean described = !state.name().isEmpty() || !state.note().isEmpty() || state.kept();
        made.filter(number -> described)
                .ifPresent(number -> versions.describe(siteId, number, state.name(), state.note(), state.kept()));
    }

    private static Closing notice(String title, String text) {
        return new Closing(Set.of(), Closing.Kind.WORDS, title, text, "");
    }

    private void plan(String siteId, DemoStory.Planned planned, Instant now) {
        PlannedAction action = switch (planned.what()) {
            case "PUBLISH" -> new PlannedAction.PublishDraft();
            case "CLOSE" -> new PlannedAction.Close(notice(planned.notice(), ""));
            default -> new PlannedAction.GoLive(Integer.parseInt(planned.what()), true);
        };
        ZoneId zone = ZoneId.systemDefault();
        LocalDateTime starts =
                LocalDate.ofInstant(now, zone).plusDays(planned.inDays()).atTime(9, 0);
        Optional<LocalDateTime> ends =
                planned.days() == 0 ? Optional.empty() : Optional.of(starts.plusDays(planned.days()));
        plans.add(siteId, action, new Schedule(starts, ends, zone, false, Optional.empty()));
    }

    private static Cost cost(String siteId, DemoStory.Paid paid, Instant now) {
        LocalDate today = LocalDate.ofInstant(now, ZoneOffset.UTC);
        return new Cost(
                paid.what(),
                Optional.of(siteId),
                paid.currency(),
                paid.how(),
                paid.price(),
                Optional.ofNullable(paid.firstYear()),
                0,
                Optional.empty(),
                Optional.ofNullable(paid.yearlyOffer()),
                today.minusDays(paid.sinceDaysAgo()),
                Optional.ofNullable(paid.endsInDays()).map(today::plusDays));
    }

    private void audience(String siteId, DemoStory.Part part) {
        byte[] salt = Ids.secret().substring(0, 16).getBytes(StandardCharsets.US_ASCII);
        audiences.takeOver(
                siteId,
                new AudienceCopies.PartTakenAlong(
                        part.path(),
                        part.way(),
                        part.password().isEmpty() ? "" : SharedPassword.kept(part.password(), salt),
                        Optional.empty(),
                        List.of(),
                        Optional.empty()));
    }

    private static Set<String> declined(DemoStory.State state) {
        return Boolean.TRUE.equals(state.forgetsLinks())
                ? state.removed().stream()
                        .map(path -> "add " + SitePath.requestPath(path))
                        .collect(Collectors.toSet())
                : Set.of();
    }

    private void redirects(String siteId, DemoStory.Redirected redirected) {
        List<Redirect> rules = redirected.rules().stream()
                .map(rule -> facts.reader(siteId)
                        .read(TypedRedirect.of(rule.kind(), rule.source(), rule.target()))
                        .rule()
                        .orElseThrow())
                .toList();
        sets.change(siteId, OptionalLong.empty(), rules, Set.of(), "wrote down what was on the old cards");
        sets.apply(siteId, OptionalLong.empty());
    }

    private void domain(String siteId, DemoStory.Own own) {
        HostName name = new HostName(own.domain());
        if (own.elsewhere()) {
            world.registerElsewhere(own.domain());
            Domain brought = proofs.bring(name);
            elsewhere(own, "@", "A", "127.0.0.1");
            if (own.proven()) {
                elsewhere(
                        own,
                        brought.proof().name().in(name),
                        "TXT",
                        brought.proof().secret());
                proofs.look(brought);
            }
        } else {
            long price = offers.of(name).price().orElseThrow().firstYear();
            registrations.register(name, price);
        }
        for (DemoStory.OwnAddress a : own.addresses()) {
            Address made = claims.claim(
                    siteId, a.address(), new SiteAddresses.Wish(a.role(), OptionalInt.empty(), a.pointsTo()));
            if (a.secure()) {
                toSecure.add(made);
            }
        }
    }

    private void elsewhere(DemoStory.Own own, String name, String type, String data) {
        try {
            world.setElsewhere(own.domain(), name, type, 3600, List.of(data));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Map<String, FileEntry> layer(Path folder) {
        Map<String, FileEntry> files = new TreeMap<>();
        try (Stream<Path> found = Files.walk(folder)) {
            for (Path file : found.filter(Files::isRegularFile).toList()) {
                String path = folder.relativize(file).toString().replace('\\', '/');
                byte[] bytes = Files.readAllBytes(file);
                files.put(path, FileEntries.of(path, blobs.put(bytes), bytes));
            }
            blobs.settle();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return files;
    }
}
