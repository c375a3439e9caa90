package evenharbor.app.where.domain;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.where.dns.Delegation;
import evenharbor.app.where.dns.Dns;
import evenharbor.app.where.dns.ZoneServer;
import evenharbor.app.who.access.Current;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.DomainEvent;
import evenharbor.core.where.domain.DomainLife.Stage;
import evenharbor.core.where.domain.Seen;
import java.time.Clock;
import java.util.Optional;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Domains registered elsewhere: claiming one, proving that it is one's own, and seeing that it still is. */
@Service
public class Proofs {

    private final DomainRepository repository;
    private final Dns dns;
    private final ZoneServer servers;
    private final DomainLives lives;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Proofs(
            DomainRepository repository,
            Dns dns,
            ZoneServer servers,
            DomainLives lives,
            TransactionTemplate transactions,
            Clock clock) {
        this.repository = repository;
        this.dns = dns;
        this.servers = servers;
        this.lives = lives;
        this.transactions = transactions;
        this.clock = clock;
    }

    /**
     * Claims a name registered elsewhere. It is theirs once its TXT record is seen. One that someone else here has proven
     * can be claimed when their proof is not there any more.
     */
    public Domain bring(HostName name) {
        String account = Current.person().accountId();
        Optional<Domain> before =
                repository.findByNameAndAccountId(name.ascii(), account).map(DomainEntity::toDomain);
        Optional<Domain> holder = repository.findByProvenName(name.ascii()).map(DomainEntity::toDomain);
        if (holder.isPresent() && before.map(Domain::id).equals(holder.map(Domain::id))) {
            throw new Problem(
                    ProblemType.NAME_TAKEN, name.unicode() + " is verified by you already. Nothing was changed.");
        }
        if (holder.isPresent() && !claimable(holder.get())) {
            throw new Problem(
                    ProblemType.NAME_TAKEN,
                    name.unicode() + " is verified by someone else on this harbor. Nothing was changed.");
        }
        return transactions
                .execute(t -> {
                    DomainEntity row = repository
                            .lockedOfAccount(name.ascii(), account)
                            .orElseGet(() -> DomainEntity.fresh(name, Current.person(), clock.instant()));
                    return lives.apply(row, new DomainEvent.Brought());
                })
                .orElseThrow();
    }

    private boolean claimable(Domain holder) {
        return holder.life().stage() == Stage.VERIFIED
                && lives.apply(holder.id(), seen(holder).event())
                        .map(now -> now.life().missingSince().isPresent())
                        .orElse(true);
    }

    /** What was seen when the proof was looked for. */
    public record Look(boolean proven, String sentence) {}

    private record Sight(DomainEvent event, String sentence) {}

    /** Looks for the proof of any domain now, and takes what is seen as it is. */
    public Look look(Domain domain) {
        if (domain.source() == Domain.Source.REGISTERED) {
            return new Look(domain.proven(), "It is registered here.");
        }
        Sight sight = seen(domain);
        try {
            boolean proven = lives.apply(domain.id(), sight.event())
                    .map(now -> now.proven() && now.life().missingSince().isEmpty())
                    .orElse(false);
            return new Look(proven, proven ? "Verified." : sight.sentence());
        } catch (DataIntegrityViolationException e) {
            lives.apply(domain.id(), new DomainEvent.ProofUnknown());
            return new Look(
                    false,
                    "The record is there, but someone else on this harbor has verified this domain too, and their record is still there. Remove it, then check again.");
        }
    }

    private Sight seen(Domain domain) {
        Delegation delegation = dns.delegation(domain.name()).join();
        if (domain.hosted() && ours(delegation)) {
            return new Sight(new DomainEvent.ProofSeen(), "Its name servers are ours.");
        }
        Seen texts = delegation.seen() instanceof Seen.Records
                ? dns.texts(domain.proof().name(), delegation).join()
                : delegation.seen();
        String sentence = "Asked for the TXT record at " + domain.proof().name() + ": " + texts.words() + ".";
        if (domain.proof().shownBy(texts)) {
            return new Sight(new DomainEvent.ProofSeen(), sentence);
        }
        return new Sight(
                texts.conclusive() ? new DomainEvent.ProofMissing() : new DomainEvent.ProofUnknown(), sentence);
    }

    /** Whoever can hand a domain to our name servers, and did, holds it. */
    private boolean ours(Delegation delegation) {
        return !delegation.seen().data().isEmpty()
                && servers.nameServers().containsAll(delegation.seen().data());
    }
}
