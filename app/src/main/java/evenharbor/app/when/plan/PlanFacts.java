package evenharbor.app.when.plan;

import evenharbor.app.harbor.publish.SiteClosures;
import evenharbor.app.hosting.destination.PlannedSendings;
import evenharbor.app.what.version.SavedVersion;
import evenharbor.app.what.version.Versions;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.core.what.live.Closing;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.Course;
import evenharbor.core.where.address.Role;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What steps of plans need to know of a site. */
@Component
class PlanFacts {

    /** Stands for the version that a publish will make: no version has it. */
    static final int DRAFT = 0;

    private final Versions versions;
    private final Addresses addresses;
    private final SiteClosures closures;
    private final PlannedSendings sendings;

    PlanFacts(Versions versions, Addresses addresses, SiteClosures closures, PlannedSendings sendings) {
        this.versions = versions;
        this.addresses = addresses;
        this.closures = closures;
        this.sendings = sendings;
    }

    /** Facts for carrying a step out: a version that has no build yet gets one. */
    Course.Facts now(String siteId) {
        return new Read(siteId, true, addresses.of(siteId));
    }

    /** Facts for looking ahead, each of them read once. */
    Course.Facts ahead(String siteId, List<Address> names) {
        return new Read(siteId, false, names);
    }

    private final class Read implements Course.Facts {
        private final String siteId;
        private final boolean build;
        private final List<Address> names;
        private final Map<Integer, Optional<SavedVersion>> known = new HashMap<>();
        private String redirects;

        Read(String siteId, boolean build, List<Address> names) {
            this.siteId = siteId;
            this.build = build;
            this.names = names;
        }

        private Optional<SavedVersion> found(int number) {
            return known.computeIfAbsent(number, n -> versions.find(siteId, n));
        }

        @Override
        public Optional<SiteLife.Shown> version(int number) {
            return found(number)
                    .map(version -> new SiteLife.Shown(
                            number,
                            build ? versions.buildOf(version) : version.build().orElse("")));
        }

        @Override
        public String redirectsOf(int number) {
            return found(number).map(SavedVersion::redirects).orElse("");
        }

        @Override
        public String redirectsNow() {
            if (redirects == null) {
                redirects = versions.redirectsNow(siteId);
            }
            return redirects;
        }

        @Override
        public boolean maySendTo(String destinationId) {
            return sendings.place(siteId, destinationId).isPresent();
        }

        @Override
        public SiteLife.Shown draft(Instant at) {
            return new SiteLife.Shown(DRAFT, "");
        }

        @Override
        public Optional<Closure> closure(Closing closing, Optional<Instant> reopens) {
            return closures.of(siteId, closing, reopens);
        }

        @Override
        public boolean mayBeMain(String addressId) {
            return names.stream().anyMatch(a -> a.id().equals(addressId) && mayLead(a));
        }
    }

    private static boolean mayLead(Address address) {
        return address.role() != Role.POINTER;
    }

    /** The id of a site's main address; empty for none. */
    String main(String siteId) {
        return main(addresses.of(siteId));
    }

    /** The id of the main address among those of a site; empty for none. */
    static String main(List<Address> names) {
        return names.stream()
                .filter(a -> a.role() == Role.MAIN)
                .map(Address::id)
                .findFirst()
                .orElse("");
    }
}
