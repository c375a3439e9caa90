package evenharbor.app.practice.world;

import io.swagger.v3.oas.annotations.Hidden;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.springframework.boot.autoconfigure.condition.ConditionalOnBooleanProperty;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Says of a harbor for real that it is no practice harbor. It needs nothing of the practice world, which may be left out. */
@Hidden
@RestController
@ConditionalOnBooleanProperty(name = "harbor.practice", havingValue = false, matchIfMissing = true)
class NoWorldController {

    private final Clock clock;

    NoWorldController(Clock clock) {
        this.clock = clock;
    }

    /** As that of a practice harbor, with nothing in it. */
    record NoPracticeView(
            boolean on,
            Instant now,
            long offsetSeconds,
            List<String> standIns,
            boolean registryDown,
            List<String> names,
            String authority) {}

    @GetMapping("/api/practice")
    NoPracticeView practice() {
        return new NoPracticeView(false, clock.instant(), 0, List.of(), false, List.of(), null);
    }
}
