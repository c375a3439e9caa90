package evenharbor.app.who.access;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

/** Who asks more often than they may is told when to go on; others are served. */
class RequestLimitsTest {

    private final RequestLimits limits = new RequestLimits(3);
    private final AtomicInteger served = new AtomicInteger();

    private MockHttpServletResponse ask(String person) throws Exception {
        MockHttpServletResponse response = new MockHttpServletResponse();
        Exception[] thrown = new Exception[1];
        Current.as(new Person(person, "account", person, ""), () -> {
            try {
                limits.doFilter(
                        new MockHttpServletRequest("GET", "/api/sites"),
                        response,
                        (request, answer) -> served.incrementAndGet());
            } catch (Exception e) {
                thrown[0] = e;
            }
        });
        assertThat(thrown[0]).isNull();
        return response;
    }

    @Test
    void theFourthOfThreeIsRefusedAndAnotherPersonIsNot() throws Exception {
        assertThat(ask("ines").getHeader("RateLimit")).startsWith("\"person\";r=2;");
        ask("ines");
        ask("ines");
        MockHttpServletResponse fourth = ask("ines");
        assertThat(fourth.getStatus()).isEqualTo(429);
        assertThat(Integer.parseInt(fourth.getHeader("Retry-After"))).isBetween(1, 20);
        assertThat(fourth.getContentAsString()).contains("This one was not carried out");
        assertThat(served).hasValue(3);
        assertThat(ask("bo").getStatus()).isEqualTo(200);
    }
}
