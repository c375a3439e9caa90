package evenharbor.app.where.domain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;
import static org.mockito.Mockito.when;

import evenharbor.app.where.registry.Registry;
import evenharbor.core.where.domain.DomainEvent;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DomainWatchTest {

    private static final String NAME = "papermoon.art.localhost";
    private static final Registry.Refusal DOWN = new Registry.Refusal("The registry does not answer.", true, null);

    private final DomainRows domains = new DomainRows();
    private final Registrations registrations = mock(Registrations.class);
    private final Proofs proofs = mock(Proofs.class);
    private final Renewals renewals = mock(Renewals.class);
    private final DomainWatch watch =
            new DomainWatch(domains.repository, registrations, proofs, renewals, domains.lives, domains.clock);

    @BeforeEach
    void allIsDue() {
        when(domains.repository.findByNextLookAtLessThanEqualOrderByNextLookAt(any(), any()))
                .thenAnswer(call -> new ArrayList<>(domains.rows.values()));
    }

    private DomainEntity endsIn(Duration left, boolean renews) {
        return domains.registered(NAME, DomainRows.NOW.plus(left), renews);
    }

    @Test
    void aRegistrationLeftHalfDoneIsAskedForUntilTheRegistryAnswers() throws Registry.Refusal {
        DomainEntity row =
                DomainRows.after(domains.claimed(NAME, DomainRows.MARTA), new DomainEvent.RegistrationAsked());
        when(registrations.settle(any())).thenThrow(DOWN);
        watch.round();
        assertThat(row.nextLookAt).isEqualTo(DomainRows.NOW.plus(Duration.ofMinutes(1)));
        assertThat(row.trouble).startsWith("The registry does not answer.");
    }

    @Test
    void whatIsDueIsDoneByWhoeverDoesIt() throws Registry.Refusal {
        DomainEntity renews = endsIn(Duration.ofDays(13), true);
        DomainEntity claimed = domains.claimed("nightjar.club.localhost", DomainRows.MARTA);
        DomainEntity given = domains.registered("gone.art.localhost", Instant.parse("2028-01-01T00:00:00Z"), true);
        DomainRows.after(given, new DomainEvent.GivenUp());
        DomainEntity ends = domains.registered("over.art.localhost", DomainRows.NOW.minusSeconds(1), false);
        watch.round();
        verify(renewals).renew(argThat(d -> d.id().equals(renews.id)));
        verify(proofs).look(argThat(d -> d.id().equals(claimed.id)));
        verify(registrations).release(argThat(d -> d.id().equals(given.id)));
        verify(registrations).settle(argThat(d -> d.id().equals(ends.id)));
    }

    @Test
    void nothingIsDoneWhileThereIsTime() {
        DomainEntity row = endsIn(Duration.ofDays(200), true);
        watch.round();
        verifyNoInteractions(registrations, renewals, proofs);
        assertThat(domains.noted()).isEmpty();
        assertThat(row.nextLookAt).isEqualTo(DomainRows.NOW.plus(Duration.ofHours(12)));
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 7, 30})
    void theOwnerHearsOfAnEndOnceForEachNotice(int days) {
        endsIn(Duration.ofDays(days), false);
        watch.round();
        watch.round();
        String left = days == 1 ? "1 day" : days + " days";
        assertThat(domains.noted())
                .containsExactly("DOMAIN_ENDS " + NAME + ", ends in " + left + " and does not renew itself");
    }

    @Test
    void theOwnerHearsOfARenewalThatFailsAndOfAProofThatIsMissing() {
        DomainEntity late = endsIn(Duration.ofDays(6), true);
        DomainRows.after(late, new DomainEvent.Failed("No."));
        DomainEntity brought = domains.claimed("nightjar.club.localhost", DomainRows.MARTA);
        DomainRows.after(brought, new DomainEvent.ProofSeen(), new DomainEvent.ProofMissing());
        watch.round();
        assertThat(domains.noted())
                .containsExactly(
                        "DOMAIN_ENDS " + NAME + ", ends in 6 days unless it can be renewed",
                        "DOMAIN_ENDS nightjar.club.localhost, ends in 13 days unless its TXT record is seen again");
    }

    @Test
    void oneThatFailsKeepsNoOtherWaiting() {
        DomainEntity bad = domains.registered("bad.art.localhost", DomainRows.NOW, true);
        DomainEntity good = domains.registered("good.art.localhost", DomainRows.NOW, true);
        doThrow(new IllegalStateException("the database is away"))
                .when(renewals)
                .renew(argThat(d -> d.id().equals(bad.id)));
        watch.round();
        verify(renewals).renew(argThat(d -> d.id().equals(good.id)));
        assertThat(bad.nextLookAt).isEqualTo(DomainRows.NOW.plus(Duration.ofMinutes(5)));
    }
}
