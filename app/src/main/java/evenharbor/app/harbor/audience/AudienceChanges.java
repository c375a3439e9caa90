package evenharbor.app.harbor.audience;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.secret.Secrets;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Sites;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.app.who.mail.Outbox;
import evenharbor.core.who.audience.Audience;
import evenharbor.core.who.audience.AudienceRules;
import evenharbor.core.who.audience.LinkSecret;
import evenharbor.core.who.audience.SharedPassword;
import evenharbor.core.who.mail.MailAddress;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Says who is let in to sites and their parts. */
@Service
@Transactional
class AudienceChanges {

    private static final int MOST_PARTS = 100;
    private static final int SALT = 16;

    private final AudiencePartRepository repository;
    private final Audiences audiences;
    private final AudienceLists lists;
    private final PeopleLists peopleLists;
    private final Sites sites;
    private final LiveStates states;
    private final Secrets secrets;
    private final Outbox outbox;
    private final Activities activities;
    private final ApplicationEventPublisher events;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    AudienceChanges(
            AudiencePartRepository repository,
            Audiences audiences,
            AudienceLists lists,
            PeopleLists peopleLists,
            Sites sites,
            LiveStates states,
            Secrets secrets,
            Outbox outbox,
            Activities activities,
            ApplicationEventPublisher events,
            Clock clock) {
        this.repository = repository;
        this.audiences = audiences;
        this.lists = lists;
        this.peopleLists = peopleLists;
        this.sites = sites;
        this.states = states;
        this.secrets = secrets;
        this.outbox = outbox;
        this.activities = activities;
        this.events = events;
        this.clock = clock;
    }

    /**
     * Says who is let in to a part; what was said of it before is replaced.
     *
     * @param typed the part as a person typed it
     * @param password for a password; empty to keep the one that a part has
     * @param until for a link, when it ends
     * @param named who is let in by name
     * @param asked what who registers is asked
     */
    AudiencePart put(
            String siteId,
            String typed,
            AudienceWay way,
            Optional<String> password,
            Optional<Instant> until,
            ByName named,
            Optional<Audience.Registered> asked) {
        locked(siteId);
        String path = audiences.path(siteId, typed);
        Optional<AudiencePart> before = repository.findBySiteIdAndPath(siteId, path);
        if (before.isEmpty() && repository.findBySiteIdOrderByPath(siteId).size() >= MOST_PARTS) {
            throw new Problem(
                    ProblemType.NOT_READY,
                    "This site has " + MOST_PARTS + " such parts already. Nothing was changed. Remove some first.");
        }
        AudiencePart part = before.orElseGet(() -> fresh(siteId, path));
        boolean same = before.isPresent() && part.way == way;
        part.way = way;
        part.untilAt = null;
        switch (way) {
            case EVERYONE -> keep(part, "", null);
            case PASSWORD -> password(part, same, password);
            case LINK -> {
                until.filter(at -> !at.isAfter(clock.instant())).ifPresent(at -> {
                    throw Problem.field("until", "This time is over. Choose a later one, or none.");
                });
                part.untilAt = until.orElse(null);
                if (!same) {
                    newLink(part);
                }
            }
            case PEOPLE, ORGANISATION, REGISTER -> {
                if (way != AudienceWay.REGISTER
                        || asked.filter(Audience.Registered::confirmed).isPresent()) {
                    outbox.needed();
                }
                if (!same) {
                    keep(part, "", null);
                }
            }
        }
        AudiencePart saved = saved(part, words(part));
        switch (way) {
            case PEOPLE -> people(part, named);
            case ORGANISATION -> organisation(part, named);
            case REGISTER ->
                lists.set(part, usable(path, asked.orElseThrow(() -> Problem.field("consent", "Say what is asked."))));
            case EVERYONE, PASSWORD, LINK -> lists.clear(part.id);
        }
        return saved;
    }

    private static Audience.Registered usable(String path, Audience.Registered asked) {
        String page = AudienceRules.formPage(path, asked.page())
                .orElseThrow(() -> Problem.field(
                        "page",
                        "Type a page such as /register.html. It is open to everyone: it must not hold " + path));
        return new Audience.Registered(asked.after(), asked.name(), asked.consent(), asked.confirmed(), page);
    }

    /** Who is let in by name. @param pasted addresses or domains, as they were pasted @param lists ids of lists */
    record ByName(String pasted, List<String> lists) {}

