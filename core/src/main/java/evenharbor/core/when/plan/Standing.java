package evenharbor.core.when.plan;

import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.PlannedAction.Facet;

/**
 * How a site stands as far as plans can change it.
 *
 * @param life what visitors get
 * @param main id of its main address; empty for none
 */
public record Standing(SiteLife life, String main) {

    /** Whether one facet stands as in another standing: nobody has decided otherwise in between. */
    boolean sameAs(Standing other, Facet facet) {
        return switch (facet) {
            case CONTENT ->
                life.live() == other.life.live()
                        && life.shown()
                                .map(SiteLife.Shown::version)
                                .equals(other.life.shown().map(SiteLife.Shown::version));
            case CLOSURE -> life.closure().equals(other.life.closure());
            case REDIRECTS -> life.redirects().equals(other.life.redirects());
            case MAIN -> main.equals(other.main);
            case HOST -> true;
        };
    }

    /** This standing with one facet as it was before. */
    Standing back(Standing before, Facet facet) {
        return switch (facet) {
            case CONTENT ->
                new Standing(
                        new SiteLife(
                                before.life.shown().or(life::shown),
                                before.life.live(),
                                before.life.everywhereDown(),
                                life.publishing(),
                                life.redirects(),
                                life.closure(),
                                life.deleted()),
                        main);
            case REDIRECTS -> meeting(before.life.redirects());
            case CLOSURE -> new Standing(life.closedAs(before.life.closure()), main);
            case MAIN -> new Standing(life, before.main);
            case HOST -> this;
        };
    }

    private Standing meeting(String redirects) {
        return new Standing(
                new SiteLife(
                        life.shown(),
                        life.live(),
                        life.everywhereDown(),
                        life.publishing(),
                        redirects,
                        life.closure(),
                        life.deleted()),
                main);
    }
}
