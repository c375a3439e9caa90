package evenharbor.app.where.domain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import evenharbor.app.where.registry.Registry;
import evenharbor.core.where.domain.DomainLife.Stage;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RenewalsTest {

    private static final String NAME = "papermoon.art.localhost";
    private static final Instant SOON = DomainRows.NOW.plus(Duration.ofDays(13));
    private static final Instant A_YEAR_ON = SOON.plus(Duration.ofDays(365));
    private static final Registry.Refusal DOWN = new Registry.Refusal("The registry does not answer.", true, null);
    private static final Registry.Refusal AGAINST = new Registry.Refusal("Against the rules (2306).", false, null);

    private final DomainRows domains = new DomainRows();
    private final Registry registry = mock(Registry.class);
    private final Renewals renewals = new Renewals(registry, domains.lives);
    private final DomainEntity row = domains.registered(NAME, SOON, true);

    private static Registry.Registration until(Instant end) {
        return new Registry.Registration(NAME, end);
    }

    private void renew() {
        renewals.renew(row.toDomain());
    }

    @Test
    void aNameIsRenewedForAYearAndWhatWasWrongIsForgotten() throws Registry.Refusal {
        row.trouble = "It could not be renewed.";
        when(registry.renew(until(SOON))).thenReturn(until(A_YEAR_ON));
        renew();
        assertThat(row.expiresAt).isEqualTo(A_YEAR_ON);
        assertThat(row.trouble).isEmpty();
        assertThat(row.nextLookAt).isEqualTo(DomainRows.NOW.plus(Duration.ofHours(12)));
        assertThat(domains.noted()).containsExactly("DOMAIN_RENEWED " + NAME + ", until 7 Dec 2027");
    }

    @Test
    void aRegistryThatIsDownIsTriedAgainEveryHour() throws Registry.Refusal {
        when(registry.renew(any())).thenThrow(DOWN);
        renew();
        assertThat(row.trouble).contains("could not be renewed", "The registry does not answer.", "every hour");
        assertThat(row.nextLookAt).isEqualTo(DomainRows.NOW.plus(Duration.ofHours(1)));
        assertThat(row.expiresAt).isEqualTo(SOON);
        assertThat(row.provenName).as("it is still served").isEqualTo(NAME);
    }

    @Test
    void whenAnAnswerWasLostTheRegistrysDateIsTaken() throws Registry.Refusal {
        when(registry.renew(any())).thenThrow(AGAINST);
        when(registry.find(NAME)).thenReturn(Optional.of(until(A_YEAR_ON)));
        renew();
        assertThat(row.expiresAt).isEqualTo(A_YEAR_ON);
        assertThat(row.trouble).isEmpty();
    }

    @Test
    void aNameThatTheRegistryNoLongerHasForUsHasEnded() throws Registry.Refusal {
        when(registry.renew(any())).thenThrow(new Registry.Refusal("Not registered (2303).", false, null));
        when(registry.find(NAME)).thenReturn(Optional.empty());
        renew();
        assertThat(row.stage).isEqualTo(Stage.ENDED);
        assertThat(row.provenName).isNull();
        assertThat(row.nextLookAt).as("nothing is due any more").isNull();
        assertThat(domains.events).hasAtLeastOneElementOfType(DomainChanged.class);
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aRefusalThatExplainsNothingIsTriedAgain(boolean downAtTheSecondQuestion) throws Registry.Refusal {
        when(registry.renew(any())).thenThrow(AGAINST);
        if (downAtTheSecondQuestion) {
            when(registry.find(NAME)).thenThrow(DOWN);
        } else {
            when(registry.find(NAME)).thenReturn(Optional.of(until(SOON)));
        }
        renew();
        assertThat(row.stage).isEqualTo(Stage.HELD);
        assertThat(row.trouble).contains("Against the rules (2306).");
        assertThat(row.nextLookAt).isEqualTo(DomainRows.NOW.plus(Duration.ofHours(1)));
    }
}
