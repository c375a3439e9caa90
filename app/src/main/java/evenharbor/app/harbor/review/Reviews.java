package evenharbor.app.harbor.review;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.transaction.DatabaseTime;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.access.Memberships;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.app.who.notice.News;
import evenharbor.app.who.notice.Notices;
import evenharbor.core.harbor.review.ReviewLife;
import evenharbor.core.who.access.Right;
import evenharbor.core.who.notice.NoticeKind;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Asking others to look at a state before it goes out, saying something about its pages, agreeing or sending it back. */
@Service
@Transactional
public class Reviews {

    private static final int MOST = 100;
    private static final int MOST_COMMENTS = 500;
    private static final List<ReviewLife.State> STANDING = List.of(ReviewLife.State.OPEN, ReviewLife.State.AGREED);

    private final ReviewRepository repository;
    private final Sites sites;
    private final Drafts drafts;
    private final Versions versions;
    private final Memberships memberships;
    private final Activities activities;
    private final Notices notices;
    private final JdbcClient db;
    private final Clock clock;

    Reviews(
            ReviewRepository repository,
            Sites sites,
            Drafts drafts,
            Versions versions,
            Memberships memberships,
            Activities activities,
            Notices notices,
            JdbcClient db,
            Clock clock) {
        this.repository = repository;
        this.sites = sites;
        this.drafts = drafts;
        this.versions = versions;
        this.memberships = memberships;
        this.activities = activities;
        this.notices = notices;
        this.db = db;
        this.clock = clock;
    }

    /** Something that was said. @param page path of the page, from the site's root; empty for all of it */
    record Comment(long id, String page, String words, String personId, Instant at) {}

    /**
     * The review that a site's next step depends on.
     *
     * @param state open, or agreed to and not out yet
     * @param askedBy who asked, by their id
     */
    public record Standing(String id, int version, ReviewLife.State state, String askedBy) {}

