package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.TestHarbor;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Whoever reads the description of the API finds words and names that mean something. */
class ApiDescriptionTest {

    @Test
    void eachOperationSaysWhatItDoesAndHasANameOfItsOwn() {
        JsonNode api =
                TestHarbor.get().person().get("/api/openapi.json").is(200).json();
        List<String> names = new ArrayList<>();
        List<String> summaries = new ArrayList<>();
        List<String> unsaid = new ArrayList<>();
        api.get("paths")
                .properties()
                .forEach(path -> path.getValue().properties().forEach(operation -> {
                    String summary = operation.getValue().path("summary").asString("");
                    names.add(operation.getValue().get("operationId").asString());
                    summaries.add(summary);
                    if (summary.isEmpty()) {
                        unsaid.add(operation.getKey() + " " + path.getKey());
                    }
                }));
        assertThat(unsaid).as("operations without a line in api-summaries.txt").isEmpty();
        assertThat(names).hasSizeGreaterThan(250).doesNotHaveDuplicates().noneMatch(name -> name.matches(".*_\\d+"));
        assertThat(names).contains("getSiteDraftText", "postSitePublications", "deleteSiteAddress", "getPublication");
        assertThat(summaries).doesNotHaveDuplicates().allMatch(summary -> summary.matches("[A-Z].*[^.]"));
    }
}
