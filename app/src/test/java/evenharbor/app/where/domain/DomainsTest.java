package evenharbor.app.where.domain;

import static evenharbor.app.where.domain.DomainRows.MARTA;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
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
            rows.copies,
            mock(AddressReader.class),
            registry,
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

    @Test
    void aRegisteredDomainIsLetGoAtTheRegistryFirst() throws Registry.Refusal {
        doThrow(new Registry.Refusal("The registry does not answer.", true, null))
                .when(registry)
                .release(NAME);
        assertThatThrownBy(() -> asMarta(() -> domains.letGo(row.id))).hasMessageContaining("Nothing was changed");
        assertThat(rows.rows).containsKey(row.id);
        doNothing().when(registry).release(NAME);
        asMarta(() -> domains.letGo(row.id));
        assertThat(rows.rows).isEmpty();
        verify(rows.copies).deleteByDomainId(row.id);
    }

    @Test
    void anEndedOneIsLetGoWithoutTheRegistry() throws Registry.Refusal {
        row.state = Domain.State.ENDED;
        asMarta(() -> domains.letGo(row.id));
        assertThat(rows.rows).isEmpty();
        verify(registry, never()).release(NAME);
    }

    @Test
    void aZoneIsKeptHereOnlyForAProvenDomain() {
        DomainEntity claimed = rows.claimed("nightjar.club.localhost", MARTA);
        assertThatThrownBy(() -> asMarta(() -> domains.setHosted(claimed.id, true)))
                .hasMessageContaining("Prove the domain first");
        domains.zoneDue(claimed.id);
        assertThat(claimed.zoneDueAt).isNull();
        domains.zoneDue(row.id);
        assertThat(row.zoneDueAt).isEqualTo(DomainRows.NOW);
        assertThat(rows.events).contains(new ZoneDue(row.id));
    }
}
