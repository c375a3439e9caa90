package evenharbor.app.what.finding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import evenharbor.app.what.addition.DraftSettings;
import evenharbor.app.what.build.Logos;
import evenharbor.app.what.content.Manifests;
import evenharbor.app.what.draft.Draft;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.version.Versions;
import evenharbor.core.what.finding.Surroundings;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.what.version.Manifest;
import evenharbor.edge.blob.Blobs;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executor;
import org.junit.jupiter.api.Test;

/** Who asks gets the findings of the draft as it is, however fast or slow it is judged. */
class DraftFindingsTest {

    private static final String SITE = "site";

    private final Drafts drafts = mock(Drafts.class);
    private final Manifests manifests = mock(Manifests.class);

    private DraftFindings judgedBy(Executor judges) {
        LiveStates states = mock(LiveStates.class);
        Live live = mock(Live.class);
        when(live.version()).thenReturn(Optional.empty());
        when(states.of(SITE)).thenReturn(live);
        SiteSurroundings surroundings = mock(SiteSurroundings.class);
        when(surroundings.of(anyString(), anyString()))
                .thenReturn(new SiteSurroundings.Around("the same", Surroundings.NONE));
        when(manifests.shown(any())).thenReturn(Optional.of("<p>words"));
        return new DraftFindings(
                drafts,
                states,
                mock(Versions.class),
                manifests,
                new PageFactsByContent(manifests),
                surroundings,
                new DraftSettings(drafts, manifests, mock(Blobs.class)),
                mock(Logos.class),
                judges);
    }

    private void draftIs(int revision) {
        Manifest files = Manifest.of(Map.of(
                "page" + revision + ".html", new FileEntry(String.format("%064x", revision), 8, "text/html", true)));
        Draft draft = mock(Draft.class);
        when(draft.manifest()).thenReturn("manifest " + revision);
        when(manifests.get("manifest " + revision)).thenReturn(files);
        when(drafts.files(draft)).thenReturn(files);
        when(drafts.of(SITE)).thenReturn(draft);
    }

    private static Optional<String> path(DraftFindings.Asked asked) {
        return asked.findings().map(now -> now.files().files().firstKey());
    }

    @Test
    void aChangeThatIsJudgedAtOnceIsThereAtOnce() {
        DraftFindings findings = judgedBy(Runnable::run);
        for (int revision = 1; revision < 5; revision++) {
            draftIs(revision);
            assertThat(path(findings.of(SITE))).contains("page" + revision + ".html");
        }
    }

    @Test
    void whileItIsJudgedItIsNotTakenForWhatWasBeforeAndALaterChangeIsJudgedAfterIt() {
        Deque<Runnable> waiting = new ArrayDeque<>();
        DraftFindings findings = judgedBy(waiting::add);
        draftIs(1);
        assertThat(path(findings.of(SITE))).isEmpty();
        draftIs(2);
        assertThat(path(findings.of(SITE))).as("the first is still under way").isEmpty();
        assertThat(waiting).hasSize(1);
        waiting.remove().run();
        assertThat(path(findings.of(SITE))).isEmpty();
        waiting.remove().run();
        assertThat(path(findings.of(SITE))).contains("page2.html");
    }
}
