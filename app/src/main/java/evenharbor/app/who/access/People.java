package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.core.who.access.PasswordRules;
import evenharbor.core.who.access.PersonRole;
import evenharbor.core.who.mail.MailAddress;
import java.time.Clock;
import java.time.ZoneId;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Accounts and the people in them. Passwords are hashed and compared while no connection to the database is held: that
 * takes long on purpose.
 */
@Service
public class People {

    private final AccountRepository accounts;
    private final PersonRepository people;
    private final PasswordEncoder passwords;
    private final Memberships memberships;
    private final SignInThrottle throttle;
    private final CredentialEvents events;
    private final TransactionTemplate transactions;
    private final ApplicationEventPublisher published;
    private final Clock clock;
    private final String nobodysHash;

    People(
            AccountRepository accounts,
            PersonRepository people,
            PasswordEncoder passwords,
            Memberships memberships,
            SignInThrottle throttle,
            CredentialEvents events,
            TransactionTemplate transactions,
            ApplicationEventPublisher published,
            Clock clock) {
        this.accounts = accounts;
        this.people = people;
        this.passwords = passwords;
        this.memberships = memberships;
        this.throttle = throttle;
        this.events = events;
        this.transactions = transactions;
        this.published = published;
        this.clock = clock;
        this.nobodysHash = passwords.encode(Ids.secret());
    }

    /** Opens an account with its first person. The very first person of a harbor operates it. */
    public Person openAccount(String accountName, String name, String email, String password) {
        String hash = hashed(password, List.of(accountName, name, email));
        return transactions.execute(status -> {
            Account account = new Account();
            account.id = Ids.id();
            account.name = accountName.strip();
            account.createdAt = clock.instant();
            accounts.save(account);
            Person person = saved(account.id, name, email, hash);
            memberships.put(account.id, person.id(), Optional.of(PersonRole.OWNER));
            events.note(person, person, CredentialEvents.Kind.ACCOUNT_OPENED, account.name);
            return person;
        });
    }

    /**
     * Lets someone sign in from now on, who belongs to an account.
     *
     * @param joining what else is part of it, in the same transaction
     */
    public Person add(String accountId, String name, String email, String password, Consumer<Person> joining) {
        String hash = hashed(password, List.of(accountName(accountId), name, email));
        return transactions.execute(status -> {
            Person person = saved(accountId, name, email, hash);
            joining.accept(person);
            return person;
        });
    }

    private Person saved(String accountId, String name, String email, String hash) {
        String address = normalised(email);
        if (people.findByEmail(address).isPresent()) {
            throw Problem.field("email", "Someone signs in with this e-mail already. Use another one.");
        }
        PersonEntity person = new PersonEntity();
        person.id = Ids.id();
        person.accountId = accountId;
        person.email = address;
        person.name = name.strip();
        person.passwordHash = hash;
        person.createdAt = clock.instant();
        person.operator = people.count() == 0;
        return people.save(person).toPerson();
    }

    private String hashed(String password, List<String> own) {
        PasswordRules.fault(password, own).ifPresent(sentence -> {
            throw Problem.field("password", sentence);
        });
        return passwords.encode(password);
    }

    /** Changes a person's own password, once the present one is given. */
    public void changePassword(Person person, String present, String next) {
        if (!knows(person, present)) {
            throw Problem.field("present", "This is not your present password. Nothing was changed.");
        }
        setPassword(
                person,
                next,
                () -> published.publishEvent(
                        new SignInChanged(person, "Your password was changed", "password " + clock.instant())));
    }

    /** Lets all people of an account go that is closed for good; who belongs to another stays there. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void leaveAll(String accountId) {
        memberships.ofAccount(accountId).keySet().forEach(id -> {
            if (!memberships.remove(accountId, id)) {
                letGo(id);
            }
        });
    }

    /** Makes sure that it is the person themselves who asks: before something that a passer-by must not do. */
    public Person confirmed(Person person, String password) {
        // Counted by themselves, from wherever: whoever is signed in as them may be anyone.
        long guess = throttle.begin("", "", Optional.of("confirm " + person.id()));
        if (!knows(person, password)) {
            throw Problem.field("password", "This is not your password. Nothing was changed.");
        }
        throttle.succeeded(guess);
        return person;
    }

    private boolean knows(Person person, String password) {
        PersonEntity row = people.findByIdAndRemovedAtIsNull(person.id()).orElseThrow();
        return passwords.matches(password, row.passwordHash);
    }

    /** Sets a person's password. @param along what else is part of it, in the same transaction */
    void setPassword(Person person, String next, Runnable along) {
        String hash = hashed(next, List.of(accountName(person.accountId()), person.name(), person.email()));
        transactions.executeWithoutResult(status -> {
            PersonEntity fresh = people.findByIdAndRemovedAtIsNull(person.id()).orElseThrow();
            fresh.passwordHash = hash;
            people.save(fresh);
            events.note(person, person, CredentialEvents.Kind.PASSWORD_CHANGED, "");
            along.run();
        });
    }

