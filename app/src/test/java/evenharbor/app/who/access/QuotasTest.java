package evenharbor.app.who.access;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.time.Clock;
import java.util.function.BiConsumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;

/** What an account may have, counted where it is used. */
class QuotasTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final ApiClient person = harbor.person();
    private final String account =
            person.get("/api/session").json().get("accountId").asString();

    private void ask(int limit, BiConsumer<Quotas, String> what) {
        Quotas quotas = new Quotas(
                new QuotaProperties(limit, limit, limit), harbor.bean(JdbcClient.class), harbor.bean(Clock.class));
        harbor.bean(TransactionTemplate.class).executeWithoutResult(t -> what.accept(quotas, account));
    }

    private void refused(int limit, BiConsumer<Quotas, String> what, String words) {
        assertThatThrownBy(() -> ask(limit, what))
                .isInstanceOfSatisfying(Problem.class, e -> assertThat(e.type()).isEqualTo(ProblemType.QUOTA_REACHED))
                .hasMessageContaining(words)
                .hasMessageContaining("Nothing was changed");
    }

    private static BiConsumer<Quotas, String> names(String... labels) {
        return (quotas, account) -> quotas.moreNames(
                account,
                Stream.of(labels).map(label -> label + ".harbor.localhost").toList());
    }

    @Test
    void whoHasALimitSeesHowMuchOfItIsUsed() {
        person.live("quota-seen");
        person.site("Without a name");
        ask(
                5,
                (quotas, account) -> assertThat(quotas.uses(account))
                        .containsExactly(
                                new Quotas.QuotaUse(Quotas.Kind.SITES, 2, 5),
                                new Quotas.QuotaUse(Quotas.Kind.NAMES, 1, 5),
                                new Quotas.QuotaUse(Quotas.Kind.SENDS_PER_DAY, 0, 5)));
        ask(0, (quotas, account) -> assertThat(quotas.uses(account)).isEmpty());
        assertThat(person.get("/api/account/quotas").is(200).json())
                .describedAs("no limit is set here")
                .isEmpty();
    }

    @Test
    void whatIsThereIsCountedAndOneMoreIsRefusedInWords() {
        person.live("quota-one");
        String second = person.live("quota-two");
        assertThatCode(() -> ask(3, Quotas::oneSiteMore)).doesNotThrowAnyException();
        refused(
                2,
                Quotas::oneSiteMore,
                "An account may have 2 sites on this harbor, and yours would have 3. Nothing was changed.");
        refused(1, Quotas::oneSiteMore, "may have 1 site on this harbor");
        refused(2, names("quota-three"), "may have 2 names on this harbor, and yours would have 3.");
        assertThatCode(() -> ask(3, names("quota-three"))).doesNotThrowAnyException();
        refused(3, names("quota-three", "quota-four"), "yours would have 4.");
        person.claim(second, "quota-two.harbor.localhost/docs", "ALIAS", "").is(201);
        assertThatCode(() -> ask(3, names("quota-three")))
                .describedAs("a path under a name is no further name")
                .doesNotThrowAnyException();
        assertThatCode(() -> ask(1, names("quota-two")))
                .describedAs("who has too many since the limit was lowered may go on with those")
                .doesNotThrowAnyException();
        assertThatCode(() -> ask(1, Quotas::oneSendMore)).doesNotThrowAnyException();
        person.delete("/api/sites/" + second).is(200);
        refused(2, Quotas::oneSiteMore, "yours would have 3");
        assertThatCode(() -> ask(0, Quotas::oneSiteMore)).doesNotThrowAnyException();
    }
}
