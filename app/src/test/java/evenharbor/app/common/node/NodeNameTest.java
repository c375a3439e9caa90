package evenharbor.app.common.node;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.HarborProperties;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class NodeNameTest {

    @TempDir
    Path home;

    private HarborProperties harbor() {
        return new HarborProperties(
                home,
                "harbor.localhost",
                "preview.localhost",
                new HarborProperties.Visitors("127.0.0.1", 0, 0, 0),
                "http://localhost",
                true,
                false,
                List.of(),
                "");
    }

    @Test
    void twoThatRunHaveTwoNamesAndOneThatRunsNoMoreLeavesItsNameToTheNext() throws IOException {
        NodeName first = new NodeName(harbor());
        NodeName second = new NodeName(harbor());
        assertThat(second.value()).isNotEqualTo(first.value());
        first.release();
        NodeName third = new NodeName(harbor());
        assertThat(third.value()).isEqualTo(first.value());
        assertThat(third.value()).matches("[0-9a-f]{12}");
        second.release();
        third.release();
    }
}
