package evenharbor.core.who.audience;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class PassesTest {

    private static final Instant NOW = Instant.parse("2026-12-01T12:00:00Z");
    private static final Guard GUARD = new Guard("members", 3, new Audience.WithPassword("kept"));
    private static final String HOST = "papermoon.art.localhost";

    private final Passes passes = new Passes(new byte[32]);

    private boolean admits(String pass, String host, Guard guard, Instant now) {
        return passes.admits(pass, host, guard, now);
    }

    @Test
    void aPassLetsInUntilItsEndAndNowhereElse() {
        String pass = passes.issue(HOST, GUARD, NOW);
        assertThat(admits(pass, HOST, GUARD, NOW)).isTrue();
        assertThat(admits(pass, HOST, GUARD, NOW.plus(Passes.LASTS).minusSeconds(1)))
                .isTrue();
        assertThat(admits(pass, HOST, GUARD, NOW.plus(Passes.LASTS))).isFalse();
        assertThat(admits(pass, "other.art.localhost", GUARD, NOW))
                .as("replayed on another host")
                .isFalse();
        assertThat(admits(pass, HOST, new Guard("members", 4, GUARD.audience()), NOW))
                .as("renewed since")
                .isFalse();
        assertThat(admits(pass, HOST, new Guard("press", 3, GUARD.audience()), NOW))
                .as("of another part")
                .isFalse();
        assertThat(new Passes(new byte[] {1, 2}).admits(pass, HOST, GUARD, NOW))
                .as("signed by another key")
                .isFalse();
    }

    @Test
    void whatWasForgedLetsNobodyIn() {
        String pass = passes.issue(HOST, GUARD, NOW);
        Random random = new Random(1);
        for (int i = 0; i < 2_000; i++) {
            StringBuilder forged = new StringBuilder(pass);
            forged.setCharAt(random.nextInt(pass.length()), (char) (33 + random.nextInt(94)));
            if (!forged.toString().equals(pass)) {
                assertThat(admits(forged.toString(), HOST, GUARD, NOW))
                        .as("%s", forged)
                        .isFalse();
            }
        }
        for (String none : new String[] {"", ".", "a", "zzzzzzzzzzzzzzzzzzzz.", pass.substring(3), pass + "x", "é.ü"}) {
            assertThat(admits(none, HOST, GUARD, NOW)).as(none).isFalse();
        }
    }

    @Test
    void aLinkThatEndsTakesItsPassesAlong() {
        Guard link =
                new Guard("review", 1, new Audience.WithLink("digest", Optional.of(NOW.plus(Duration.ofHours(1)))));
        String pass = passes.issue(HOST, link, NOW);
        assertThat(admits(pass, HOST, link, NOW.plusSeconds(3_599))).isTrue();
        assertThat(admits(pass, HOST, link, NOW.plusSeconds(3_600))).isFalse();
        Guard ended = new Guard("review", 1, new Audience.WithLink("digest", Optional.of(NOW.minusSeconds(1))));
        assertThat(admits(pass, HOST, ended, NOW)).as("ended by hand").isFalse();
    }

    @Test
    void whoIsTakenOffTheListIsNotLetInAnyMore() {
        Guard named = new Guard("press", 1, new Audience.Named(Set.of("ada@x.example", "bob@x.example")));
        String ada = passes.issue(HOST, named, "ada@x.example", NOW);
        String bob = passes.issue(HOST, named, "bob@x.example", NOW);
        assertThat(passes.holder(ada, HOST, named, NOW)).contains("ada@x.example");
        Guard without = new Guard("press", 1, new Audience.Named(Set.of("bob@x.example")));
        assertThat(admits(ada, HOST, without, NOW)).isFalse();
        assertThat(admits(bob, HOST, without, NOW)).as("the others stay").isTrue();
        assertThat(admits(passes.issue(HOST, named, NOW), HOST, named, NOW))
                .as("nobody's")
                .isFalse();
        String[] parts = ada.split("\\.");
        assertThat(admits(parts[0] + "." + bob.split("\\.")[1] + "." + parts[2], HOST, named, NOW))
                .as("with another's name")
                .isFalse();
        Guard school = new Guard("press", 1, new Audience.Organisation(Set.of("school.example")));
        assertThat(admits(passes.issue(HOST, school, "ada@school.example", NOW), HOST, school, NOW))
                .isTrue();
        for (String other : new String[] {"ada@x.school.example", "ada@school.example.x", "school.example", ""}) {
            assertThat(admits(passes.issue(HOST, school, other, NOW), HOST, school, NOW))
                    .as(other)
                    .isFalse();
        }
    }

    @Test
    void aSharedPasswordIsToldByWhatIsKept() {
        String kept = SharedPassword.kept("moon over quay", "0123456789abcdef".getBytes());
        assertThat(kept).startsWith("pbkdf2$310000$").doesNotContain("moon");
        assertThat(SharedPassword.matches("moon over quay", kept)).isTrue();
        assertThat(SharedPassword.matches("moon over quai", kept)).isFalse();
        assertThat(SharedPassword.matches("x".repeat(5_000), kept)).isFalse();
        assertThat(SharedPassword.matches("moon over quay", "")).isFalse();
        assertThat(LinkSecret.matches("abc", LinkSecret.digest("abc"))).isTrue();
        assertThat(LinkSecret.matches("abd", LinkSecret.digest("abc"))).isFalse();
    }
}
