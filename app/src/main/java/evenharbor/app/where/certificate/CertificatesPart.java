package evenharbor.app.where.certificate;

import evenharbor.app.common.health.HealthPart;
import evenharbor.app.common.health.Trouble;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** Whether certificates can be had: those of the harbor itself, and that those of sites are renewed in time. */
@Component
class CertificatesPart implements HealthPart {

    private static final Duration SOON = Duration.ofDays(10);

    private final CertificateRepository repository;
    private final Clock clock;

    CertificatesPart(CertificateRepository repository, Clock clock) {
        this.repository = repository;
        this.clock = clock;
    }

    @Override
    public String name() {
        return "certificates";
    }

    @Override
    public List<Trouble> troubles() {
        List<Trouble> all = new ArrayList<>();
        repository.findByAccountIdOrderByName(HttpsByDefault.HARBOR).stream()
                .filter(row -> row.wanted && row.hindranceSentence != null)
                .forEach(
                        row -> all.add(
                                new Trouble(
                                        "There is no new certificate for " + row.name + ". " + row.hindranceSentence,
                                        "See that the name leads here and that ports 80 and 443 are open. It is tried again by itself.")));
        long late = repository
                .findByWantedTrueAndValidUntilLessThanEqual(clock.instant().plus(SOON))
                .stream()
                .filter(row -> row.renews && !row.accountId.equals(HttpsByDefault.HARBOR))
                .count();
        if (late > 0) {
            all.add(new Trouble(
                    "Certificates of sites end within ten days and could not be renewed.",
                    "Their owners are told why. If there are many, see whether the authority answers: the log tells."));
        }
        return all;
    }
}
