package evenharbor.app.where.domain;

import static evenharbor.app.where.domain.DomainRows.MARTA;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.where.dns.ZoneServer.Failure;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.People;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.RecordSet;
import evenharbor.core.where.domain.Zone;
import evenharbor.core.where.domain.ZoneDifference;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.mockito.Mockito;
import org.springframework.beans.factory.ObjectProvider;

/** Zones against a name server that can be changed by others, fall silent, and refuse. */
class ZonesTest {

    private static final HostName APEX = new HostName("papermoon.art.localhost");
    private static final RecordSet MAIL = new RecordSet("@", "MX", 3600, List.of("10 mail.elsewhere.localhost."));
    private static final RecordSet SHOP = new RecordSet("shop", "A", 3600, List.of("198.51.100.1"));

    private final DomainRows rows = new DomainRows();
    private final Domain domain = rows.registered(APEX.ascii(), DomainRows.NOW.plus(Duration.ofDays(300)), true)
            .toDomain();
    private final ZoneServer server = mock(ZoneServer.class);
    private final Set<String> hosts = new HashSet<>();
    private final ZoneCopyRepository copied = mock(ZoneCopyRepository.class);
    private final Map<String, ZoneCopy> copies = new LinkedHashMap<>();
    private final ZoneVersionRepository versions = mock(ZoneVersionRepository.class);
    private final List<ZoneVersion> kept = new ArrayList<>();
    private Zone there = Zone.of(APEX, List.of());
    private long serial = 1;
    private ZoneKeeping keeping;
    private Zones zones;

    @BeforeEach
    @SuppressWarnings("unchecked")
    void begin() throws ZoneServer.Refusal {
        when(copied.findByDomainId(any())).thenAnswer(call -> Optional.ofNullable(copies.get(call.getArgument(0))));
        when(copied.save(any())).thenAnswer(call -> {
            ZoneCopy copy = call.getArgument(0);
            copies.put(copy.domainId, copy);
            return copy;
        });
        when(versions.save(any())).thenAnswer(call -> {
            kept.add(0, call.getArgument(0));
            return kept.get(0);
        });
        when(versions.findByDomainIdOrderByIdDesc(any(), any()))
                .thenAnswer(call -> kept.stream().limit(1).toList());
        when(server.transfer(APEX)).thenAnswer(call -> new ZoneServer.Transferred(there, serial));
        Mockito.doAnswer(call -> {
                    changedThere(call.<ZoneDifference>getArgument(1));
                    return null;
                })
                .when(server)
                .change(any(), any());
        ObjectProvider<AddressNeeds> needs = mock(ObjectProvider.class);
        when(needs.orderedStream()).thenAnswer(call -> Stream.of((AddressNeeds) d -> hosts));
        ZoneCopies ours = new ZoneCopies(
                copied,
                rows.repository,
                new ZoneHistory(versions, mock(People.class), rows.clock),
                server,
                rows.activities,
                rows.transactions,
                rows.clock);
        keeping = new ZoneKeeping(
                ours,
                server,
                needs,
                new PublicAddresses(List.of("127.0.0.1"), List.of(), "visit.harbor.localhost", 300));
        zones = new Zones(ours, keeping, server);
    }

    private void changedThere(ZoneDifference difference) {
        List<RecordSet> sets = new ArrayList<>(there.sets());
        difference.steps().forEach(step -> {
            sets.removeIf(s -> s.key().equals(step.key()));
            step.after().ifPresent(sets::add);
        });
        there = Zone.of(APEX, sets);
        serial++;
    }

    private void someoneElseChanges(RecordSet... sets) {
        there = Zone.of(APEX, List.of(sets));
        serial += 10;
    }

    private void serverSays(Failure failure) throws ZoneServer.Refusal {
        doThrow(new ZoneServer.Refusal(failure, null)).when(server).transfer(any());
        doThrow(new ZoneServer.Refusal(failure, null)).when(server).change(any(), any());
    }

    private <T> T asMarta(Supplier<T> work) {
        List<T> result = new ArrayList<>();
        Current.as(MARTA, () -> result.add(work.get()));
        return result.get(0);
    }

    private Zones.View change(RecordSet... sets) {
        return asMarta(() -> zones.change(domain, List.of(sets), serial));
    }

