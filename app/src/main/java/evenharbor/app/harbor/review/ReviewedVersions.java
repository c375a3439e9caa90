package evenharbor.app.harbor.review;

import evenharbor.app.what.version.VersionUser;
import java.util.Set;
import org.springframework.stereotype.Component;

/** What is looked at, or agreed to and not out yet, is not cleaned up. */
@Component
class ReviewedVersions implements VersionUser {

    private final Reviews reviews;

    ReviewedVersions(Reviews reviews) {
        this.reviews = reviews;
    }

    @Override
    public Set<Integer> needed(String siteId) {
        return reviews.needed(siteId);
    }
}
