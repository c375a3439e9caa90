package evenharbor.app.where.domain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.RETURNS_DEEP_STUBS;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;
import static org.mockito.Mockito.when;

import evenharbor.app.where.registry.Registry;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;

class RenewalsTest {

    private static final String NAME = "papermoon.art.localhost";
    private static final Instant SOON = DomainRows.NOW.plus(Duration.ofDays(13));
    private static final Instant A_YEAR_ON = SOON.plus(Duration.ofDays(365));

    private final DomainRows domains = new DomainRows();
    private final Registry registry = mock(Registry.class);
    private final JdbcClient db = mock(JdbcClient.class, RETURNS_DEEP_STUBS);
    private final Renewals renewals =
            new Renewals(domains.repository, registry, domains.news, db, domains.transactions, domains.clock);

    @BeforeEach
    void everyNoticeIsTheFirst() {
        notices(1);
    }

    private void notices(int written) {
        when(db.sql(any()).params(any(Object[].class)).update()).thenReturn(written);
    }

    private static Registry.Registration until(Instant end) {
        return new Registry.Registration(NAME, DomainRows.NOW.minusSeconds(60), end);
    }

    @Test
    void aNameIsRenewedTwoWeeksBeforeItsEnd() throws Registry.Refusal {
        DomainEntity row = domains.registered(NAME, SOON, true);
        row.trouble = "It could not be renewed.";
        when(registry.renew(until(SOON))).thenReturn(until(A_YEAR_ON));
        renewals.lookAfter(row.toDomain());
        assertThat(row.expiresAt).isEqualTo(A_YEAR_ON);
        assertThat(row.trouble).isEmpty();
        assertThat(row.nextLookAt).isEqualTo(DomainRows.NOW.plus(Duration.ofHours(12)));
        assertThat(domains.noted()).containsExactly("DOMAIN_RENEWED " + NAME + ", until 7 Dec 2027");
    }

    @Test
    void nothingIsDoneWhileThereIsTime() {
        DomainEntity row = domains.registered(NAME, DomainRows.NOW.plus(Duration.ofDays(200)), true);
        renewals.lookAfter(row.toDomain());
        verifyNoInteractions(registry);
        assertThat(domains.noted()).isEmpty();
        assertThat(row.nextLookAt).isAfter(DomainRows.NOW);
    }

    @Test
    void aRegistryThatIsDownIsTriedAgainEveryHourAndTheOwnerHearsOfIt() throws Registry.Refusal {
        DomainEntity row = domains.registered(NAME, SOON, true);
        when(registry.renew(any())).thenThrow(new Registry.Refusal("The registry does not answer.", true, null));
        renewals.lookAfter(row.toDomain());
        assertThat(row.trouble).contains("could not be renewed", "The registry does not answer.", "every hour");
        assertThat(row.nextLookAt).isEqualTo(DomainRows.NOW.plus(Duration.ofHours(1)));
        assertThat(row.expiresAt).isEqualTo(SOON);
        assertThat(row.provenName).as("it is still served").isEqualTo(NAME);
        assertThat(domains.noted()).containsExactly("DOMAIN_ENDS " + NAME + ", ends in 13 days");
    }

    @Test
    void whenAnAnswerWasLostTheRegistrysDateIsTaken() throws Registry.Refusal {
        DomainEntity row = domains.registered(NAME, SOON, true);
        when(registry.renew(any())).thenThrow(new Registry.Refusal("Against the rules (2306).", false, null));
        when(registry.find(NAME)).thenReturn(Optional.of(until(A_YEAR_ON)));
        renewals.lookAfter(row.toDomain());
        assertThat(row.expiresAt).isEqualTo(A_YEAR_ON);
        assertThat(row.trouble).isEmpty();
    }

    @Test
    void aNameThatTheRegistryNoLongerHasHasEnded() throws Registry.Refusal {
        DomainEntity row = domains.registered(NAME, DomainRows.NOW.minus(Duration.ofDays(31)), true);
        when(registry.renew(any())).thenThrow(new Registry.Refusal("Not registered (2303).", false, null));
        when(registry.find(NAME)).thenReturn(Optional.empty());
        renewals.lookAfter(row.toDomain());
        assertThat(row.state).isEqualTo(Domain.State.ENDED);
        assertThat(row.provenName).isNull();
        assertThat(row.nextLookAt).as("nothing is due any more").isNull();
        assertThat(domains.events).hasAtLeastOneElementOfType(DomainChanged.class);
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aRefusalThatExplainsNothingIsTriedAgain(boolean downAtTheSecondQuestion) throws Registry.Refusal {
        DomainEntity row = domains.registered(NAME, SOON, true);
        when(registry.renew(any())).thenThrow(new Registry.Refusal("Against the rules (2306).", false, null));
        if (downAtTheSecondQuestion) {
            when(registry.find(NAME)).thenThrow(new Registry.Refusal("The registry does not answer.", true, null));
        } else {
            when(registry.find(NAME)).thenReturn(Optional.of(until(SOON)));
        }
        renewals.lookAfter(row.toDomain());
        assertThat(row.state).isEqualTo(Domain.State.HELD);
        assertThat(row.trouble).contains("Against the rules");
        assertThat(row.nextLookAt).isEqualTo(DomainRows.NOW.plus(Duration.ofHours(1)));
    }

    @Test
    void aNameThatDoesNotRenewItselfEndsOnItsDay() throws Registry.Refusal {
        DomainEntity row = domains.registered(NAME, DomainRows.NOW, false);
        renewals.lookAfter(row.toDomain());
        assertThat(row.state).isEqualTo(Domain.State.ENDED);
        assertThat(domains.noted()).containsExactly("DOMAIN_ENDS " + NAME + ", has ended");
        verifyNoInteractions(registry);
    }

    @ParameterizedTest
    @ValueSource(ints = {30, 7, 1})
    void theOwnerHearsOfAnEndOnceForEachNotice(int days) {
        DomainEntity row = domains.registered(NAME, DomainRows.NOW.plus(Duration.ofDays(days)), false);
        renewals.lookAfter(row.toDomain());
        notices(0);
        renewals.lookAfter(row.toDomain());
        assertThat(domains.noted())
                .containsExactly("DOMAIN_ENDS " + NAME + ", ends in " + days + " days and does not renew itself");
        verify(domains.activities).note(any(), any(), any(), any());
    }
}
