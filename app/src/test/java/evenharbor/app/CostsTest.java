package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What is paid for is written down, and what a year comes to is computed. */
class CostsTest {

    private final ApiClient person = TestHarbor.get().person();
    private final String site = person.site("Foxglove");
    private final LocalDate today = LocalDate.now(ZoneOffset.UTC);

    private Map<String, Object> cost(String what, String price, Map<String, Object> more) {
        Map<String, Object> form = new HashMap<>(Map.of(
                "what",
                what,
                "currency",
                "eur",
                "paid",
                "MONTHLY",
                "price",
                price,
                "discount",
                0,
                "since",
                today.toString()));
        form.putAll(more);
        return form;
    }

    @Test
    void aYearIsToldBySiteAndInAllAndWhatCouldBeSaved() {
        person.post("/api/costs", cost("Hosting", "4,90", Map.of("yearlyOffer", "49", "siteId", site)))
                .is(201);
        JsonNode all = person.post("/api/costs", cost("Mailbox", "1", Map.of()))
                .is(201)
                .json();
        assertThat(all.at("/years/0/all").asString()).isEqualTo("70.80");
        assertThat(all.at("/years/0/saving").asString()).isEqualTo("9.80");
        assertThat(all.at("/years/0/bySite/1/title").asString()).isEqualTo("Foxglove");
        assertThat(all.at("/years/0/bySite/1/amount").asString()).isEqualTo("58.80");
        String id = all.at("/costs/1/id").asString();
        JsonNode ending = person.put(
                        "/api/costs/" + id,
                        cost("Mailbox", "1", Map.of("ends", today.plusMonths(3).toString())))
                .is(200)
                .json();
        assertThat(ending.at("/costs/1/year").asString()).isEqualTo("3.00");
        assertThat(ending.at("/turns/0/what").asString()).isEqualTo("Mailbox");
        assertThat(person.delete("/api/costs/" + id).is(200).json().get("costs"))
                .hasSize(1);
        TestHarbor.get().person().delete("/api/costs/" + id).is(404);
    }

    @Test
    void whatCannotBeSaysWhatCan() {
        assertThat(person.post("/api/costs", cost("x", "ten", Map.of())).is(400).text())
                .contains("Give an amount such as 4.90.");
        assertThat(person.post("/api/costs", cost("x", "1.999", Map.of()))
                        .is(400)
                        .text())
                .contains("at most 2 digits");
        assertThat(person.post("/api/costs", cost("x", "1", Map.of("currency", "ZZQ")))
                        .is(400)
                        .text())
                .contains("is no currency");
        assertThat(person.post("/api/costs", cost("x", "1", Map.of("ends", "2020-01-01")))
                        .is(400)
                        .text())
                .contains("cannot end before");
        person.post("/api/costs", cost("x", "1", Map.of("siteId", "nosuchsite12")))
                .is(404);
    }
}
