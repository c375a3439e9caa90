package evenharbor.app.where.domain;

import static evenharbor.app.where.domain.DomainRows.MARTA;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.where.registry.Registry;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.core.where.address.AddressReader;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.DomainEvent;
import evenharbor.core.where.domain.DomainLife.Stage;
import evenharbor.core.where.domain.Price;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.transaction.TransactionDefinition;

class RegistrationsTest {

    private static final HostName NAME = new HostName("papermoon.art.localhost");
    private static final Instant END = DomainRows.NOW.plus(Duration.ofDays(365));
    private static final Registry.Registration MADE = new Registry.Registration(NAME.ascii(), END);
    private static final Registry.Refusal DOWN = new Registry.Refusal("The registry does not answer.", true, null);

    private final DomainRows domains = new DomainRows();
    private final Registry registry = mock(Registry.class);
    private final Registrations registrations = new Registrations(
            domains.repository,
            new Offers(domains.repository, registry, mock(AddressReader.class)),
            registry,
            mock(ZoneServer.class),
            domains.lives,
            domains.manager,
            domains.clock);

    @BeforeEach
    void theNameIsForSale() throws Registry.Refusal {
        offered(true, 1_200);
    }

    private void offered(boolean free, long firstYear) throws Registry.Refusal {
        when(registry.check(any()))
                .thenReturn(List.of(new Registry.Offer(
                        NAME.ascii(), free, false, Optional.of(new Price(firstYear, 2_400, "EUR")))));
    }

    private void register() {
        Current.as(MARTA, () -> registrations.register(NAME, 1_200));
    }

    private DomainEntity only() {
        assertThat(domains.rows).hasSize(1);
        return domains.rows.values().iterator().next();
    }

    @Test
    void theRowIsThereBeforeTheRegistryIsAskedAndOutlivesTheRequest() throws Registry.Refusal {
        when(registry.register(any(), any())).thenAnswer(call -> {
            assertThat(only().stage).isEqualTo(Stage.REGISTERING);
            verify(domains.manager)
                    .getTransaction(
                            argThat(d -> d.getPropagationBehavior() == TransactionDefinition.PROPAGATION_REQUIRES_NEW));
            return Optional.of(MADE);
        });
        register();
        assertThat(only().stage).isEqualTo(Stage.HELD);
        assertThat(only().expiresAt).isEqualTo(END);
        assertThat(only().provenName).isEqualTo(NAME.ascii());
        assertThat(domains.events).hasAtLeastOneElementOfType(ZoneDue.class);
    }

    @Test
    void aSecondClickWhileTheRegistryIsBeingAskedLosesNothingAndPaysForNothingMore() throws Registry.Refusal {
        when(registry.find(any())).thenReturn(Optional.empty());
        when(registry.register(any(), any())).thenAnswer(call -> {
            register();
            assertThat(only().stage).isEqualTo(Stage.REGISTERING);
            return Optional.of(MADE);
        });
        register();
        assertThat(only().stage).isEqualTo(Stage.HELD);
        verify(registry).register(any(), any());
    }

    @Test
    void oneThatIsHadAlreadyIsAnsweredWithAndNotPaidForAgain() throws Registry.Refusal {
        when(registry.register(any(), any())).thenReturn(Optional.of(MADE));
        register();
        offered(false, 1_200);
        register();
        assertThat(only().stage).isEqualTo(Stage.HELD);
        verify(registry).register(any(), any());
    }

    /** Both have seen that nothing is there, and both write: the second is told of the first, not of someone else. */
    @Test
    void ofTwoClicksAtOnceTheSecondIsToldOfTheFirst() throws Registry.Refusal {
        doAnswer(call -> {
                    domains.rows.put(
                            "first",
                            DomainRows.after(
                                    DomainEntity.fresh(NAME, MARTA, DomainRows.NOW),
                                    new DomainEvent.RegistrationAsked()));
                    throw new DataIntegrityViolationException("unique");
                })
                .when(domains.repository)
                .saveAndFlush(any());
        // The first one's lease began a minute ago, so the registry is asked what came of it.
        when(registry.find(any())).thenThrow(DOWN);
        assertThatThrownBy(this::register).hasMessageContaining("do not know yet whether you have");
        verify(registry, never()).register(any(), any());
    }

    @Test
    void whatWasPaidForIsHadThoughItsRowHasGone() throws Registry.Refusal {
        when(registry.register(any(), any())).thenAnswer(call -> {
            domains.rows.clear();
            return Optional.of(MADE);
        });
        register();
        assertThat(only().stage).isEqualTo(Stage.HELD);
        assertThat(only().accountId).isEqualTo(MARTA.accountId());
    }

