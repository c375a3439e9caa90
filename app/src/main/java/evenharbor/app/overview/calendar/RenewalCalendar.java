package evenharbor.app.overview.calendar;

import evenharbor.app.HarborProperties;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.what.site.Site;
import evenharbor.app.what.site.Sites;
import evenharbor.app.when.plan.PlansAhead;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.certificate.Certificates;
import evenharbor.app.where.certificate.Secured;
import evenharbor.app.where.domain.Domain;
import evenharbor.app.where.domain.Domains;
import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.ReadingLinks;
import evenharbor.core.where.certificate.Holding;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.DtStart;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.RefreshInterval;
import net.fortuna.ical4j.model.property.Summary;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.immutable.ImmutableCalScale;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;
import org.springframework.stereotype.Service;

/** The renewals and ends of an account's certificates and domains, and what is planned, as an iCalendar object (RFC 5545). */
@Service
class RenewalCalendar {

    private static final Duration AHEAD = Duration.ofDays(400);

    private final Certificates certificates;
    private final Domains domains;
    private final Sites sites;
    private final Addresses addresses;
    private final LiveStates states;
    private final PlansAhead plans;
    private final HarborProperties harbor;
    private final ReadingLinks links;
    private final Clock clock;

    RenewalCalendar(
            Certificates certificates,
            Domains domains,
            Sites sites,
            Addresses addresses,
            LiveStates states,
            PlansAhead plans,
            HarborProperties harbor,
            ReadingLinks links,
            Clock clock) {
        this.certificates = certificates;
        this.domains = domains;
        this.sites = sites;
        this.addresses = addresses;
        this.states = states;
        this.plans = plans;
        this.harbor = harbor;
        this.links = links;
        this.clock = clock;
    }

    /** The URL that the current account's calendar is read at; whoever knows it may read. */
    String url() {
        String token = links.of(Current.person().accountId(), ReadingLinks.Kind.CALENDAR);
        return harbor.appOrigin() + "/calendar/" + token + ".ics";
    }

    /** The calendar behind a secret; empty when there is none. */
    Optional<String> read(String token) {
        return links.account(token, ReadingLinks.Kind.CALENDAR).map(this::of);
    }

    private String of(String account) {
        Calendar calendar = new Calendar();
        calendar.add(new ProdId("-//Even Harbor//Renewals//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        calendar.add(ImmutableCalScale.GREGORIAN);
        calendar.add(new RefreshInterval(null, Duration.ofHours(12)));
        certificates.ofAccount(account).forEach(secured -> add(calendar, secured));
        domains.ofAccount(account).forEach(domain -> add(calendar, domain));
        addPlans(calendar, sites.ofAccount(account));
        return calendar.toString();
    }

    private void addPlans(Calendar calendar, List<Site> all) {
        List<String> ids = all.stream().map(Site::id).toList();
        Map<String, List<Address>> names = addresses.of(ids).stream().collect(Collectors.groupingBy(Address::siteId));
        Map<String, PlansAhead.Coming> coming =
                plans.coming(states.of(ids), names, clock.instant().plus(AHEAD));
        for (Site site : all) {
            for (PlansAhead.Ahead step : coming.get(site.id()).ahead()) {
                VEvent event = new VEvent(false);
                event.add(new Uid("plan-" + step.id() + "@" + harbor.nameEnding()));
                event.add(new DtStamp(clock.instant()));
                event.add(new DtStart<>(step.at()));
                event.add(new Summary(site.title() + ": " + step.words()));
                event.add(new Description("Planned. Change it or call it off on the site's page When."));
                calendar.add(event);
            }
        }
    }

    private void add(Calendar calendar, Secured secured) {
        Optional<Holding> held = secured.life().held();
        secured.life()
                .renewsBy()
                .ifPresent(by -> calendar.add(event(
                        "renewal-" + secured.name(),
                        by,
                        "The certificate of " + secured.name() + " renews itself by today",
                        "Nothing to do.")));
        held.ifPresent(h -> calendar.add(event(
                "end-" + secured.name(),
                h.until(),
                "The certificate of " + secured.name() + " ends" + (h.renews() ? ", unless it is renewed" : ""),
                h.renews()
                        ? "It renews itself before. You are warned two weeks ahead when it does not."
                        : "It was brought, so it does not renew itself: bring the next one.")));
    }

    private void add(Calendar calendar, Domain domain) {
        domain.life()
                .term()
                .filter(term -> domain.life().certain())
                .ifPresent(term -> calendar.add(event(
                        "domain-" + domain.name().ascii(),
                        term.end(),
                        "The domain " + domain.name().unicode() + (term.renews() ? " renews itself by today" : " ends"),
                        term.renews()
                                ? "It costs " + domain.price().words() + "."
                                : "It does not renew itself. Switch renewal on to keep it.")));
    }

    private VEvent event(String id, Instant at, String what, String more) {
        VEvent event = new VEvent(false);
        event.add(new Uid(id + "@" + harbor.nameEnding()));
        event.add(new DtStamp(clock.instant()));
        event.add(new DtStart<>(LocalDate.ofInstant(at, ZoneOffset.UTC)));
        event.add(new Summary(what));
        event.add(new Description(more));
        return event;
    }
}
