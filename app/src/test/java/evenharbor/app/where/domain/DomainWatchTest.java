package evenharbor.app.where.domain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import evenharbor.app.where.registry.Registry;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DomainWatchTest {

    private final DomainRows domains = new DomainRows();
    private final Registrations registrations = mock(Registrations.class);
    private final Proofs proofs = mock(Proofs.class);
    private final Renewals renewals = mock(Renewals.class);
    private final DomainWatch watch =
            new DomainWatch(domains.repository, registrations, proofs, renewals, domains.transactions, domains.clock);

    @BeforeEach
    void allIsDue() {
        when(domains.repository.findByNextLookAtLessThanEqualOrderByNextLookAt(any(), any()))
                .thenAnswer(call -> new ArrayList<>(domains.rows.values()));
    }

    @ParameterizedTest(name = "a proof wanted for {0} is looked for again after {1}")
    @CsvSource({"PT1M,PT5S", "PT30M,PT30S", "PT24H,PT10M", "PT240H,PT24H"})
    void aProofIsLookedForLessOftenAsTimeGoesBy(Duration age, Duration wait) {
        DomainEntity row = domains.claimed("nightjar.club.localhost", DomainRows.MARTA);
        row.createdAt = DomainRows.NOW.minus(age);
        when(proofs.prove(row.id)).thenReturn(new Proofs.Look(false, "no such name"));
        watch.round();
        assertThat(row.nextLookAt).isEqualTo(DomainRows.NOW.plus(wait));
    }

    @Test
    void aRegistrationLeftHalfDoneIsFinishedOnceTheRegistryAnswers() throws Registry.Refusal {
        DomainEntity row = domains.registered("papermoon.art.localhost", Instant.MAX, true);
        row.state = Domain.State.REGISTERING;
        row.expiresAt = null;
        when(registrations.finish(row.id)).thenThrow(new Registry.Refusal("The registry does not answer.", true, null));
        watch.round();
        assertThat(row.nextLookAt).isEqualTo(DomainRows.NOW.plus(Duration.ofMinutes(1)));
        verify(registrations).finish(row.id);
    }

    @Test
    void oneThatFailsKeepsNoOtherWaiting() {
        DomainEntity bad = domains.registered("bad.art.localhost", DomainRows.NOW, true);
        DomainEntity good = domains.registered("good.art.localhost", DomainRows.NOW, true);
        doThrow(new IllegalStateException("the database is away"))
                .when(renewals)
                .lookAfter(bad.toDomain());
        watch.round();
        verify(renewals).lookAfter(good.toDomain());
        assertThat(bad.nextLookAt).isEqualTo(DomainRows.NOW.plus(Duration.ofMinutes(5)));
        assertThat(good.nextLookAt).isNull();
    }
}