    /** Changes what a person signs in with, once they have shown that the mailbox is theirs. */
    @Transactional(propagation = Propagation.MANDATORY)
    Person setEmail(Person person, String email) {
        if (people.findByEmail(email).isPresent()) {
            throw Problem.field("email", "Someone signs in with this e-mail already. Nothing was changed.");
        }
        PersonEntity row = people.findByIdAndRemovedAtIsNull(person.id()).orElseThrow();
        row.email = email;
        events.note(person, person, CredentialEvents.Kind.EMAIL_CHANGED, email);
        return people.save(row).toPerson().in(person.accountId());
    }

    /**
     * Lets someone go who belongs to no account any more: they sign in no more. What they did keeps their name; their
     * e-mail is free again.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    void letGo(String id) {
        people.findByIdAndRemovedAtIsNull(id).ifPresent(person -> {
            person.removedAt = clock.instant();
            person.email = "removed-" + person.id;
            person.passwordHash = "";
            people.save(person);
            published.publishEvent(new PersonLetGo(id));
        });
    }

    /** Changes what a person is called, and the time zone that they go by. */
    @Transactional
    public Person setProfile(Person person, String name, Optional<ZoneId> zone) {
        PersonEntity row = people.findByIdAndRemovedAtIsNull(person.id()).orElseThrow();
        row.name = name.strip();
        row.zone = zone.map(ZoneId::getId).orElse(null);
        return people.save(row).toPerson().in(person.accountId());
    }

    /** Remembers in which account a person acts, for the next time they sign in. */
    @Transactional
    public void setAccount(String personId, String accountId) {
        PersonEntity row = people.findByIdAndRemovedAtIsNull(personId).orElseThrow();
        row.accountId = accountId;
        people.save(row);
    }

    /**
     * The person with this e-mail and password. Takes the same time whether the e-mail is known or not.
     *
     * @param remote from which number
     * @param device the known device it comes from, by the person's id
     * @param secondFactor makes sure of a second factor
     */
    Person signIn(
            String email,
            String password,
            String remote,
            Function<String, Optional<String>> device,
            Consumer<Person> secondFactor) {
        String address = normalised(email);
        Optional<PersonEntity> person = people.findByEmail(address);
        long guess = throttle.begin(address, remote, person.flatMap(p -> device.apply(p.id)));
        String hash = person.map(p -> p.passwordHash).orElse(nobodysHash);
        if (!passwords.matches(password, hash) || person.isEmpty()) {
            person.map(PersonEntity::toPerson)
                    .ifPresent(p -> events.note(p, p, CredentialEvents.Kind.SIGN_IN_FAILED, ""));
            throw new Problem(
                    ProblemType.SIGN_IN_FAILED,
                    "No one signs in with this e-mail and password. Check both and try again.");
        }
        throttle.succeeded(guess);
        secondFactor.accept(person.get().toPerson());
        throttle.forget(address);
        return person.get().toPerson();
    }

    /** The people of an account, the longest there first. */
    @Transactional(readOnly = true)
    public List<Person> of(String accountId) {
        return memberships.ofAccount(accountId).keySet().stream()
                .flatMap(id -> find(id).stream())
                .map(person -> person.in(accountId))
                .toList();
    }

    /** The person with this id. */
    @Transactional(readOnly = true)
    public Optional<Person> find(String id) {
        return people.findByIdAndRemovedAtIsNull(id).map(PersonEntity::toPerson);
    }

    /** The person with this e-mail. */
    @Transactional(readOnly = true)
    public Optional<Person> findByEmail(String email) {
        return people.findByEmail(normalised(email)).map(PersonEntity::toPerson);
    }

    /** What people are called, by id; for someone unknown, "someone". */
    @Transactional(readOnly = true)
    public Names names(Collection<String> ids) {
        return new Names(
                people.findByIdIn(List.copyOf(ids)).stream().collect(Collectors.toMap(p -> p.id, p -> p.name)));
    }

    /** Whether anyone has ever had an account here. */
    @Transactional(readOnly = true)
    public boolean any() {
        return people.count() > 0;
    }

    /** Whether a person operates the harbor as a whole. */
    @Transactional(readOnly = true)
    public boolean operates(String personId) {
        return people.findById(personId).filter(person -> person.operator).isPresent();
    }

    /** The time zone that a person goes by; empty while they never said. */
    @Transactional(readOnly = true)
    public Optional<ZoneId> zone(String personId) {
        return people.findById(personId).map(person -> person.zone).map(ZoneId::of);
    }

    /** What the account is called. */
    @Transactional(readOnly = true)
    public String accountName(String accountId) {
        return accounts.findById(accountId).map(a -> a.name).orElse("");
    }

    static String normalised(String email) {
        return MailAddress.read(email).orElseGet(() -> email.strip().toLowerCase(Locale.ROOT));
    }

    /** Names of people by their ids. */
    public record Names(Map<String, String> byId) {

        /** What the person is called. */
        public String of(String id) {
            return byId.getOrDefault(id, "someone");
        }
    }
}
