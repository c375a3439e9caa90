package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Accounts and the people in them. */
@Service
@Transactional
public class People {

    /** The shortest password taken (ASVS 5.0, 6.2.1 asks for 8; 15 is advised, so length is what we ask for). */
    static final int SHORTEST_PASSWORD = 10;

    private final AccountRepository accounts;
    private final PersonRepository people;
    private final PasswordEncoder passwords;
    private final SignInThrottle throttle;
    private final Clock clock;
    private final String nobodysHash;

    People(
            AccountRepository accounts,
            PersonRepository people,
            PasswordEncoder passwords,
            SignInThrottle throttle,
            Clock clock) {
        this.accounts = accounts;
        this.people = people;
        this.passwords = passwords;
        this.throttle = throttle;
        this.clock = clock;
        this.nobodysHash = passwords.encode(Ids.secret());
    }

    /** Opens an account with its first person. */
    public Person openAccount(String accountName, String name, String email, String password) {
        Account account = new Account();
        account.id = Ids.id();
        account.name = accountName.strip();
        account.createdAt = clock.instant();
        accounts.save(account);
        return add(account.id, name, email, password);
    }

    /** Adds a person to an account. */
    public Person add(String accountId, String name, String email, String password) {
        String address = normalised(email);
        if (password.length() < SHORTEST_PASSWORD) {
            throw Problem.field("password", "Choose a password of at least " + SHORTEST_PASSWORD + " characters.");
        }
        if (people.findByEmail(address).isPresent()) {
            throw Problem.field("email", "Someone signs in with this e-mail already. Use another one.");
        }
        PersonEntity person = new PersonEntity();
        person.id = Ids.id();
        person.accountId = accountId;
        person.email = address;
        person.name = name.strip();
        person.passwordHash = passwords.encode(password);
        person.createdAt = clock.instant();
        return people.save(person).toPerson();
    }

    /** The person with this e-mail and password. Takes the same time whether the e-mail is known or not. */
    public Person signIn(String email, String password, String remote) {
        String address = normalised(email);
        throttle.check(address, remote);
        Optional<PersonEntity> person = people.findByEmail(address);
        String hash = person.map(p -> p.passwordHash).orElse(nobodysHash);
        if (!passwords.matches(password, hash) || person.isEmpty()) {
            throttle.failed(address, remote);
            throw new Problem(
                    ProblemType.SIGN_IN_FAILED,
                    "No one signs in with this e-mail and password. Check both and try again.");
        }
        throttle.succeeded(address);
        return person.get().toPerson();
    }

    /** The people of an account, the longest there first. */
    @Transactional(readOnly = true)
    public List<Person> of(String accountId) {
        return people.findByAccountIdOrderByCreatedAt(accountId).stream()
                .map(PersonEntity::toPerson)
                .toList();
    }

    /** The person with this id. */
    @Transactional(readOnly = true)
    public Optional<Person> find(String id) {
        return people.findById(id).map(PersonEntity::toPerson);
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

    /** What the account is called. */
    @Transactional(readOnly = true)
    public String accountName(String accountId) {
        return accounts.findById(accountId).map(a -> a.name).orElse("");
    }

    private static String normalised(String email) {
        return email.strip().toLowerCase(Locale.ROOT);
    }

    /** Names of people by their ids. */
    public record Names(Map<String, String> byId) {

        /** What the person is called. */
        public String of(String id) {
            return byId.getOrDefault(id, "someone");
        }
    }
}
