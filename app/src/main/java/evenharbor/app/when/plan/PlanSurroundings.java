package evenharbor.app.when.plan;

import evenharbor.app.hosting.destination.DestinationStands;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.certificate.Certificates;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.core.what.version.FileEntry;
import evenharbor.core.when.plan.Collisions;
import evenharbor.core.when.plan.Surroundings;
import evenharbor.core.where.certificate.CertificateLife;
import evenharbor.core.where.certificate.Holding;
import evenharbor.edge.blob.Blobs;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What is around a site as it is known now: its domains, certificates, hosts and the draft. */
@Component
class PlanSurroundings {

    private final Addresses addresses;
    private final Domains domains;
    private final Certificates certificates;
    private final DestinationStands destinations;
    private final Drafts drafts;
    private final Blobs blobs;
    private final Clock clock;

    PlanSurroundings(
            Addresses addresses,
            Domains domains,
            Certificates certificates,
            DestinationStands destinations,
            Drafts drafts,
            Blobs blobs,
            Clock clock) {
        this.addresses = addresses;
        this.domains = domains;
        this.certificates = certificates;
        this.destinations = destinations;
        this.drafts = drafts;
        this.blobs = blobs;
        this.clock = clock;
    }

    /** The surroundings of a site. */
    Surroundings of(String siteId) {
        return new Surroundings() {
            @Override
            public List<Ending> endings(String addressId) {
                return addresses.find(List.of(addressId)).stream()
                        .findFirst()
                        .map(PlanSurroundings.this::endings)
                        .orElse(List.of());
            }

            @Override
            public Optional<String> hostTrouble(String destinationId) {
                return destinations.broken(siteId).stream()
                        .filter(broken -> broken.id().equals(destinationId))
                        .findFirst()
                        .map(broken -> "The last work at " + broken.place() + " broke off. Go on with it there first.");
            }

            @Override
            public Optional<String> draftTrouble() {
                return PlanSurroundings.this.draftTrouble(siteId);
            }
        };
    }

    private List<Surroundings.Ending> endings(Address address) {
        Instant now = clock.instant();
        List<Surroundings.Ending> all = new ArrayList<>();
        Optional.ofNullable(address.domainId())
                .flatMap(domains::find)
                .ifPresent(domain -> domainEnd(domain, now)
                        .ifPresent(at -> all.add(new Surroundings.Ending(
                                Collisions.Kind.DOMAIN_ENDS, domain.name().unicode(), at))));
        String host = address.hostName();
        Optional.ofNullable(certificates.of(List.of(host)).get(host))
                .flatMap(secured -> certificateEnd(secured.life()))
                .ifPresent(at ->
                        all.add(new Surroundings.Ending(Collisions.Kind.CERTIFICATE_ENDS, address.hostName(), at)));
        return all;
    }

    private static Optional<Instant> domainEnd(Domain domain, Instant now) {
        return domain.life().endsUnlessSomethingIsDone(now);
    }

    /** One that renews itself ends only where that has not been possible. */
    private static Optional<Instant> certificateEnd(CertificateLife life) {
        return life.held()
                .filter(held -> life.wanted())
                .filter(held -> !held.renews() || life.hindrance().isPresent())
                .map(Holding::until);
    }

    private Optional<String> draftTrouble(String siteId) {
        Map<String, FileEntry> files = drafts.files(drafts.find(siteId)).files();
        if (files.isEmpty()) {
            return Optional.of("The draft holds no files. Add some first.");
        }
        if (!addresses.any(siteId)) {
            return Optional.of("The site has no address. Choose one first.");
        }
        return files.entrySet().stream()
                .filter(file -> !blobs.has(file.getValue().hash()))
                .findFirst()
                .map(file -> "“" + file.getKey()
                        + "” is damaged or gone from the harbor's store. Put the file into the draft again.");
    }
}
