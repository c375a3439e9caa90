package evenharbor.app.who.activity;

import evenharbor.app.who.access.People;
import evenharbor.app.who.access.Person;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The record of what happened, written in the same transaction as what it tells of. */
@Service
public class Activities {

    /** Stands for the site where something belongs to none. */
    public static final String NO_SITE = "";

    private static final String NO_PERSON = "";
    /** After the last entry there can be. */
    private static final long NOW = Long.MAX_VALUE;

    private static final int LONGEST_DETAIL = 480;

    private final ActivityRepository repository;
    private final People people;
    private final Clock clock;

    Activities(ActivityRepository repository, People people, Clock clock) {
        this.repository = repository;
        this.people = people;
        this.clock = clock;
    }

    /**
     * An entry, as people read it.
     *
     * @param id ascending
     * @param kind what happened
     * @param who what the person is called; empty for what Even Harbor did by itself
     * @param detail to what, in words
     * @param at when
     */
    public record Entry(long id, ActivityKind kind, String who, String detail, Instant at) {}

    /** What someone did. @param siteId to which site; empty where it belongs to none */
    public record DoneBy(long id, ActivityKind kind, String siteId, String detail, Instant at) {}

    /** Stands for the person where Even Harbor did something by itself. */
    public static Person harbor(String accountId) {
        return new Person(NO_PERSON, accountId, "", "");
    }

    /** What a request for earlier entries says. @param id of the first entry that is not wanted; null for none */
    public static OptionalLong before(Long id) {
        return id == null ? OptionalLong.empty() : OptionalLong.of(id);
    }

    /** Notes that a person did something to a site. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void note(ActivityKind kind, String siteId, Person person, String detail) {
        note(kind, siteId, person, detail, Optional.empty());
    }

    /** The same. @param effect what it came to for visitors, where the kind does not say */
    @Transactional(propagation = Propagation.MANDATORY)
    public void note(ActivityKind kind, String siteId, Person person, String detail, Optional<ActivityKind> effect) {
        Activity activity = new Activity();
        activity.accountId = person.accountId();
        activity.siteId = siteId;
        activity.personId = person.id();
        activity.kind = kind;
        activity.detail = detail.length() > LONGEST_DETAIL ? detail.substring(0, LONGEST_DETAIL) + "…" : detail;
        activity.at = clock.instant();
        activity.effect = effect.orElse(null);
        repository.save(activity);
    }

    /** What happened to a site before an entry, or until now, the latest first. */
    @Transactional(readOnly = true)
    public List<Entry> of(String siteId, OptionalLong before, int most) {
        return entries(repository.findBySiteIdAndIdLessThanOrderByIdDesc(siteId, before.orElse(NOW), Limit.of(most)));
    }

    /** What someone did in an account before an entry, or until now, the latest first. */
    @Transactional(readOnly = true)
    public List<DoneBy> by(String accountId, String personId, OptionalLong before, int most) {
        return repository
                .findByAccountIdAndPersonIdAndIdLessThanOrderByIdDesc(
                        accountId, personId, before.orElse(NOW), Limit.of(most))
                .stream()
                .map(a -> new DoneBy(a.id, a.kind, a.siteId, a.detail, a.at))
                .toList();
    }

    /**
     * Something that happened, of any account.
     *
     * @param siteId to which site; empty where it belongs to none
     * @param effect what it came to for visitors, where the kind does not say
     */
    public record Happening(
            long id,
            String accountId,
            String siteId,
            String personId,
            ActivityKind kind,
            Optional<ActivityKind> effect,
            String detail,
            Instant at) {}

    /** What happened after an entry, of all accounts, in its order. */
    @Transactional(readOnly = true)
    public List<Happening> after(long id, int most) {
        return repository.findByIdGreaterThanOrderById(id, Limit.of(most)).stream()
                .map(Activities::happening)
                .toList();
    }

    /** What happened in an account last, the latest first. */
    @Transactional(readOnly = true)
    public List<Happening> latest(String accountId, int most) {
        return repository.findByAccountIdOrderByIdDesc(accountId, Limit.of(most)).stream()
                .map(Activities::happening)
                .toList();
    }

    private static Happening happening(Activity a) {
        return new Happening(
                a.id, a.accountId, a.siteId, a.personId, a.kind, Optional.ofNullable(a.effect), a.detail, a.at);
    }

    /** What happened to things of an account that belong to no site, before an entry or until now, the latest first. */
    @Transactional(readOnly = true)
    public List<Entry> ofAccount(String accountId, OptionalLong before, int most) {
        return entries(repository.findByAccountIdAndSiteIdAndIdLessThanOrderByIdDesc(
                accountId, NO_SITE, before.orElse(NOW), Limit.of(most)));
    }

    private List<Entry> entries(List<Activity> found) {
        People.Names names = people.names(found.stream().map(a -> a.personId).toList());
        return found.stream()
                .map(a -> new Entry(
                        a.id, a.kind, a.personId.equals(NO_PERSON) ? "" : names.of(a.personId), a.detail, a.at))
                .toList();
    }
}
