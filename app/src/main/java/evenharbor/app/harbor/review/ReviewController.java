package evenharbor.app.harbor.review;

import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.People;
import evenharbor.core.harbor.review.ReviewLife;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Reviews over HTTP. */
@RestController
@RequestMapping("/api/sites/{siteId}")
class ReviewController {

    private final Reviews reviews;
    private final Agreements agreements;
    private final Versions versions;
    private final Drafts drafts;
    private final People people;

    ReviewController(Reviews reviews, Agreements agreements, Versions versions, Drafts drafts, People people) {
        this.reviews = reviews;
        this.agreements = agreements;
        this.versions = versions;
        this.drafts = drafts;
        this.people = people;
    }

    /** Something that was said. @param page path of the page; empty for all of it */
    record CommentView(long id, String page, String words, String who, Instant at) {}

    /**
     * A review.
     *
     * @param version number of the version that is looked at
     * @param mine whether whoever asks for it here asked for the review
     * @param out when the version went out, if it did; null while it has not
     * @param sameAsDraft whether the draft still is what is looked at
     */
    record ReviewedView(
            String id,
            int version,
            ReviewLife.State state,
            String askedBy,
            boolean mine,
            Instant askedAt,
            String words,
            @Schema(nullable = true) String decidedBy,
            @Schema(nullable = true) Instant decidedAt,
            String answer,
            List<CommentView> comments,
            @Schema(nullable = true) Instant out,
            boolean sameAsDraft) {}

    /** The reviews of a site, the latest first. @param needed whether another person has to agree before anything goes out */
    record ReviewsView(boolean needed, List<ReviewedView> reviews) {}

    record NewReview(
            @NotNull @Size(max = 1000, message = "Use at most 1,000 characters.")
            String words,

            long draftRevision) {}

    record NewComment(
            @NotNull @Size(max = 700, message = "Use at most 700 characters.")
            String page,

            @NotBlank(message = "Write what you want to say.")
            @Size(max = 2000, message = "Use at most 2,000 characters.")
            String words) {}

    record DecisionForm(
            boolean agreed,

            @NotNull @Size(max = 1000, message = "Use at most 1,000 characters.")
            String answer) {}

    record ReviewRuleForm(boolean needed) {}

    @GetMapping("/reviews")
    ReviewsView all(@PathVariable String siteId) {
        List<ReviewEntity> all = reviews.of(siteId);
        return new ReviewsView(
                agreements.needed(siteId),
                all.stream().map(review -> view(siteId, review)).toList());
    }

    @GetMapping("/reviews/{reviewId}")
    ReviewedView one(@PathVariable String siteId, @PathVariable String reviewId) {
        return view(siteId, reviews.one(siteId, reviewId));
    }

    @PostMapping("/reviews")
    @ResponseStatus(HttpStatus.CREATED)
    ReviewedView ask(@PathVariable String siteId, @Valid @RequestBody NewReview form) {
        return one(siteId, reviews.ask(siteId, form.words(), OptionalLong.of(form.draftRevision())));
    }

    @PostMapping("/reviews/{reviewId}/comments")
    @ResponseStatus(HttpStatus.CREATED)
    ReviewedView comment(
            @PathVariable String siteId, @PathVariable String reviewId, @Valid @RequestBody NewComment form) {
        reviews.comment(siteId, reviewId, form.page(), form.words());
        return one(siteId, reviewId);
    }

    @PutMapping("/reviews/{reviewId}/decision")
    ReviewedView decide(
            @PathVariable String siteId, @PathVariable String reviewId, @Valid @RequestBody DecisionForm form) {
        reviews.decide(siteId, reviewId, form.agreed(), form.answer());
        return one(siteId, reviewId);
    }

    @DeleteMapping("/reviews/{reviewId}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdraw(@PathVariable String siteId, @PathVariable String reviewId) {
        reviews.withdraw(siteId, reviewId);
    }

    @PutMapping("/review-rule")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setRule(@PathVariable String siteId, @RequestBody ReviewRuleForm form) {
        agreements.set(siteId, form.needed());
    }

    private ReviewedView view(String siteId, ReviewEntity review) {
        List<Reviews.Comment> comments = reviews.comments(review.id);
        List<String> ids =
                new ArrayList<>(comments.stream().map(Reviews.Comment::personId).toList());
        ids.add(review.askedBy);
        Optional.ofNullable(review.decidedBy).ifPresent(ids::add);
        People.Names names = people.names(ids);
        Optional<SavedVersion> version = versions.find(siteId, review.version);
        return new ReviewedView(
                review.id,
                review.version,
                review.state,
                names.of(review.askedBy),
                review.askedBy.equals(Current.person().id()),
                review.askedAt,
                review.words,
                Optional.ofNullable(review.decidedBy).map(names::of).orElse(null),
                review.decidedAt,
                review.answer,
                comments.stream()
                        .map(each -> new CommentView(
                                each.id(), each.page(), each.words(), names.of(each.personId()), each.at()))
                        .toList(),
                version.flatMap(SavedVersion::publishedAt).orElse(null),
                version.filter(each -> each.manifest().equals(drafts.of(siteId).manifest()))
                        .isPresent());
    }
}
