package evenharbor.core.where.address;

import evenharbor.core.where.domain.Expected;
import evenharbor.core.where.domain.RecordSet;
import evenharbor.core.where.domain.Seen;
import evenharbor.core.where.domain.Sighting;
import java.util.List;
import java.util.Optional;

/**
 * All that was seen of an address.
 *
 * @param host the name
 * @param domain the domain it lies under; the harbor's own name for harbor addresses
 * @param hold how it is held
 * @param proof the TXT record that proves the domain; none for one that needs no proof
 * @param delegation how finding the domain's own name servers went: a failure, or the servers' names as data
 * @param expected what its records must say
 * @param fixes the records that would lead here
 * @param hosted whether we host the domain's zone
 * @param looks the latest look of each server asked
 * @param past earlier looks whose answers may still be kept somewhere
 * @param visit what visitors got
 * @param secure what was seen of its HTTPS; empty where that is not wanted
 */
public record AddressSight(
        HostName host,
        HostName domain,
        Hold hold,
        Optional<RecordSet> proof,
        Seen delegation,
        Expected expected,
        List<RecordSet> fixes,
        boolean hosted,
        List<Sighting> looks,
        List<Sighting> past,
        Visit visit,
        Optional<SecureSight> secure) {

    /** How an address is held. */
    public enum Hold {
        HARBOR,
        PROVEN,
        UNPROVEN,
        LOST
    }

    /**
     * What visitors got when the address was opened.
     *
     * @param asked whether it was opened at all
     * @param right whether they got what the address is for
     * @param expected what they should get
     * @param seen what they got
     * @param todo what to do
     */
    public record Visit(boolean asked, boolean right, String expected, String seen, String todo) {

        /** Not opened. */
        public static final Visit NONE = new Visit(false, false, "", "", "");
    }
}
