package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;

/** More at once than there are connections to the database: all of it is done, and nobody waits for ever. */
class ManyAtOnceTest {

    private static final int AT_ONCE = 40;
    private static final int ROUNDS = 3;

    @Test
    void asManyAsLikeChangeWhatIsLiveAtOnce() throws Exception {
        ApiClient person = TestHarbor.get().person();
        List<String> sites = new ArrayList<>();
        for (int i = 0; i < AT_ONCE; i++) {
            sites.add(person.live("at-once-" + i));
        }
        ExecutorService askers = Executors.newFixedThreadPool(AT_ONCE);
        try {
            for (int round = 0; round < ROUNDS; round++) {
                boolean live = round % 2 == 1;
                List<Callable<Integer>> all = new ArrayList<>();
                for (String site : sites) {
                    all.add(() -> person.put("/api/sites/" + site + "/live", Map.of("live", live))
                            .status());
                }
                for (Future<Integer> answer : askers.invokeAll(all)) {
                    assertThat(answer.get()).isEqualTo(200);
                }
                for (int i = 0; i < AT_ONCE; i++) {
                    assertThat(person.visit("at-once-" + i + ".harbor.localhost", "/")
                                    .status())
                            .isEqualTo(live ? 200 : 404);
                }
            }
        } finally {
            askers.shutdownNow();
        }
    }
}
