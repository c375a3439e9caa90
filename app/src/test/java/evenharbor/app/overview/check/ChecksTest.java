package evenharbor.app.overview.check;

import static evenharbor.app.fixture.Patience.until;
import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;

/** What comes in while an address is being looked at is not forgotten. */
class ChecksTest {

    private final TestHarbor harbor = TestHarbor.get();
    private final JdbcClient db = harbor.bean(JdbcClient.class);

    @Test
    void aTimeThatIsSetDuringALookStays() {
        ApiClient owner = harbor.person();
        String site = owner.site("Looked at");
        owner.putText(site, "index.html", "<p>looked at").is(200);
        owner.claim(site, "looked-at").is(201);
        owner.publish(site);
        until(
                "it to work",
                () -> owner.where(site).get(0).get("state").asString().equals("OK"));
        String id = owner.where(site).get(0).get("address").get("id").asString();
        LocalDateTime later = LocalDate.now().plusDays(9).atStartOfDay();

        // The look has come to its end, and waits for whoever sets the time to have done so.
        CompletableFuture<Void> look = harbor.bean(TransactionTemplate.class).execute(t -> {
            db.sql("update address_check set next_look_at = ? where address_id = ?")
                    .params(later, id)
                    .update();
            CompletableFuture<Void> running =
                    CompletableFuture.runAsync(() -> harbor.bean(Checks.class).look(List.of(id)));
            until(
                    "the look to wait",
                    () -> db.sql("select count(*) from information_schema.innodb_trx where trx_state = 'LOCK WAIT'")
                                    .query(Long.class)
                                    .single()
                            > 0);
            return running;
        });
        look.join();
        assertThat(db.sql("select next_look_at from address_check where address_id = ?")
                        .param(id)
                        .query(LocalDateTime.class)
                        .single())
                .isEqualTo(later);
    }
}
