package evenharbor.app.harbor.route;

import evenharbor.app.what.live.Live;
import evenharbor.app.where.address.Address;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.what.site.Settings;
import evenharbor.core.where.redirect.Redirects;
import evenharbor.core.who.audience.AudienceRules;
import java.util.List;
import java.util.Optional;

/**
 * How a site might stand.
 *
 * @param live what visitors would get
 * @param source what that would be made of; empty when it is a version that there is
 * @param redirects the redirects they would meet; empty for those that its life names
 * @param addresses its addresses; empty for those it has
 * @param audience who would be let in where; empty for who is
 */
public record Supposed(
        Live live,
        Optional<Source> source,
        Optional<Redirects> redirects,
        Optional<List<Address>> addresses,
        Optional<AudienceRules> audience) {

    /**
     * What a build is made of.
     *
     * @param manifest hash of the manifest of its files
     * @param settings the settings that shape it
     */
    public record Source(String manifest, Settings settings) {}

    /** As this says. */
    public static Supposed of(Live live) {
        return new Supposed(live, Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());
    }

    /** With a life of its own. */
    public static Supposed of(Live now, SiteLife life) {
        return of(new Live(now.siteId(), life, now.changedIn()));
    }

    /** The same, made of these files. */
    public Supposed madeOf(String manifest, Settings settings) {
        return new Supposed(live, Optional.of(new Source(manifest, settings)), redirects, addresses, audience);
    }

    /** The same, with these redirects. */
    public Supposed with(Redirects rules) {
        return new Supposed(live, source, Optional.of(rules), addresses, audience);
    }

    /** The same, at these addresses. */
    public Supposed at(List<Address> others) {
        return new Supposed(live, source, redirects, Optional.of(others), audience);
    }

    /** The same, for others. */
    public Supposed lettingIn(AudienceRules rules) {
        return new Supposed(live, source, redirects, addresses, Optional.of(rules));
    }

    /** The same, with another life. */
    public Supposed living(SiteLife life) {
        return showing(new Live(live.siteId(), life, live.changedIn()));
    }

    Supposed showing(Live other) {
        return new Supposed(other, source, redirects, addresses, audience);
    }
}
