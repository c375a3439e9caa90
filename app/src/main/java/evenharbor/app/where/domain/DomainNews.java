package evenharbor.app.where.domain;

import evenharbor.app.who.access.Current;
import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import java.util.Set;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Tells what becomes of domains: in the record of what happened, and to those who serve them. */
@Component
class DomainNews {

    private final Activities activities;
    private final ApplicationEventPublisher events;

    DomainNews(Activities activities, ApplicationEventPublisher events) {
        this.activities = activities;
        this.events = events;
    }

    /** Records what someone did, or what Even Harbor did by itself, for the domain's account. */
    void note(ActivityKind kind, DomainEntity row, String detail) {
        Person who = Current.present()
                .filter(person -> person.accountId().equals(row.accountId))
                .orElse(Activities.harbor(row.accountId));
        activities.note(
                kind,
                Activities.NO_SITE,
                who,
                row.toDomain().name().unicode() + (detail.isEmpty() ? "" : ", " + detail));
    }

    /** Tells of a domain that has changed. */
    Domain changed(DomainEntity row) {
        return told(row, false);
    }

    /** Tells of a domain that the account no longer holds or claims. */
    void gone(DomainEntity row) {
        told(row, true);
    }

    private Domain told(DomainEntity row, boolean gone) {
        Domain domain = row.toDomain();
        events.publishEvent(new DomainChanged(
                domain, gone, domain.wildcardSite().map(Set::of).orElse(Set.of())));
        return domain;
    }

    /** Tells that other sites answer for names that nobody claimed. */
    Domain caughtBy(DomainEntity row, Set<String> sites) {
        Domain domain = row.toDomain();
        events.publishEvent(new DomainChanged(domain, false, sites));
        return domain;
    }

    /** Tells that a domain's zone has to be brought up to date. */
    void zoneDue(DomainEntity row) {
        events.publishEvent(new ZoneDue(row.id));
    }
}
