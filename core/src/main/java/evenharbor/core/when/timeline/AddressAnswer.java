package evenharbor.core.when.timeline;

import evenharbor.core.what.live.Closure;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddress;
import java.util.List;
import java.util.Optional;

/**
 * What an address answers while a site stands in a way.
 *
 * @param address the address
 * @param words what visitors get, without a stop
 */
public record AddressAnswer(SiteAddress address, String words) {

    /** Stands for the version that a publish to come will make. */
    private static final int DRAFT = 0;

    private static final String NOTHING = "nothing here (404)";

    /** What each address of a site answers. */
    public static List<AddressAnswer> of(List<SiteAddress> addresses, SiteLife life) {
        Optional<SiteAddress> main =
                addresses.stream().filter(a -> a.role() == Role.MAIN).findFirst();
        return addresses.stream()
                .map(address -> new AddressAnswer(address, words(address, main, life)))
                .toList();
    }

    private static String words(SiteAddress address, Optional<SiteAddress> main, SiteLife life) {
        boolean serves = address.role() == Role.MAIN || address.role() == Role.ALIAS;
        if (serves ? !life.served() : !life.otherAddressesAnswer()) {
            return NOTHING;
        }
        return switch (address.role()) {
            case MAIN, ALIAS -> served(life);
            case FORWARDING -> main.map(to -> "forwards to " + to.words()).orElse(NOTHING);
            case POINTER ->
                address.pointsTo().map(to -> "sends visitors to " + to).orElse(NOTHING);
            case TRIAL ->
                address.trialVersion().isPresent()
                        ? "version " + address.trialVersion().getAsInt() + ", for trial"
                        : "the draft, for trial";
        };
    }

    private static String served(SiteLife life) {
        String pages = life.shown()
                .map(shown -> shown.version() == DRAFT ? "the draft as it then is" : "version " + shown.version())
                .orElse(NOTHING);
        return life.closure()
                .map(closure -> closure.whole()
                        ? closed(closure)
                        : pages + ", but at " + String.join(", ", closure.paths()) + ": " + closed(closure))
                .orElse(pages);
    }

    private static String closed(Closure closure) {
        return closure.notice() instanceof Closure.Elsewhere elsewhere
                ? "closed, visitors are sent to " + elsewhere.target()
                : "closed, with a notice (503)";
    }
}
