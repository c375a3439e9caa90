package evenharbor.app.who.access;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemAnswer;
import evenharbor.app.common.problem.ProblemType;
import io.github.bucket4j.Bucket;
import io.github.bucket4j.ConsumptionProbe;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets each person ask so often in a minute, and tells in each answer how often they still may
 * (draft-ietf-httpapi-ratelimit-headers). It is there so that a script that went wild leaves room for others; each node
 * counts by itself.
 */
@Component
class RequestLimits extends OncePerRequestFilter {

    private static final Duration WINDOW = Duration.ofMinutes(1);
    private final long most;
    private final Cache<String, Bucket> buckets = Caffeine.newBuilder()
            .maximumSize(10_000)
            .expireAfterAccess(WINDOW.multipliedBy(2))
            .build();

    RequestLimits(@Value("${harbor.api.requests-per-minute}") long most) {
        this.most = most;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Optional<String> person = Current.present().map(Person::id);
        if (person.isEmpty() || !request.getRequestURI().startsWith("/api/")) {
            chain.doFilter(request, response);
            return;
        }
        ConsumptionProbe probe = buckets.get(person.get(), id -> bucket()).tryConsumeAndReturnRemaining(1);
        response.setHeader("RateLimit-Policy", "\"person\";q=" + most + ";w=" + WINDOW.toSeconds());
        response.setHeader(
                "RateLimit",
                "\"person\";r=" + probe.getRemainingTokens() + ";t=" + seconds(probe.getNanosToWaitForReset()));
        if (probe.isConsumed()) {
            chain.doFilter(request, response);
            return;
        }
        long wait = Math.max(1, seconds(probe.getNanosToWaitForRefill()));
        response.setHeader(HttpHeaders.RETRY_AFTER, Long.toString(wait));
        ProblemAnswer.write(
                response,
                new Problem(
                        ProblemType.TOO_MANY_TRIES,
                        "More than " + most + " requests came within a minute. This one was not carried out. Go on in "
                                + wait + " s."));
    }

    private Bucket bucket() {
        return Bucket.builder()
                .addLimit(limit -> limit.capacity(most).refillGreedy(most, WINDOW))
                .build();
    }

    /** Whole seconds, rounded up. */
    private static long seconds(long nanos) {
        return Duration.ofNanos(nanos).plusMillis(999).toSeconds();
    }
}
