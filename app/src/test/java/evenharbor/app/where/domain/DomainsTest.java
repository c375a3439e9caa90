package evenharbor.app.where.domain;

import static evenharbor.app.where.domain.DomainRows.MARTA;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doNothing;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.where.registry.Registry;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.core.where.address.AddressReader;
import evenharbor.core.where.domain.DomainEvent;
import evenharbor.core.where.domain.DomainLife.Stage;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class DomainsTest {

    private static final String NAME = "papermoon.art.localhost";

    private final DomainRows rows = new DomainRows();
    private final Registry registry = mock(Registry.class);
    private final Sites sites = mock(Sites.class);
    private final Domains domains = new Domains(
            rows.repository,
            mock(AddressReader.class),
            new Registrations(
                    rows.repository, null, registry, mock(ZoneServer.class), rows.lives, rows.manager, rows.clock),
            new Renewals(registry, rows.lives),
            rows.lives,
            sites,
            rows.activities,
            rows.news,
            mock(ZoneServer.class),
            rows.transactions,
            rows.clock);
    private final DomainEntity row = rows.registered(NAME, DomainRows.NOW.plus(Duration.ofDays(100)), true);

    private void asMarta(Runnable work) {
        Current.as(MARTA, work);
    }

    @Test
    void onlyASiteOfTheAccountMayAnswerForNamesThatNobodyClaimed() {
        when(sites.mine("theirs")).thenThrow(Problem.notFound("This site"));
        assertThatThrownBy(() -> asMarta(() -> domains.setWildcardSite(row.id, Optional.of("theirs"))))
                .hasMessageContaining("This site is not there");
        assertThat(row.wildcardSite).isNull();
        asMarta(() -> domains.setWildcardSite(row.id, Optional.of("mine")));
        assertThat(row.wildcardSite).isEqualTo("mine");
        asMarta(() -> domains.setWildcardSite(row.id, Optional.of("another")));
        assertThat(rows.events)
                .filteredOn(DomainChanged.class::isInstance)
                .last()
                .extracting(e -> ((DomainChanged) e).wildcardSites())
                .isEqualTo(Set.of("mine", "another"));
    }

    @Test
    void anotherAccountsDomainIsNotThere() {
        Person pia = new Person("p2", "a2", "Pia Holm", "pia@seaside.example");
        for (Runnable attempt : List.<Runnable>of(
                () -> domains.mine(row.id),
                () -> domains.setAutoRenew(row.id, false),
                () -> domains.setHosted(row.id, false),
                () -> domains.letGo(row.id))) {
            assertThatThrownBy(() -> Current.as(pia, attempt)).hasMessageContaining("This domain is not there");
        }
        assertThat(row.autoRenew).isTrue();
    }

    private boolean letGo() {
        boolean[] done = new boolean[1];
        asMarta(() -> done[0] = domains.letGo(row.id));
        return done[0];
    }

    @Test
    void aRegisteredDomainIsGoneWhenTheRegistryHasDeletedItAndNotBefore() throws Registry.Refusal {
        doThrow(new Registry.Refusal("The registry does not answer.", true, null))
                .when(registry)
                .release(NAME);
        assertThat(letGo()).isFalse();
        assertThat(row.stage).isEqualTo(Stage.GIVEN_UP);
        assertThat(row.toDomain().proven()).as("it is served until it is known").isTrue();
        assertThat(row.nextLookAt).isEqualTo(DomainRows.NOW.plusSeconds(10));
        doNothing().when(registry).release(NAME);
        assertThat(letGo()).isTrue();
        assertThat(rows.rows).isEmpty();
    }

    @Test
    void oneThatTheRegistryWillNotDeleteStays() throws Registry.Refusal {
        doThrow(new Registry.Refusal("The registry refuses: locked (2304).", false, null))
                .when(registry)
                .release(NAME);
        when(registry.find(NAME)).thenReturn(Optional.of(new Registry.Registration(NAME, row.expiresAt)));
        assertThatThrownBy(this::letGo)
                .hasMessageContaining("locked (2304)")
                .hasMessageContaining("Nothing was changed");
        assertThat(row.stage).isEqualTo(Stage.HELD);
        when(registry.find(NAME)).thenReturn(Optional.empty());
        assertThat(letGo()).as("it was not ours to delete").isTrue();
        assertThat(rows.rows).isEmpty();
    }

    @Test
    void oneBeingRegisteredIsNotLetGo() {
        row.stage = Stage.REGISTERING;
        assertThatThrownBy(this::letGo).hasMessageContaining("has not said yet");
        assertThat(rows.rows).hasSize(1);
    }

    @Test
    void anEndedOneIsLetGoWithoutTheRegistryOrRenewedWhileItIsKeptThere() throws Registry.Refusal {
        DomainRows.after(row, new DomainEvent.NotOurs());
        when(registry.renew(any()))
                .thenThrow(new Registry.Refusal("The registry does not answer.", true, null))
                .thenThrow(new Registry.Refusal("Gone (2303).", false, null))
                .thenReturn(new Registry.Registration(NAME, DomainRows.NOW.plus(Duration.ofDays(465))));
        assertThatThrownBy(() -> asMarta(() -> domains.renew(row.id)))
                .as("nothing is known")
                .hasMessage("It could not be renewed: The registry does not answer. Nothing was changed.");
        assertThatThrownBy(() -> asMarta(() -> domains.renew(row.id))).hasMessageContaining("no longer keeps the name");
        asMarta(() -> domains.renew(row.id));
        assertThat(row.stage).isEqualTo(Stage.HELD);
        DomainRows.after(row, new DomainEvent.NotOurs());
        assertThat(letGo()).isTrue();
        assertThat(rows.rows).isEmpty();
        verify(registry, never()).release(NAME);
    }

    @Test
    void aZoneIsKeptHereOnlyForAProvenDomain() {
        DomainEntity claimed = rows.claimed("nightjar.club.localhost", MARTA);
        assertThatThrownBy(() -> asMarta(() -> domains.setHosted(claimed.id, true)))
                .hasMessageContaining("Verify the domain first");
        domains.zoneDue(claimed.id);
        assertThat(claimed.zoneDueAt).isNull();
        domains.zoneDue(row.id);
        assertThat(row.zoneDueAt).isEqualTo(DomainRows.NOW);
        assertThat(rows.events).contains(new ZoneDue(row.id));
    }
}
