package evenharbor.app.who.access;

import com.google.common.hash.Hashing;
import evenharbor.app.common.problem.Problem;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Component;

/** Where someone is signed in, and ending that. A session's own id opens it, so it is named by its hash. */
@Component
class Sessions {

    private static final String AGENT = "agent";
    private static final String REMOTE = "remote";
    private static final int LONGEST = 200;
    private static final Pattern BROWSER = Pattern.compile("(Firefox|Edg|Chrome|Safari)/\\d+");

    private final FindByIndexNameSessionRepository<? extends Session> repository;

    Sessions(FindByIndexNameSessionRepository<? extends Session> repository) {
        this.repository = repository;
    }

    /**
     * Where someone is signed in.
     *
     * @param id names it in the list
     * @param agent what the browser says of itself
     * @param remote from which number it began
     * @param own whether it is that of the request
     */
    record SessionView(String id, String agent, String remote, Instant since, Instant lastUsedAt, boolean own) {}

    /** The browser that a request comes from, as people call it. */
    static String browser(HttpServletRequest request) {
        Matcher name = BROWSER.matcher(Objects.requireNonNullElse(request.getHeader("User-Agent"), ""));
        return name.find() ? name.group(1).replace("Edg", "Edge") : "another program";
    }

    /** Notes where a session begins. */
    void describe(HttpSession session, HttpServletRequest request) {
        String agent = Objects.requireNonNullElse(request.getHeader("User-Agent"), "");
        session.setAttribute(AGENT, agent.length() > LONGEST ? agent.substring(0, LONGEST) : agent);
        session.setAttribute(REMOTE, request.getRemoteAddr());
    }

    /** Where a person is signed in, the last used first. */
    List<SessionView> of(Person person, HttpServletRequest request) {
        HttpSession own = request.getSession(false);
        return repository.findByPrincipalName(person.id()).values().stream()
                .filter(session -> !session.isExpired())
                .map(session -> new SessionView(
                        name(session.getId()),
                        Objects.requireNonNullElse(session.getAttribute(AGENT), ""),
                        Objects.requireNonNullElse(session.getAttribute(REMOTE), ""),
                        session.getCreationTime(),
                        session.getLastAccessedTime(),
                        own != null && session.getId().equals(own.getId())))
                .sorted(Comparator.comparing(SessionView::lastUsedAt).reversed())
                .toList();
    }

    /** Ends one of a person's sessions. */
    void end(Person person, String id) {
        String found = repository.findByPrincipalName(person.id()).keySet().stream()
                .filter(each -> name(each).equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("This session"));
        repository.deleteById(found);
    }

    /** Ends all of a person's sessions, but for that of the request. */
    void endOthers(Person person, HttpServletRequest request) {
        HttpSession own = request.getSession(false);
        repository.findByPrincipalName(person.id()).keySet().stream()
                .filter(each -> own == null || !each.equals(own.getId()))
                .forEach(repository::deleteById);
    }

    /** Ends all of someone's sessions. */
    void endAll(String personId) {
        repository.findByPrincipalName(personId).keySet().forEach(repository::deleteById);
    }

    private static String name(String sessionId) {
        return Hashing.sha256()
                .hashString(sessionId, StandardCharsets.UTF_8)
                .toString()
                .substring(0, 16);
    }
}