    private void people(AudiencePart part, ByName named) {
        List<String> emails = PeopleLists.read(named.pasted()).addresses();
        List<String> own =
                named.lists().stream().distinct().map(peopleLists::own).toList();
        if (emails.isEmpty() && own.isEmpty()) {
            throw Problem.field("emails", "Name someone: paste their e-mails, or choose a list.");
        }
        lists.set(part, emails, own);
    }

    private void organisation(AudiencePart part, ByName named) {
        List<String> domains = Arrays.stream(named.pasted().split("[\\s,;]+"))
                .filter(each -> !each.isBlank())
                .map(each -> MailAddress.domain(each.substring(each.lastIndexOf('@') + 1))
                        .orElseThrow(() -> Problem.field(
                                "emails", "“" + each + "” is no domain. Type one such as school.example.")))
                .distinct()
                .map(domain -> "@" + domain)
                .toList();
        if (domains.isEmpty()) {
            throw Problem.field("emails", "Type the domain of their e-mails, such as school.example.");
        }
        lists.set(part, domains, List.of());
    }

    private void password(AudiencePart part, boolean same, Optional<String> password) {
        if (password.isEmpty() && same) {
            return;
        }
        String chosen = password.orElse("");
        if (chosen.length() < SharedPassword.SHORTEST || chosen.length() > SharedPassword.LONGEST) {
            throw Problem.field(
                    "password",
                    "Choose a password of " + SharedPassword.SHORTEST + " to " + SharedPassword.LONGEST
                            + " characters.");
        }
        byte[] salt = new byte[SALT];
        random.nextBytes(salt);
        keep(part, SharedPassword.kept(chosen, salt), null);
    }

    private void newLink(AudiencePart part) {
        String secret = Ids.secret();
        keep(part, LinkSecret.digest(secret), secrets.sealed(secret));
    }

    /** What lets in is another from now on: who was let in before is asked again. */
    private static void keep(AudiencePart part, String kept, byte[] sealed) {
        part.kept = kept;
        part.sealed = sealed;
        part.generation++;
    }

    /** Ends all that was let in to a part; a link gets another secret. */
    AudiencePart renew(String siteId, String id) {
        locked(siteId);
        AudiencePart part = part(siteId, id);
        if (part.way == AudienceWay.LINK) {
            newLink(part);
        } else {
            part.generation++;
        }
        return saved(part, part.path + ", renewed: whoever was let in before is asked again");
    }

    /** Takes away what was said of a part: it is then as the part it lies in. */
    void remove(String siteId, String id) {
        locked(siteId);
        AudiencePart part = part(siteId, id);
        lists.clear(part.id);
        repository.delete(part);
        activities.note(
                ActivityKind.AUDIENCE_CHANGED, siteId, Current.person(), part.path + " is as the part around it");
        events.publishEvent(new AudienceChanged(siteId));
    }

    /** Lets in who knows another password, of which only what is kept is known. */
    AudiencePart keepPassword(AudiencePart part, String kept) {
        keep(part, kept, null);
        return saved(part, words(part));
    }

    private void locked(String siteId) {
        sites.mine(siteId);
        // The site first, then what it owns: the one order of locks.
        states.lock(siteId);
    }

    private AudiencePart part(String siteId, String id) {
        return repository.findByIdAndSiteId(id, siteId).orElseThrow(() -> Problem.notFound("This part"));
    }

    private static AudiencePart fresh(String siteId, String path) {
        AudiencePart part = new AudiencePart();
        part.id = Ids.id();
        part.siteId = siteId;
        part.path = path;
        part.kept = "";
        return part;
    }

    private AudiencePart saved(AudiencePart part, String what) {
        part.changedBy = Current.person().id();
        part.changedAt = clock.instant();
        AudiencePart saved = repository.save(part);
        activities.note(ActivityKind.AUDIENCE_CHANGED, part.siteId, Current.person(), what);
        events.publishEvent(new AudienceChanged(part.siteId));
        return saved;
    }

    private static String words(AudiencePart part) {
        return part.path
                + switch (part.way) {
                    case EVERYONE -> " is for everyone";
                    case PASSWORD -> " is for whoever knows its password";
                    case LINK -> " is for whoever has its link";
                    case PEOPLE -> " is for named people";
                    case ORGANISATION -> " is for everyone of an organisation";
                    case REGISTER -> " is for whoever registers";
                };
    }
}
