package evenharbor.app.common.problem;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.http.MediaType;
import tools.jackson.databind.json.JsonMapper;

/** Writes the answer of a request that is refused before any controller has it. */
public final class ProblemAnswer {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private ProblemAnswer() {}

    /** Answers with a problem (RFC 9457). */
    public static void write(HttpServletResponse response, Problem problem) throws IOException {
        Map<String, Object> members = new LinkedHashMap<>();
        members.put("type", problem.type().uri());
        members.put("title", problem.type().title());
        members.put("status", problem.type().status());
        members.put("detail", problem.getMessage());
        members.putAll(problem.extra());
        response.setStatus(problem.type().status());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getWriter().write(JSON.writeValueAsString(members));
    }
}
