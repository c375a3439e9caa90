package evenharbor.app.hosting.destination;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveChanged;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.core.what.live.SiteLife;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.PlatformTransactionManager;

class FollowersTest {

    private final DestinationRepository repository = mock(DestinationRepository.class);
    private final HostJobs jobs = mock(HostJobs.class);
    private final Map<String, DestinationEntity> rows = new LinkedHashMap<>();
    private final List<String> begun = new ArrayList<>();

    private void destination(String id, boolean follows, Integer holds) {
        DestinationEntity row = new DestinationEntity();
        row.id = id;
        row.siteId = "s";
        row.follows = follows;
        row.state = DestinationEntity.State.HOLDS;
        row.currentVersion = holds;
        rows.put(id, row);
    }

    @Test
    void oneThatCannotFollowKeepsNoOtherFromIt() {
        destination("busy", true, 1);
        destination("broken", true, 1);
        destination("first", true, null);
        destination("there", true, 7);
        destination("alone", false, 1);
        destination("second", true, 6);
        LiveStates states = mock(LiveStates.class);
        SiteLife life = new SiteLife(
                Optional.of(new SiteLife.Shown(7, "build")),
                true,
                false,
                Optional.empty(),
                "",
                Optional.empty(),
                false);
        when(states.of("s")).thenReturn(new Live("s", life, 0));
        Versions versions = mock(Versions.class);
        SavedVersion version = mock(SavedVersion.class);
        when(versions.find("s", 7)).thenReturn(Optional.of(version));
        when(repository.findBySiteIdOrderByCreatedAt("s")).thenReturn(List.copyOf(rows.values()));
        when(repository.findById(any())).thenAnswer(call -> Optional.of(rows.get(call.<String>getArgument(0))));
        when(jobs.begin(any(), any(), any(), any(), any())).thenAnswer(call -> {
            String id = call.<DestinationEntity>getArgument(0).id;
            if (id.equals("busy")) {
                throw new Problem(ProblemType.NOT_READY, "Work is under way there.");
            }
            if (id.equals("broken")) {
                throw new IllegalStateException("its row is damaged");
            }
            begun.add(id);
            return null;
        });
        new Followers(repository, jobs, states, versions, mock(PlatformTransactionManager.class))
                .follow(new LiveChanged("s"));
        assertThat(begun).containsExactly("first", "second");
    }
}
