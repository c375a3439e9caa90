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

    @Test
    void whatIsThereIsCountedAndOneMoreIsRefusedInWords() {
        person.live("quota-one");
        String second = person.live("quota-two");
        assertThatCode(() -> ask(3, Quotas::oneSiteMore)).doesNotThrowAnyException();
        refused(2, Quotas::oneSiteMore, "An account may have 2 sites on this harbor, and yours has 2.");
        refused(2, Quotas::oneNameMore, "2 names");
        person.claim(second, "quota-two.harbor.localhost/docs", "ALIAS", "").is(201);
        refused(2, Quotas::oneNameMore, "yours has 2");
        assertThatCode(() -> ask(1, Quotas::oneSendMore)).doesNotThrowAnyException();
        person.delete("/api/sites/" + second).is(200);
        refused(2, Quotas::oneSiteMore, "yours has 2");
        assertThatCode(() -> ask(0, Quotas::oneSiteMore)).doesNotThrowAnyException();
    }
}
