package evenharbor.app.where.domain;

import static evenharbor.app.where.domain.DomainRows.MARTA;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import evenharbor.app.where.dns.Delegation;
import evenharbor.app.where.dns.Dns;
import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.DomainEvent;
import evenharbor.core.where.domain.DomainLife.Stage;
import evenharbor.core.where.domain.Seen;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DataIntegrityViolationException;

class ProofsTest {

    private static final HostName NAME = new HostName("nightjar.club.localhost");
    private static final Person PIA = new Person("p2", "a2", "Pia Holm", "pia@seaside.example");

    private final DomainRows domains = new DomainRows();
    private final Dns dns = mock(Dns.class);
    private final ZoneServer servers = mock(ZoneServer.class);
    private final Proofs proofs =
            new Proofs(domains.repository, dns, servers, domains.lives, domains.transactions, domains.clock);

    @BeforeEach
    void theDomainIsDelegated() {
        when(dns.delegation(NAME))
                .thenReturn(
                        CompletableFuture.completedFuture(new Delegation(texts("ns.elsewhere.localhost."), Map.of())));
        seen(new Seen.NoSuchName(List.of(), 300));
    }

    private void seen(Seen texts) {
        when(dns.texts(any(), any())).thenReturn(CompletableFuture.completedFuture(texts));
    }

    private static Seen texts(String... data) {
        return new Seen.Records(List.of(), List.of(data), 300);
    }

    private Domain bring(Person person) {
        Current.as(person, () -> proofs.bring(NAME));
        return domains.repository
                .findByNameAndAccountId(NAME.ascii(), person.accountId())
                .orElseThrow()
                .toDomain();
    }

    private Proofs.Look look(Domain domain) {
        return proofs.look(domains.rows.get(domain.id()).toDomain());
    }

    @Test
    void whatIsSeenInsteadOfTheProofIsSaid() {
        Domain domain = bring(MARTA);
        Proofs.Look look = look(domain);
        assertThat(look.proven()).isFalse();
        assertThat(look.sentence()).contains("_harbor-proof.nightjar.club.localhost", "no such name");
        seen(texts("v=spf1 -all", bring(PIA).proof().secret()));
        assertThat(look(domain).proven()).as("the proof of someone else").isFalse();
        assertThat(domains.rows.get(domain.id()).stage).isEqualTo(Stage.BROUGHT);
    }

    @Test
    void aProofEndsTheUnprovenClaimsOfOthers() {
        Domain domain = bring(MARTA);
        bring(PIA);
        seen(texts("v=spf1 -all", domain.proof().secret()));
        assertThat(look(domain).proven()).isTrue();
        DomainEntity row = domains.rows.get(domain.id());
        assertThat(row.provenName).isEqualTo(NAME.ascii());
        assertThat(row.nextLookAt).as("it is looked for again").isEqualTo(DomainRows.NOW.plus(Duration.ofDays(1)));
        assertThat(domains.rows.values()).extracting(r -> r.stage).containsExactly(Stage.VERIFIED, Stage.LOST);
        assertThat(domains.noted())
                .anyMatch(n -> n.startsWith("DOMAIN_LOST"))
                .anyMatch(n -> n.startsWith("DOMAIN_PROVEN"));
        assertThatThrownBy(() -> bring(PIA)).hasMessageContaining("someone else");
        assertThatThrownBy(() -> bring(MARTA)).hasMessageContaining("you already");
    }

    @Test
    void whoHoldsItNoLongerLosesItToWhoProvesIt() {
        Domain martas = bring(MARTA);
        seen(texts(martas.proof().secret()));
        look(martas);
        seen(new Seen.NoAnswer());
        assertThatThrownBy(() -> bring(PIA)).as("nothing is known").hasMessageContaining("someone else");
        seen(new Seen.NoSuchName(List.of(), 300));
        Domain pias = bring(PIA);
        assertThat(domains.rows.get(martas.id()).toDomain().proven())
                .as("still served")
                .isTrue();
        seen(texts(pias.proof().secret()));
        assertThat(look(pias).proven()).isTrue();
        assertThat(domains.rows.get(martas.id()).stage).isEqualTo(Stage.LOST);
    }

    @Test
    void aHostedOneIsTheirsWhileItIsHandedToOurNameServers() {
        Domain domain = bring(MARTA);
        seen(texts(domain.proof().secret()));
        look(domain);
        domains.rows.get(domain.id()).hosted = true;
        seen(new Seen.NoSuchName(List.of(), 300));
        when(servers.nameServers()).thenReturn(List.of("ns.elsewhere.localhost.", "ns2.harbor.localhost"));
        assertThat(look(domain).proven()).isTrue();
        when(servers.nameServers()).thenReturn(List.of("ns1.harbor.localhost"));
        assertThat(look(domain).proven()).isFalse();
        assertThat(domains.rows.get(domain.id()).missingSince).isEqualTo(DomainRows.NOW);
    }

    @Test
    void ofTwoProofsInTheSameMomentOneWins() {
        Domain domain = bring(MARTA);
        seen(texts(domain.proof().secret()));
        doThrow(new DataIntegrityViolationException("unique"))
                .doAnswer(call -> call.getArgument(0))
                .when(domains.repository)
                .saveAndFlush(any());
        Proofs.Look look = look(domain);
        assertThat(look.proven()).isFalse();
        assertThat(look.sentence()).contains("someone else on this harbor has verified this domain too");
    }

    @Test
    void aClaimMadeTwiceIsOneClaimWithOneProof() {
        assertThat(bring(MARTA)).isEqualTo(bring(MARTA));
    }

    @Test
    void aRegistrationThatEndedHereCanBeBroughtFromElsewhere() {
        DomainEntity ended = domains.registered(NAME.ascii(), DomainRows.NOW, false);
        DomainRows.after(ended, new DomainEvent.NotOurs());
        Domain brought = bring(MARTA);
        assertThat(brought.id()).isEqualTo(ended.id);
        assertThat(brought.source()).isEqualTo(Domain.Source.BROUGHT);
        assertThat(brought.life().stage()).isEqualTo(Stage.BROUGHT);
        assertThat(brought.life().expiresAt()).isEmpty();
        assertThat(brought.hosted()).isFalse();
    }
}