    @Test
    void whenTheRegistryBreaksOffItIsAskedAgainUntilItIsKnown() throws Registry.Refusal {
        when(registry.register(any(), any())).thenThrow(DOWN);
        assertThatThrownBy(this::register).isInstanceOf(Problem.class).hasMessageContaining("broke off");
        assertThat(only().stage).isEqualTo(Stage.REGISTERING);
        assertThat(only().nextLookAt).isEqualTo(DomainRows.NOW.plus(Duration.ofMinutes(1)));

        domains.clock.setTo(DomainRows.NOW.plus(Duration.ofMinutes(2)));
        when(registry.find(NAME.ascii())).thenThrow(DOWN);
        assertThatThrownBy(this::register).hasMessageContaining("do not know yet whether you have");
        assertThat(only().stage).isEqualTo(Stage.REGISTERING);

        doReturn(Optional.of(MADE)).when(registry).find(NAME.ascii());
        assertThat(registrations.settle(only().toDomain())).isPresent();
        assertThat(only().stage).isEqualTo(Stage.HELD);
    }

    @Test
    void aRegistrationThatCameToNothingIsForgottenAndCanBeTriedAgain() throws Registry.Refusal {
        when(registry.register(any(), any())).thenThrow(DOWN).thenReturn(Optional.of(MADE));
        assertThatThrownBy(this::register).isInstanceOf(Problem.class);
        when(registry.find(NAME.ascii())).thenReturn(Optional.empty());
        domains.clock.setTo(DomainRows.NOW.plus(Duration.ofMinutes(2)));
        register();
        assertThat(only().stage).isEqualTo(Stage.HELD);
    }

    @Test
    void aRegistrationThatSucceededUnseenIsTakenUpWithoutAskingTwice() throws Registry.Refusal {
        when(registry.register(any(), any())).thenThrow(DOWN);
        assertThatThrownBy(this::register).isInstanceOf(Problem.class);
        when(registry.find(NAME.ascii())).thenReturn(Optional.of(MADE));
        domains.clock.setTo(DomainRows.NOW.plus(Duration.ofMinutes(2)));
        register();
        assertThat(only().stage).isEqualTo(Stage.HELD);
        verify(registry).register(any(), any());
    }

    @Test
    void nothingIsRegisteredForAnotherPriceThanTheOneSeen() throws Registry.Refusal {
        offered(true, 9_900);
        assertThatThrownBy(this::register).hasMessageContaining("The price has changed to 99.00 EUR");
        verify(registry, never()).register(any(), any());
        assertThat(domains.rows).isEmpty();
    }

    @Test
    void whoComesSecondIsTold() throws Registry.Refusal {
        offered(false, 1_200);
        assertThatThrownBy(this::register).hasMessageContaining("Nothing was registered for you");
        offered(true, 1_200);
        when(registry.register(any(), any())).thenReturn(Optional.empty());
        assertThatThrownBy(this::register).hasMessageContaining("Nothing was registered for you");
        assertThat(domains.rows).isEmpty();
        doThrow(new DataIntegrityViolationException("unique"))
                .when(domains.repository)
                .saveAndFlush(any());
        assertThatThrownBy(this::register).hasMessageContaining("Nothing was registered for you");
    }

    @Test
    void aRefusalLeavesNothingBehind() throws Registry.Refusal {
        when(registry.register(any(), any())).thenThrow(new Registry.Refusal("Against the rules (2306).", false, null));
        assertThatThrownBy(this::register).hasMessage("Against the rules (2306). Nothing was registered.");
        assertThat(domains.rows).isEmpty();
    }

    @Test
    void anEndedRegistrationIsTakenUpAgainWithAllUnderIt() throws Registry.Refusal {
        DomainEntity ended = domains.registered(NAME.ascii(), DomainRows.NOW.minus(Duration.ofDays(40)), false);
        DomainRows.after(ended, new DomainEvent.NotOurs());
        when(registry.register(any(), any())).thenReturn(Optional.of(MADE));
        register();
        assertThat(only().id).as("the addresses under it stay").isEqualTo(ended.id);
        assertThat(only().stage).isEqualTo(Stage.HELD);
    }

    @Test
    void unprovenClaimsOfOthersGiveWay() throws Registry.Refusal {
        domains.claimed(NAME.ascii(), new Person("p2", "a2", "Pia Holm", "pia@seaside.example"));
        when(registry.register(any(), any())).thenReturn(Optional.of(MADE));
        register();
        assertThat(domains.rows.values())
                .extracting(r -> r.accountId + " " + r.stage)
                .containsExactlyInAnyOrder("a1 HELD", "a2 LOST");
        assertThat(domains.noted()).anyMatch(n -> n.startsWith("DOMAIN_LOST"));
    }
}
