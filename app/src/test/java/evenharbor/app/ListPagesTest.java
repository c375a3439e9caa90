package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Lists come page by page where that is asked for, and who asks again is told that nothing has changed. */
class ListPagesTest {

    private static final int VERSIONS = 5;
    private static final Pattern NEXT = Pattern.compile("<([^>]+)>; rel=\"next\"");

    private final ApiClient person = TestHarbor.get().person();

    @ParameterizedTest
    @CsvSource({"1, 5", "2, 3", "4, 2", "5, 1", "1000, 1"})
    void theLinksLeadThroughAllOfAListOnce(int limit, int pages) {
        String site = person.site("Versions");
        String path = "/api/sites/" + site + "/versions";
        for (int i = 0; i < VERSIONS; i++) {
            person.post(path, Map.of("name", "Version " + i)).is(201);
        }
        List<String> whole = values(person.get(path).is(200).json(), "name");
        List<String> seen = new ArrayList<>();
        int asked = 0;
        for (String next = path + "?limit=" + limit; next != null; asked++) {
            ApiClient.Answer page = person.get(next).is(200);
            seen.addAll(values(page.json(), "name"));
            Matcher link = NEXT.matcher(page.field("Link"));
            next = link.find() ? link.group(1) : null;
        }
        assertThat(seen).isEqualTo(whole);
        assertThat(asked).isEqualTo(pages);
    }

    @ParameterizedTest
    @CsvSource({"limit=0, limit", "limit=1001, limit", "limit=ten, limit", "skip=-1, skip"})
    void aPageThatCannotBeIsRefusedByItsName(String query, String name) {
        assertThat(person.get("/api/sites?" + query).is(400).text()).contains("\"" + name + "\"");
    }

    @Test
    void whatHappenedIsReadFurtherBack() {
        String site = person.site("Long past");
        for (int i = 0; i < 4; i++) {
            person.putText(site, "p" + i + ".html", "<p>" + i).is(200);
        }
        String path = "/api/sites/" + site + "/activities";
        List<String> whole = values(person.get(path).is(200).json(), "id");
        List<String> earlier =
                values(person.get(path + "?before=" + whole.get(1)).is(200).json(), "id");
        assertThat(earlier).isEqualTo(whole.subList(2, whole.size()));
        assertThat(new HashSet<>(whole)).hasSameSizeAs(whole);
    }

    @Test
    void whoAsksAgainIsToldThatNothingHasChanged() {
        String site = person.site("Same");
        String path = "/api/sites/" + site + "/versions";
        String tag = person.get(path).is(200).field("ETag");
        assertThat(tag).startsWith("W/\"");
        assertThat(person.ask("GET", path, new byte[0], "", "If-None-Match", tag)
                        .is(304)
                        .text())
                .isEmpty();
        person.post(path, Map.of("name", "First")).is(201);
        assertThat(person.ask("GET", path, new byte[0], "", "If-None-Match", tag)
                        .is(200)
                        .field("ETag"))
                .isNotEqualTo(tag);
    }

    private static List<String> values(JsonNode list, String member) {
        List<String> values = new ArrayList<>();
        list.forEach(each -> values.add(each.get(member).asString()));
        return values;
    }
}
