package evenharbor.core.harbor.publish;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.harbor.publish.ArrivalRule.StoppedBy;
import evenharbor.core.what.finding.Finding;
import evenharbor.core.what.finding.FindingKind;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What keeps files that arrived from being published by themselves. */
class ArrivalRuleTest {

    private static final Finding BROKEN = new Finding(FindingKind.LINK_BROKEN, "index.html", 3, "gone.html", "");
    private static final Finding TIDY = new Finding(FindingKind.MISSING_PAGE_ABSENT, "404.html", 0, "", "");

    @ParameterizedTest
    @CsvSource({"NOTHING, 0", "BROKEN, 1", "ANY, 2"})
    void findingsOfTheChosenWeightStopIt(StoppedBy by, int stopping) {
        assertThat(new ArrivalRule(true, by).stopping(List.of(TIDY, BROKEN))).hasSize(stopping);
        assertThat(new ArrivalRule(true, by).stopping(List.of())).isEmpty();
    }
}
