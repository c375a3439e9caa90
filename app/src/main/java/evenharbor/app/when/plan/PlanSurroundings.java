package evenharbor.app.when.plan;

import evenharbor.app.hosting.destination.DestinationStands;
import evenharbor.app.what.draft.Drafts;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.certificate.Certificates;
import evenharbor.app.where.certificate.Secured;
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
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
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
        return of(Map.of(siteId, addresses.of(siteId)), List.of(siteId)).of(siteId);
    }

    /** The surroundings of several sites, read together. @param names their addresses, by site */
    Known of(Map<String, List<Address>> names, Collection<String> siteIds) {
        return new Known(names, siteIds);
    }

    /** What is around several sites. */
    final class Known {
        private final Map<String, List<Address>> names = new HashMap<>();
        private final Map<String, Address> byId;
        private final Map<String, Domain> itsDomains;
        private final Map<String, Secured> secured;

        private Known(Map<String, List<Address>> given, Collection<String> siteIds) {
            siteIds.forEach(site -> names.put(site, given.getOrDefault(site, List.of())));
            List<Address> all = names.values().stream().flatMap(List::stream).toList();
            byId = all.stream().collect(Collectors.toMap(Address::id, Function.identity()));
            Set<String> ids =
                    all.stream().map(Address::domainId).filter(Objects::nonNull).collect(Collectors.toSet());
            itsDomains = ids.isEmpty() ? Map.of() : domains.find(ids);
            secured = all.isEmpty()
                    ? Map.of()
                    : certificates.of(all.stream().map(Address::hostName).collect(Collectors.toSet()));
        }

        Surroundings of(String siteId) {
            return new Surroundings() {
                @Override
                public List<Ending> endings(String addressId) {
                    return Optional.ofNullable(byId.get(addressId))
                            .map(Known.this::endings)
                            .orElse(List.of());
                }

                @Override
                public Optional<String> hostTrouble(String destinationId) {
                    return destinations.broken(siteId).stream()
                            .filter(broken -> broken.id().equals(destinationId))
                            .findFirst()
                            .map(broken ->
                                    "The last work at " + broken.place() + " broke off. Go on with it there first.");
                }

                @Override
                public Optional<String> draftTrouble() {
                    return PlanSurroundings.this.draftTrouble(siteId, names.get(siteId));
                }
            };
        }

        private List<Surroundings.Ending> endings(Address address) {
            Instant now = clock.instant();
            List<Surroundings.Ending> all = new ArrayList<>();
            Optional.ofNullable(address.domainId())
                    .map(itsDomains::get)
                    .ifPresent(domain -> domainEnd(domain, now)
                            .ifPresent(at -> all.add(new Surroundings.Ending(
                                    Collisions.Kind.DOMAIN_ENDS, domain.name().unicode(), at))));
            Optional.ofNullable(secured.get(address.hostName()))
                    .flatMap(held -> certificateEnd(held.life()))
                    .ifPresent(at ->
                            all.add(new Surroundings.Ending(Collisions.Kind.CERTIFICATE_ENDS, address.hostName(), at)));
            return all;
        }
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

    private Optional<String> draftTrouble(String siteId, List<Address> names) {
        Map<String, FileEntry> files = drafts.files(drafts.find(siteId)).files();
        if (files.isEmpty()) {
            return Optional.of("The draft holds no files. Add some first.");
        }
        if (names.isEmpty()) {
            return Optional.of("The site has no address. Choose one first.");
        }
        return files.entrySet().stream()
                .filter(file -> !blobs.has(file.getValue().hash()))
                .findFirst()
                .map(file -> "“" + file.getKey()
                        + "” is damaged or gone from the harbor's store. Put the file into the draft again.");
    }
}
