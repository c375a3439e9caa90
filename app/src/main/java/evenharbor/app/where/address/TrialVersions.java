package evenharbor.app.where.address;

import evenharbor.app.what.version.VersionUser;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Versions that are shown for trial. */
@Component
class TrialVersions implements VersionUser {

    private final Addresses addresses;

    TrialVersions(Addresses addresses) {
        this.addresses = addresses;
    }

    @Override
    public Set<Integer> needed(String siteId) {
        return addresses.of(siteId).stream()
                .filter(address -> address.trialVersion() != null)
                .map(Address::trialVersion)
                .collect(Collectors.toSet());
    }
}
