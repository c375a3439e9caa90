package evenharbor.app.where.domain;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.app.where.dns.Dns;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.Seen;
import java.time.Clock;
import java.util.Optional;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Domains registered elsewhere: claiming one, and proving that it is one's own. */
@Service
public class Proofs {

    private final DomainRepository repository;
    private final ZoneCopyRepository copies;
    private final Dns dns;
    private final DomainNews news;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Proofs(
            DomainRepository repository,
            ZoneCopyRepository copies,
            Dns dns,
            DomainNews news,
            TransactionTemplate transactions,
            Clock clock) {
        this.repository = repository;
        this.copies = copies;
        this.dns = dns;
        this.news = news;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** Claims a name registered elsewhere. It is theirs once its TXT record is seen. */
    public Domain bring(HostName name) {
        String account = Current.person().accountId();
        Optional<Domain> before =
                repository.findByNameAndAccountId(name.ascii(), account).map(DomainEntity::toDomain);
        if (repository.findByProvenName(name.ascii()).isPresent()) {
            throw new Problem(
                    ProblemType.NAME_TAKEN,
                    name.unicode() + " is proven by "
                            + (before.isPresent() ? "you already." : "someone else on this harbor.")
                            + " Nothing was changed.");
        }
        if (before.isPresent() && before.get().state() != Domain.State.ENDED) {
            return before.get();
        }
        return transactions.execute(t -> {
            DomainEntity row = before.flatMap(d -> repository.findById(d.id()))
                    .orElseGet(() -> DomainEntity.fresh(
                            name, Domain.Source.BROUGHT, Domain.State.CLAIMED, Current.person(), clock.instant()));
            row.source = Domain.Source.BROUGHT;
            row.state = Domain.State.CLAIMED;
            row.hosted = false;
            row.expiresAt = null;
            row.trouble = "";
            row.nextLookAt = clock.instant();
            repository.save(row);
            news.note(ActivityKind.DOMAIN_BROUGHT, row, "");
            return news.changed(row);
        });
    }

    /** What was seen when the proof was looked for. */
    public record Look(boolean proven, String sentence) {}

    /** Looks for the proof of any domain now. */
    public Look prove(String id) {
        Domain domain = repository.findById(id).orElseThrow().toDomain();
        if (domain.proven()) {
            return new Look(true, "Proven.");
        }
        Seen seen = dns.delegation(domain.name())
                .thenCompose(delegation -> dns.texts(domain.proof().name(), delegation))
                .join();
        if (!domain.proof().shownBy(seen)) {
            return new Look(
                    false, "Asked for the TXT record at " + domain.proof().name() + ": " + seen.words() + ".");
        }
        try {
            transactions.executeWithoutResult(t -> proven(id));
        } catch (DataIntegrityViolationException e) {
            return new Look(false, "Someone else proved this domain a moment ago.");
        }
        return new Look(true, "Proven.");
    }

    private void proven(String id) {
        DomainEntity row = repository.findById(id).orElseThrow();
        row.provenName = row.name;
        row.state = Domain.State.HELD;
        row.provenAt = clock.instant();
        row.trouble = "";
        row.nextLookAt = null;
        repository.saveAndFlush(row);
        othersGiveWay(row);
        news.note(ActivityKind.DOMAIN_PROVEN, row, "");
        news.changed(row);
    }

    /** Unproven claims of others end when a domain is certain to be someone's. */
    void othersGiveWay(DomainEntity certain) {
        for (DomainEntity other : repository.findByName(certain.name)) {
            if (!other.id.equals(certain.id)) {
                copies.deleteByDomainId(other.id);
                repository.delete(other);
                news.note(ActivityKind.DOMAIN_LOST, other, "someone else has proven it");
                news.gone(other);
            }
        }
    }
}
