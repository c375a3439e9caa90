package evenharbor.app.where.domain;

import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import evenharbor.app.who.access.Person;
import evenharbor.app.who.activity.Activities;
import evenharbor.app.who.activity.ActivityKind;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.domain.DomainEvent;
import evenharbor.practice.clock.PracticeClock;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mockito.Mockito;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Domains kept in memory, for services that are tried alone; with what is told of them, and a clock that stands still. */
final class DomainRows {

    static final Instant NOW = Instant.parse("2026-11-24T12:00:00Z");
    static final Person MARTA = new Person("p1", "a1", "Marta Quill", "marta@papermoon.example");

    final Map<String, DomainEntity> rows = new LinkedHashMap<>();
    final DomainRepository repository = mock(DomainRepository.class);
    final Activities activities = mock(Activities.class);
    final List<Object> events = new ArrayList<>();
    final PlatformTransactionManager manager = mock(PlatformTransactionManager.class);
    final TransactionTemplate transactions = new TransactionTemplate(manager);
    final PracticeClock clock = new PracticeClock(Clock.fixed(NOW, ZoneOffset.UTC));
    final DomainNews news;
    final DomainLives lives;

    DomainRows() {
        ApplicationEventPublisher publisher = events::add;
        news = new DomainNews(activities, publisher);
        lives = new DomainLives(repository, news, manager, clock);
        when(repository.locked(any())).thenAnswer(call -> Optional.ofNullable(rows.get(call.<String>getArgument(0))));
        when(repository.findById(any())).thenAnswer(call -> Optional.ofNullable(rows.get(call.<String>getArgument(0))));
        when(repository.save(any())).thenAnswer(call -> keep(call.getArgument(0)));
        when(repository.saveAndFlush(any())).thenAnswer(call -> keep(call.getArgument(0)));
        when(repository.idsOfOthers(any(), any()))
                .thenAnswer(call -> rows.values().stream()
                        .filter(r -> r.name.equals(call.getArgument(0)) && !r.id.equals(call.getArgument(1)))
                        .map(r -> r.id)
                        .toList());
        when(repository.lockedOfAccount(any(), any()))
                .thenAnswer(call -> repository.findByNameAndAccountId(call.getArgument(0), call.getArgument(1)));
        when(repository.findByNameAndAccountId(any(), any()))
                .thenAnswer(call -> rows.values().stream()
                        .filter(r -> r.name.equals(call.getArgument(0)) && r.accountId.equals(call.getArgument(1)))
                        .findFirst());
        when(repository.findByIdAndAccountId(any(), any()))
                .thenAnswer(call -> Optional.ofNullable(rows.get(call.<String>getArgument(0)))
                        .filter(r -> r.accountId.equals(call.getArgument(1))));
        when(repository.findByProvenName(any()))
                .thenAnswer(call -> rows.values().stream()
                        .filter(r -> call.getArgument(0).equals(r.provenName))
                        .findFirst());
        Mockito.doAnswer(call -> rows.remove(call.<DomainEntity>getArgument(0).id))
                .when(repository)
                .delete(any());
        Mockito.doAnswer(call -> rows.remove(call.<String>getArgument(0)))
                .when(repository)
                .deleteById(any());
    }

    private DomainEntity keep(DomainEntity row) {
        rows.put(row.id, row);
        return row;
    }

    /** A domain registered here that ends at some time. */
    DomainEntity registered(String name, Instant end, boolean renews) {
        DomainEntity row = DomainEntity.fresh(new HostName(name), MARTA, NOW.minusSeconds(60));
        row.hosted = true;
        return keep(after(
                row,
                new DomainEvent.RegistrationAsked(),
                new DomainEvent.Registered(end),
                new DomainEvent.RenewalSet(renews)));
    }

    /** A domain registered elsewhere that someone claims. */
    DomainEntity claimed(String name, Person person) {
        return keep(
                after(DomainEntity.fresh(new HostName(name), person, NOW.minusSeconds(60)), new DomainEvent.Brought()));
    }

    /** Lets what happened a minute ago happen to a row, without a word about it. */
    static DomainEntity after(DomainEntity row, DomainEvent... events) {
        for (DomainEvent event : events) {
            row.live(row.life().on(event, NOW.minusSeconds(60)));
        }
        return row;
    }

    /** What was noted, as kind and detail, in order. */
    List<String> noted() {
        List<String> noted = new ArrayList<>();
        Mockito.mockingDetails(activities).getInvocations().stream()
                .filter(i -> i.getMethod().getName().equals("note"))
                .forEach(i -> noted.add(i.<ActivityKind>getArgument(0) + " " + i.getArgument(3)));
        return noted;
    }
}
