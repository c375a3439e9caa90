package evenharbor.app.harbor.outcome;

import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.visit.PageVisits;
import evenharbor.app.where.visit.Visits;
import evenharbor.core.harbor.outcome.Recorded;
import evenharbor.core.where.address.Role;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What visitors of a site asked for of late: pages, paths that a redirect answered, and what people found nothing at. */
@Component
class AskedLately {

    static final int DAYS = 30;
    private static final int MOST = 10_000;
    private static final int MOST_MISSED = 1_000;

    private final PageVisits pages;
    private final Visits visits;
    private final Addresses addresses;

    AskedLately(PageVisits pages, Visits visits, Addresses addresses) {
        this.pages = pages;
        this.visits = visits;
        this.addresses = addresses;
    }

    /**
     * One request that visitors made.
     *
     * @param path from where the site is mounted
     * @param shown with the host name before it unless it is the main address
     */
    record Request(String path, String shown, Recorded recorded) {}

    Optional<LocalDate> since(String siteId) {
        return pages.first(siteId);
    }

    List<Request> of(String siteId) {
        Optional<Address> main = addresses.of(siteId).stream()
                .filter(address -> address.role() == Role.MAIN)
                .findFirst();
        String mainPlace = main.map(a -> a.hostName() + a.base()).orElse("");
        List<Request> all = new ArrayList<>();
        pages.asked(siteId, DAYS, MOST)
                .forEach(asked -> all.add(request(asked.place(), asked.path(), asked.visits(), mainPlace)));
        if (main.isPresent()) {
            visits.missed(siteId, DAYS, MOST_MISSED).stream()
                    .filter(missed -> missed.browsers() > 0)
                    .forEach(missed -> all.add(request(mainPlace, missed.path(), missed.count(), mainPlace)));
        }
        return all;
    }

    private static Request request(String place, String path, long visits, String mainPlace) {
        int slash = place.indexOf('/');
        String host = slash < 0 ? place : place.substring(0, slash);
        String base = slash < 0 ? "" : place.substring(slash);
        return new Request(
                path, place.equals(mainPlace) ? path : place + path, new Recorded(host, base + path, visits));
    }
}
