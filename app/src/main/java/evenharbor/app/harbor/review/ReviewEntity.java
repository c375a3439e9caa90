package evenharbor.app.harbor.review;

import evenharbor.core.harbor.review.ReviewLife;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;

/** One review; the row is its life. */
@Entity
@Table(name = "review")
class ReviewEntity {

    @Id
    String id;

    String siteId;

    /** Number of the version that is looked at. */
    int version;

    String askedBy;
    Instant askedAt;
    String words;

    @Enumerated(EnumType.STRING)
    ReviewLife.State state;

    String decidedBy;
    Instant decidedAt;
    String answer;

    @Version
    long revision;

    ReviewLife life() {
        return new ReviewLife(
                state,
                askedBy,
                Optional.ofNullable(decidedBy).map(by -> new ReviewLife.Decision(by, decidedAt, answer)));
    }

    void become(ReviewLife life) {
        state = life.state();
        decidedBy = life.decision().map(ReviewLife.Decision::by).orElse(null);
        decidedAt = life.decision().map(ReviewLife.Decision::at).orElse(null);
        answer = life.decision().map(ReviewLife.Decision::answer).orElse("");
    }
}
