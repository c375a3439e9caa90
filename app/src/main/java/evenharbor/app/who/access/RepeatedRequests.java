package evenharbor.app.who.access;

import com.google.common.hash.Hasher;
import com.google.common.hash.Hashing;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemAnswer;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.common.secret.Secrets;
import evenharbor.app.common.transaction.DatabaseTime;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.ContentCachingResponseWrapper;

/**
 * Answers a POST that comes twice with one Idempotency-Key as it was answered the first time. What was refused may be tried
 * again under the same key. Where a node dies between carrying out and keeping the answer, it is carried out again after a
 * while, but for what {@link RepeatKeys} keeps in one transaction with the work.
 */
@Component
class RepeatedRequests extends OncePerRequestFilter {

    private static final String KEY = "Idempotency-Key";
    private static final int LONGEST_KEY = 80;
    private static final int MOST_KEPT = 1 << 20;

    /** By the real clock: what was not answered by then never will be. */
    private static final Duration GIVEN_UP_AFTER = Duration.ofMinutes(2);

    private final JdbcClient db;
    private final Secrets secrets;
    private final Clock clock;

    RepeatedRequests(JdbcClient db, Secrets secrets, Clock clock) {
        this.db = db;
        this.secrets = secrets;
        this.clock = clock;
    }

    private record Kept(String fingerprint, Integer status, String type, byte[] body, Instant begunAt) {}

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String key = request.getHeader(KEY);
        return !request.getMethod().equals("POST") || key == null || key.isBlank() || key.length() > LONGEST_KEY;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Optional<String> person = Current.present().map(Person::id);
        if (person.isEmpty()) {
            chain.doFilter(request, response);
            return;
        }
        ReadRequest read = ReadRequest.of(request);
        String key = request.getHeader(KEY);
        String fingerprint = fingerprint(read);
        if (begin(person.get(), key, fingerprint)) {
            carryOut(person.get(), key, read, response, chain);
            return;
        }
        Optional<Kept> kept = kept(person.get(), key);
        if (kept.isEmpty()) {
            // It was refused in this very moment.
            ProblemAnswer.write(response, running());
        } else if (!kept.get().fingerprint.equals(fingerprint)) {
            ProblemAnswer.write(
                    response,
                    new Problem(
                            ProblemType.KEY_USED,
                            "This Idempotency-Key was sent with another request. Nothing was changed by this one. Use a new"
                                    + " key for each."));
        } else if (kept.get().status != null) {
            response.setStatus(kept.get().status);
            if (kept.get().type != null) {
                response.setContentType(kept.get().type);
            }
            response.getOutputStream().write(secrets.opened(kept.get().body).getBytes(StandardCharsets.UTF_8));
        } else if (takenOver(person.get(), key, kept.get())) {
            carryOut(person.get(), key, read, response, chain);
        } else {
            ProblemAnswer.write(response, running());
        }
    }

    private void carryOut(
            String person, String key, ReadRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        ContentCachingResponseWrapper answer = new ContentCachingResponseWrapper(response);
        boolean done = false;
        try {
            chain.doFilter(request, answer);
            byte[] body = answer.getContentAsByteArray();
            done = HttpStatus.valueOf(answer.getStatus()).is2xxSuccessful() && body.length <= MOST_KEPT;
            if (done) {
                db.sql("update repeat_answer set status = ?, type = ?, body = ? where person_id = ? and repeat_key = ?")
                        .params(
                                answer.getStatus(),
                                answer.getContentType(),
                                secrets.sealed(new String(body, StandardCharsets.UTF_8)),
                                person,
                                key)
                        .update();
            }
        } finally {
            if (!done) {
                db.sql("delete from repeat_answer where person_id = ? and repeat_key = ?")
                        .params(person, key)
                        .update();
            }
            answer.copyBodyToResponse();
        }
    }

    private boolean begin(String person, String key, String fingerprint) {
        return db.sql("insert ignore into repeat_answer (person_id, repeat_key, fingerprint, at, begun_at)"
                                + " values (?, ?, ?, ?, ?)")
                        .params(
                                person,
                                key,
                                fingerprint,
                                DatabaseTime.of(clock.instant()),
                                DatabaseTime.of(Instant.now()))
                        .update()
                > 0;
    }

    private Optional<Kept> kept(String person, String key) {
        return db.sql("select fingerprint, status, type, body, begun_at from repeat_answer"
                        + " where person_id = ? and repeat_key = ?")
                .params(person, key)
                .query((row, n) -> new Kept(
                        row.getString("fingerprint"),
                        row.getObject("status", Integer.class),
                        row.getString("type"),
                        row.getBytes("body"),
                        DatabaseTime.read(row, "begun_at")))
                .optional();
    }

    private boolean takenOver(String person, String key, Kept kept) {
        Instant now = Instant.now();
        return kept.begunAt.plus(GIVEN_UP_AFTER).isBefore(now)
                && db.sql(
                                        "update repeat_answer set begun_at = ? where person_id = ? and repeat_key = ? and begun_at = ?")
                                .params(DatabaseTime.of(now), person, key, DatabaseTime.of(kept.begunAt))
                                .update()
                        > 0;
    }

    private static String fingerprint(ReadRequest request) {
        Hasher hasher = Hashing.sha256()
                .newHasher()
                .putString(request.getRequestURI(), StandardCharsets.UTF_8)
                .putByte((byte) '\n')
                .putString(Optional.ofNullable(request.getQueryString()).orElse(""), StandardCharsets.UTF_8)
                .putByte((byte) '\n');
        return hasher.putBytes(request.body()).hash().toString();
    }

    private static Problem running() {
        return new Problem(
                ProblemType.REPEAT_RUNNING,
                "The first request with this Idempotency-Key is still under way. Ask again in a moment.");
    }
}