    @Test
    void whatAnAddressNeedsIsWrittenOnceAndTakenOutWithIt() throws ZoneServer.Refusal {
        change(MAIL);
        hosts.addAll(List.of(APEX.ascii(), "www." + APEX.ascii()));
        keeping.bringUpToDate(domain);
        keeping.bringUpToDate(domain);
        assertThat(there.sets())
                .extracting(s -> s.name() + " " + s.type())
                .containsExactlyInAnyOrder("@ A", "@ MX", "www CNAME");
        verify(server, times(2)).change(any(), any());
        hosts.clear();
        keeping.bringUpToDate(domain);
        assertThat(there.sets()).containsExactly(MAIL);
    }

    @Test
    void aWildcardSiteNeedsTheWildcard() throws ZoneServer.Refusal {
        rows.rows.get(domain.id()).wildcardSite = "s1";
        keeping.bringUpToDate(rows.rows.get(domain.id()).toDomain());
        assertThat(there.sets()).extracting(RecordSet::name).containsExactly("*");
    }

    @Test
    void aPersonsRecordIsNeverWrittenOverWithoutAsking() throws ZoneServer.Refusal {
        change(SHOP);
        hosts.add("shop." + APEX.ascii());
        keeping.bringUpToDate(domain);
        assertThat(there.sets()).containsExactly(SHOP);
        assertThat(zones.view(domain).conflicts()).singleElement().satisfies(c -> {
            assertThat(c.name()).isEqualTo("shop");
            assertThat(c.theirs()).containsExactly(SHOP);
        });
        assertThatThrownBy(() -> zones.yieldAt(domain, "www")).hasMessageContaining("Nothing is in the way");
        assertThat(zones.yieldAt(domain, "shop").conflicts()).isEmpty();
        assertThat(there.sets()).extracting(RecordSet::type).containsExactly("CNAME");
    }

    @Test
    void whatSomeoneChangedMeanwhileIsNotWrittenOver() {
        change(MAIL);
        long seen = serial;
        someoneElseChanges(MAIL, SHOP);
        assertThatThrownBy(() -> asMarta(() -> zones.change(domain, List.of(), seen)))
                .hasMessageContaining("changed by someone in the meantime");
        assertThat(there.sets()).hasSize(2);
        assertThat(zones.view(domain).undoable())
                .as("what was undone would not be the last change")
                .isFalse();
        assertThatThrownBy(() -> asMarta(() -> zones.undo(domain))).hasMessageContaining("no change to undo");
    }

    @Test
    void aChangeBetweenTheLookAndTheUpdateIsNoticedByTheServer() throws ZoneServer.Refusal {
        doThrow(new ZoneServer.Refusal(Failure.CHANGED, null)).when(server).change(any(), any());
        assertThatThrownBy(() -> change(MAIL)).hasMessageContaining("changed by someone in the meantime");
        assertThat(there.sets()).isEmpty();
    }

    @Test
    void theLastChangeIsTakenBackAndTheTakingBackToo() {
        change(MAIL);
        change(MAIL, SHOP);
        assertThat(asMarta(() -> zones.undo(domain)).zone().sets()).containsExactly(MAIL);
        assertThat(asMarta(() -> zones.undo(domain)).zone().sets()).containsExactlyInAnyOrder(MAIL, SHOP);
        assertThat(rows.noted()).hasSize(4).allMatch(n -> n.startsWith("ZONE_CHANGED"));
    }

    @Test
    void wrongRecordsAreNotSent() throws ZoneServer.Refusal {
        RecordSet wrong = new RecordSet("@", "CNAME", 3600, List.of("x.example."));
        assertThat(zones.review(domain, List.of(wrong)).verdict().faults()).isNotEmpty();
        assertThatThrownBy(() -> change(wrong)).isInstanceOf(Problem.class).hasMessageContaining("Nothing was changed");
        verify(server, never()).change(any(), any());
    }

    @ParameterizedTest
    @CsvSource({"NO_ANSWER,does not answer", "WRONG_KEY,does not know our key", "FAILED,says that it failed"})
    void whileTheServerDoesNotAnswerTheCopyIsShownAndNothingIsChanged(Failure failure, String words)
            throws ZoneServer.Refusal {
        change(MAIL);
        serverSays(failure);
        Zones.View view = zones.view(domain);
        assertThat(view.silent()).hasValueSatisfying(s -> assertThat(s).contains(words));
        assertThat(view.zone().sets()).containsExactly(MAIL);
        assertThatThrownBy(() -> change(SHOP)).hasMessageContainingAll(words, "Nothing was changed");
        assertThatThrownBy(() -> keeping.bringUpToDate(domain)).isInstanceOf(ZoneServer.Refusal.class);
    }

