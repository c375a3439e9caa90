package evenharbor.app.overview.message;

import evenharbor.app.common.problem.Problem;
import io.swagger.v3.oas.annotations.Hidden;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** The feed of what happened over HTTP: its URL for the person, the feed for their reader. */
@RestController
class FeedController {

    private final HappeningsFeed feed;

    FeedController(HappeningsFeed feed) {
        this.feed = feed;
    }

    record FeedView(String url) {}

    @GetMapping("/api/feed")
    FeedView url() {
        return new FeedView(feed.url());
    }

    @PostMapping("/api/feed/renewal")
    FeedView renew() {
        return new FeedView(feed.renewed());
    }

    @Hidden
    @GetMapping(path = "/feed/{token}.atom", produces = "application/atom+xml;charset=utf-8")
    String read(@PathVariable String token) {
        return feed.read(token).orElseThrow(() -> Problem.notFound("This feed"));
    }
}
