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
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.Seen;
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
    private final Proofs proofs =
            new Proofs(domains.repository, domains.copies, dns, domains.news, domains.transactions, domains.clock);

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

    @Test
    void whatIsSeenInsteadOfTheProofIsSaid() {
        Domain domain = bring(MARTA);
        Proofs.Look look = proofs.prove(domain.id());
        assertThat(look.proven()).isFalse();
        assertThat(look.sentence()).contains("_harbor-proof.nightjar.club.localhost", "no such name");
        seen(texts("v=spf1 -all", bring(PIA).proof().secret()));
        assertThat(proofs.prove(domain.id()).proven())
                .as("the proof of someone else")
                .isFalse();
        assertThat(domains.rows.get(domain.id()).state).isEqualTo(Domain.State.CLAIMED);
    }

    @Test
    void aProofEndsTheUnprovenClaimsOfOthers() {
        Domain domain = bring(MARTA);
        bring(PIA);
        seen(texts("v=spf1 -all", domain.proof().secret()));
        assertThat(proofs.prove(domain.id()).proven()).isTrue();
        assertThat(domains.rows).containsOnlyKeys(domain.id());
        DomainEntity row = domains.rows.get(domain.id());
        assertThat(row.provenName).isEqualTo(NAME.ascii());
        assertThat(row.nextLookAt).as("nothing more is due").isNull();
        assertThat(domains.noted())
                .anyMatch(n -> n.startsWith("DOMAIN_LOST"))
                .anyMatch(n -> n.startsWith("DOMAIN_PROVEN"));
        seen(new Seen.NoSuchName(List.of(), 300));
        assertThat(proofs.prove(domain.id()).proven())
                .as("once proven it stays so")
                .isTrue();
        assertThatThrownBy(() -> bring(PIA)).hasMessageContaining("someone else");
        assertThatThrownBy(() -> bring(MARTA)).hasMessageContaining("you already");
    }

    @Test
    void ofTwoProofsInTheSameMomentOneWins() {
        Domain domain = bring(MARTA);
        seen(texts(domain.proof().secret()));
        doThrow(new DataIntegrityViolationException("unique"))
                .when(domains.repository)
                .saveAndFlush(any());
        assertThat(proofs.prove(domain.id()))
                .isEqualTo(new Proofs.Look(false, "Someone else proved this domain a moment ago."));
    }

    @Test
    void aClaimMadeTwiceIsOneClaimWithOneProof() {
        assertThat(bring(MARTA)).isEqualTo(bring(MARTA));
    }

    @Test
    void aRegistrationThatEndedHereCanBeBroughtFromElsewhere() {
        DomainEntity ended = domains.registered(NAME.ascii(), DomainRows.NOW, false);
        ended.state = Domain.State.ENDED;
        ended.provenName = null;
        Domain brought = bring(MARTA);
        assertThat(brought.id()).isEqualTo(ended.id);
        assertThat(brought.source()).isEqualTo(Domain.Source.BROUGHT);
        assertThat(brought.state()).isEqualTo(Domain.State.CLAIMED);
        assertThat(brought.expiresAt()).isEmpty();
        assertThat(brought.hosted()).isFalse();
    }
}
