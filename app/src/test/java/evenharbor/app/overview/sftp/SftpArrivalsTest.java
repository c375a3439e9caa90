package evenharbor.app.overview.sftp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doNothing;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.overview.arrival.Arrivals;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.access.TokenSignIn;
import evenharbor.core.what.draft.FileEdits;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DataAccessResourceFailureException;

/** What a program left when it signed off is taken over once that can be, and a refusal is told. */
class SftpArrivalsTest {

    private static final Person MARTA = new Person("p1", "a1", "Marta", "marta@papermoon.example");
    private static final Pass PASS = site -> Optional.of(MARTA);

    private final Arrivals arrivals = mock(Arrivals.class);
    private final SftpArrivals sftp = new SftpArrivals(mock(Drafts.class), arrivals, mock(TokenSignIn.class));
    private final FileEdits edits = new FileEdits(Map.of(), Set.of("old.html"));

    @Test
    void whatCouldNotBeTakenWhenTheProgramSignedOffIsTakenWhenTheDatabaseIsBackAndOnce() {
        doThrow(new DataAccessResourceFailureException("away"))
                .doThrow(new DataAccessResourceFailureException("away"))
                .doNothing()
                .when(arrivals)
                .take(any(), any(), any(), any());
        sftp.takeSurely("s1", PASS, MARTA, edits);
        sftp.tryAgain();
        sftp.tryAgain();
        sftp.tryAgain();
        verify(arrivals, times(3)).take(eq("s1"), eq(MARTA), any(), any());
        verify(arrivals, never()).refused(any(), any(), any());
    }

    @Test
    void whatIsRefusedIsToldAndNotTriedAgain() {
        doThrow(new Problem(ProblemType.STALE, "It is too large."))
                .when(arrivals)
                .take(any(), any(), any(), any());
        sftp.takeSurely("s1", PASS, MARTA, edits);
        sftp.tryAgain();
        verify(arrivals, times(1)).take(any(), any(), any(), any());
        verify(arrivals).refused(eq("s1"), eq(MARTA.accountId()), contains("It is too large. The draft is as it was."));
    }

    @Test
    void whoMayNoLongerIsToldByWhatItSignedInWith() {
        doNothing().when(arrivals).take(any(), any(), any(), any());
        assertThat(sftp.take("s1", site -> Optional.empty(), MARTA, edits))
                .hasValueSatisfying(why -> assertThat(why).contains("no longer works"));
        verify(arrivals, never()).take(any(), any(), any(), any());
    }
}