    @Test
    void aZoneThatTheServerNeverAnsweredForIsNotMadeUp() throws ZoneServer.Refusal {
        serverSays(Failure.NO_ANSWER);
        assertThatThrownBy(() -> zones.view(domain)).hasMessageContaining("has not been set up yet");
    }

    @Test
    void aZoneThatIsNotThereIsMade() throws ZoneServer.Refusal {
        when(server.transfer(APEX))
                .thenThrow(new ZoneServer.Refusal(Failure.NO_ZONE, null))
                .thenAnswer(call -> new ZoneServer.Transferred(there, serial));
        keeping.bringUpToDate(domain);
        verify(server).create(APEX);
        assertThat(zones.view(domain).zone().sets()).isEmpty();
    }

    @Test
    void aZoneThatIsNotKeptHereIsNotTouched() throws ZoneServer.Refusal {
        rows.rows.get(domain.id()).hosted = false;
        Domain elsewhere = rows.rows.get(domain.id()).toDomain();
        assertThatThrownBy(() -> zones.view(elsewhere)).hasMessageContaining("is not kept here");
        keeping.bringUpToDate(elsewhere);
        verify(server, never()).transfer(any());
    }

    @Test
    void lookingAtAZoneMakesNone() throws ZoneServer.Refusal {
        serverSays(Failure.NO_ZONE);
        assertThatThrownBy(() -> asMarta(() -> zones.view(domain))).hasMessageContaining("has not been set up yet");
        verify(server, never()).create(any());
        assertThat(copies).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aZoneThatTheServerLostIsKeptHereUntilAPersonRestoresIt(boolean gone) throws ZoneServer.Refusal {
        keeping.bringUpToDate(domain);
        change(MAIL, SHOP);
        there = Zone.of(APEX, List.of());
        serial = 1;
        if (gone) {
            doThrow(new ZoneServer.Refusal(Failure.NO_ZONE, null)).when(server).transfer(any());
        }
        Mockito.clearInvocations(server);
        Zones.View view = asMarta(() -> zones.view(domain));
        assertThat(view.lost()).isTrue();
        assertThat(view.zone().sets()).containsExactly(MAIL, SHOP);
        hosts.add("papermoon.art.localhost");
        assertThatThrownBy(() -> keeping.bringUpToDate(domain)).hasMessageContaining("Restore it from our copy");
        assertThatThrownBy(() -> change(SHOP)).hasMessageContaining("Nothing was changed");
        verify(server, never()).create(any());
        verify(server, never()).change(any(), any());

        Mockito.doAnswer(call -> Mockito.doAnswer(c -> new ZoneServer.Transferred(there, serial))
                        .when(server)
                        .transfer(any()))
                .when(server)
                .create(any());
        Zones.View restored = asMarta(() -> zones.restore(domain));
        assertThat(restored.lost()).isFalse();
        assertThat(there.sets()).containsExactly(MAIL, SHOP);
        keeping.bringUpToDate(domain);
        assertThat(there.sets()).hasSize(3);
        assertThatThrownBy(() -> asMarta(() -> zones.restore(domain))).hasMessageContaining("has this zone");
    }

    /** A zone without records has nothing to lose: it is made again, or no address could ever be written. */
    @Test
    void anEmptyZoneThatWentIsMadeAnew() throws ZoneServer.Refusal {
        keeping.bringUpToDate(domain);
        doThrow(new ZoneServer.Refusal(Failure.NO_ZONE, null))
                .doAnswer(call -> new ZoneServer.Transferred(there, serial))
                .when(server)
                .transfer(any());
        hosts.add("papermoon.art.localhost");
        keeping.bringUpToDate(domain);
        verify(server).create(APEX);
        assertThat(there.sets()).hasSize(1);
    }

    @Test
    void everyVersionIsKeptOnceAndPassingProofsAreNoneOfIt() throws ZoneServer.Refusal {
        keeping.bringUpToDate(domain);
        change(MAIL);
        keeping.showText(domain, "_acme-challenge", List.of("proof"));
        someoneElseChanges(MAIL, SHOP);
        asMarta(() -> zones.view(domain));
        hosts.add("papermoon.art.localhost");
        keeping.bringUpToDate(domain);
        assertThat(kept)
                .extracting(v -> v.origin)
                .containsExactly(ZoneVersion.Origin.HARBOR, ZoneVersion.Origin.ELSEWHERE, ZoneVersion.Origin.PERSON);
        assertThat(kept.get(2).records).contains("MX").doesNotContain("_acme");
    }
}