    /** The latest review of several sites, by site, where it is open, or agreed to and not out yet. */
    @Transactional(readOnly = true)
    public Map<String, Standing> standing(Collection<String> siteIds) {
        return repository.latest(siteIds, STANDING).stream()
                .filter(review -> review.state == ReviewLife.State.OPEN || notOut(review))
                .map(review ->
                        Map.entry(review.siteId, new Standing(review.id, review.version, review.state, review.askedBy)))
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue, (one, other) -> one));
    }

    private boolean notOut(ReviewEntity review) {
        return versions.find(review.siteId, review.version)
                .filter(version -> version.publishedAt().isEmpty())
                .isPresent();
    }

    @Transactional(readOnly = true)
    List<ReviewEntity> of(String siteId) {
        sites.mine(siteId);
        return repository.findBySiteIdOrderByAskedAtDesc(siteId, Limit.of(MOST));
    }

    @Transactional(readOnly = true)
    ReviewEntity one(String siteId, String id) {
        sites.mine(siteId);
        return repository.findByIdAndSiteId(id, siteId).orElseThrow(() -> Problem.notFound("This review"));
    }

    @Transactional(readOnly = true)
    List<Comment> comments(String reviewId) {
        return db.sql("select * from review_comment where review_id = ? order by id")
                .param(reviewId)
                .query((row, n) -> new Comment(
                        row.getLong("id"),
                        row.getString("page"),
                        row.getString("words"),
                        row.getString("person_id"),
                        DatabaseTime.read(row, "at")))
                .list();
    }

    /** The versions that are looked at, or agreed to: they are not cleaned up. */
    @Transactional(readOnly = true)
    Set<Integer> needed(String siteId) {
        return repository.findBySiteIdAndStateIn(siteId, STANDING).stream()
                .map(review -> review.version)
                .collect(Collectors.toSet());
    }

    /**
     * Asks for a review of the draft as it is: it is saved as a version, so that it cannot change under those who look.
     *
     * @param draftRevision the draft that was looked at; stale when it is another by now
     * @return the review's id
     */
    public String ask(String siteId, String words, OptionalLong draftRevision) {
        Site site = sites.mine(siteId);
        Draft draft = drafts.check(siteId, draftRevision);
        if (drafts.files(draft).count() == 0) {
            throw new Problem(ProblemType.NOT_READY, "The draft holds no files. Nothing was changed. Add files first.");
        }
        SavedVersion version = versions.of(siteId).stream()
                .filter(each -> each.manifest().equals(draft.manifest())
                        && each.settings().equals(site.settings())
                        && each.redirects().equals(versions.redirectsNow(siteId)))
                .findFirst()
                .orElseGet(() -> versions.saveDraft(siteId, ""));
        repository
                .findBySiteIdAndStateIn(siteId, List.of(ReviewLife.State.OPEN))
                .forEach(before -> {
                    before.become(before.life().replaced());
                    repository.save(before);
                });
        Person person = Current.person();
        ReviewEntity review = new ReviewEntity();
        review.id = Ids.id();
        review.siteId = siteId;
        review.version = version.number();
        review.askedBy = person.id();
        review.askedAt = clock.instant();
        review.words = words.strip();
        review.become(ReviewLife.asked(person.id()));
        repository.save(review);
        activities.note(ActivityKind.REVIEW_ASKED, siteId, person, version.title());
        tell(
                site,
                review,
                publishers(site, person),
                "asked",
                person.name() + " asks you to review " + site.title(),
                person.name() + " asks you to review " + version.title() + " of " + site.title()
                        + " before it goes out."
                        + (review.words.isEmpty() ? "" : " They write: " + review.words),
                "Visitors see nothing of it until someone publishes it.",
                "Review it, and agree or send it back");
        return review.id;
    }

    /** Says something about a page of what is looked at, or about all of it. */
    void comment(String siteId, String id, String page, String words) {
        Site site = sites.mine(siteId);
        ReviewEntity review = one(siteId, id);
        if (comments(id).size() >= MOST_COMMENTS) {
            throw new Problem(
                    ProblemType.NOT_READY, "There are " + MOST_COMMENTS + " comments already. Nothing was changed.");
        }
        Person person = Current.person();
        db.sql("insert into review_comment (review_id, site_id, page, words, person_id, at) values (?, ?, ?, ?, ?, ?)")
                .params(
                        id,
                        siteId,
                        page.strip(),
                        words.strip(),
                        person.id(),
                        clock.instant().atOffset(ZoneOffset.UTC).toLocalDateTime())
                .update();
        activities.note(
                ActivityKind.REVIEW_COMMENTED,
                siteId,
                person,
                "version " + review.version + (page.isBlank() ? "" : ", " + page.strip()));
        Set<String> others = new LinkedHashSet<>();
        others.add(review.askedBy);
        comments(id).forEach(each -> others.add(each.personId()));
        others.remove(person.id());
        tell(
                site,
                review,
                others,
                "comment " + comments(id).size(),
                person.name() + " commented on " + site.title(),
                person.name() + " writes" + (page.isBlank() ? "" : " about " + page.strip()) + ": " + words.strip(),
                "",
                "See the review");
    }

    /** Agrees to what is looked at, or sends it back. */
    void decide(String siteId, String id, boolean agreed, String answer) {
        Site site = sites.mine(siteId);
        Person person = Current.person();
        ReviewEntity review = change(siteId, id, life -> life.decided(agreed, person.id(), clock.instant(), answer));
        String version = "version " + review.version;
        activities.note(agreed ? ActivityKind.REVIEW_AGREED : ActivityKind.REVIEW_SENT_BACK, siteId, person, version);
        tell(
                site,
                review,
                List.of(review.askedBy),
                "decided",
                person.name() + (agreed ? " agrees to " : " sends back ") + version + " of " + site.title(),
                person.name() + (agreed ? " agrees to " : " sends back ") + version + " of " + site.title() + "."
                        + (answer.isBlank() ? "" : " They write: " + answer.strip()),
                agreed ? "Visitors see it once it is published." : "Visitors see what they saw before.",
                "See the review");
    }

    /** Withdraws a review that one asked for. */
    void withdraw(String siteId, String id) {
        sites.mine(siteId);
        Person person = Current.person();
        ReviewEntity review = change(siteId, id, life -> life.withdrawn(person.id()));
        activities.note(ActivityKind.REVIEW_WITHDRAWN, siteId, person, "version " + review.version);
    }

    private ReviewEntity change(String siteId, String id, UnaryOperator<ReviewLife> event) {
        ReviewEntity review = repository.lock(id, siteId).orElseThrow(() -> Problem.notFound("This review"));
        try {
            review.become(event.apply(review.life()));
        } catch (ReviewLife.Refusal refusal) {
            throw new Problem(ProblemType.NOT_READY, refusal.getMessage());
        }
        return repository.save(review);
    }

    private List<String> publishers(Site site, Person but) {
        return memberships.ofAccount(site.accountId()).entrySet().stream()
                .filter(each -> each.getValue().may(Right.PUBLISH, site.id()))
                .map(Map.Entry::getKey)
                .filter(id -> !id.equals(but.id()))
                .toList();
    }

    private void tell(
            Site site,
            ReviewEntity review,
            Collection<String> whom,
            String key,
            String title,
            String what,
            String unchanged,
            String todo) {
        notices.tell(
                new News(
                        site.accountId(),
                        Optional.of(site.id()),
                        NoticeKind.REVIEW,
                        review.id + " " + key,
                        title,
                        what,
                        unchanged,
                        todo,
                        "/sites/" + site.id() + "/what/reviews/" + review.id),
                whom);
    }
}
