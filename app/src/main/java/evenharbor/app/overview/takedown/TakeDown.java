package evenharbor.app.overview.takedown;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.harbor.publish.LiveSwitch;
import evenharbor.app.harbor.route.EdgeRoutes;
import evenharbor.app.harbor.route.Supposed;
import evenharbor.app.hosting.destination.DestinationStands;
import evenharbor.app.hosting.destination.Removals;
import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.core.harbor.route.Glance;
import evenharbor.core.harbor.route.Routes;
import evenharbor.core.what.live.SiteEvent;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.where.address.Role;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;

/**
 * What taking a site down comes to at each of its addresses and hosts, computed by the routes that will answer then, and
 * the taking down itself.
 */
@Service
public class TakeDown {

    private final Sites sites;
    private final LiveStates states;
    private final Addresses addresses;
    private final EdgeRoutes routes;
    private final DestinationStands destinations;
    private final Removals removals;
    private final LiveSwitch liveSwitch;
    private final Clock clock;

    TakeDown(
            Sites sites,
            LiveStates states,
            Addresses addresses,
            EdgeRoutes routes,
            DestinationStands destinations,
            Removals removals,
            LiveSwitch liveSwitch,
            Clock clock) {
        this.sites = sites;
        this.states = states;
        this.addresses = addresses;
        this.routes = routes;
        this.destinations = destinations;
        this.removals = removals;
        this.liveSwitch = liveSwitch;
        this.clock = clock;
    }

    /**
     * What becomes of an address.
     *
     * @param shown the address
     * @param role its role
     * @param now what visitors get now
     * @param after what they get when the site is not live
     * @param everywhere what they get when it is taken down everywhere
     */
    public record AddressOutcome(String shown, Role role, Glance now, Glance after, Glance everywhere) {}

    /** What taking a site down comes to. */
    public record TakeDownOutcome(List<AddressOutcome> addresses, List<DestinationStands.HostCopy> hosts) {}

    /** What taking a site down would come to. */
    public TakeDownOutcome foreseen(String siteId) {
        sites.mine(siteId);
        Live live = states.of(siteId);
        Routes now = routes.routes();
        Routes after = routes.ifItWere(Supposed.of(with(live, false)));
        Routes everywhere = routes.ifItWere(Supposed.of(with(live, true)));
        long second = clock.instant().getEpochSecond();
        List<AddressOutcome> outcomes = new ArrayList<>();
        for (Address address : addresses.of(siteId)) {
            outcomes.add(new AddressOutcome(
                    address.shown(),
                    address.role(),
                    Glance.at(now, now, address.hostName(), address.path(), second),
                    Glance.at(now, after, address.hostName(), address.path(), second),
                    Glance.at(now, everywhere, address.hostName(), address.path(), second)));
        }
        return new TakeDownOutcome(outcomes, destinations.copies(siteId));
    }

    private static Live with(Live live, boolean everywhere) {
        SiteLife.Outcome outcome = live.life().on(new SiteEvent.TakenDown(everywhere));
        return outcome instanceof SiteLife.Outcome.Next next
                ? new Live(live.siteId(), next.life(), live.changedIn())
                : live;
    }

    /**
     * What was done.
     *
     * @param live whether the site is live
     * @param hostsAsked at how many hosts its copy is being removed
     * @param hostsRefused why it could not be asked for at others, a sentence each
     */
    public record TakenDown(boolean live, int hostsAsked, List<String> hostsRefused) {}

    /**
     * Takes a site down here at once, and asks for the removal of its copies elsewhere.
     *
     * @param everywhere whether its other addresses stop, too, and its copies at all hosts are removed
     */
    public TakenDown carryOut(String siteId, boolean everywhere) {
        Live after = liveSwitch.takeDown(siteId, everywhere);
        return everywhere ? copiesRemoved(siteId, after.live()) : new TakenDown(after.live(), 0, List.of());
    }

    private TakenDown copiesRemoved(String siteId, boolean live) {
        int asked = 0;
        List<String> refused = new ArrayList<>();
        for (DestinationStands.HostCopy copy : destinations.copies(siteId)) {
            try {
                removals.ask(copy.destinationId());
                asked++;
            } catch (Problem problem) {
                refused.add(copy.place() + ": " + problem.getMessage());
            }
        }
        return new TakenDown(live, asked, refused);
    }

    /** Deletes a site, to be brought back for a while; its copies elsewhere are removed when that is wanted. */
    public TakenDown delete(String siteId, boolean hosts) {
        Site site = sites.mine(siteId);
        TakenDown done = hosts ? copiesRemoved(site.id(), false) : new TakenDown(false, 0, List.of());
        sites.delete(siteId);
        return done;
    }
}
