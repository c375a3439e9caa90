package evenharbor.practice.registry;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;

/** The names sold so far, kept in a file a line each. A name that is not renewed leaves DNS, and 30 days later is free. */
public final class Registry {

    private static final Duration GRACE = Duration.ofDays(30);
    private static final Pattern LABEL = Pattern.compile("[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?");
    private static final Set<String> PREMIUM =
            Set.of("moon", "garden", "clock", "market", "theatre", "seed", "harbour", "puppet");

    /** Where delegations go. */
    public interface Delegations {
        /** Hands a name to name servers, or takes it out when there are none. */
        void delegate(String domain, List<String> nameServers);
    }

    /**
     * A registered name.
     *
     * @param domain the name
     * @param sponsor through whom it is registered
     * @param created since when
     * @param expires until when
     * @param nameServers where it is delegated to
     */
    public record Registered(
            String domain, String sponsor, Instant created, Instant expires, List<String> nameServers) {}

    /** What a name costs: hundredths of a euro for the first year and for each later one. */
    public record Fee(long firstYear, long yearly, boolean premium) {}

    private final Set<String> endings;
    private final Path file;
    private final Delegations delegations;
    private final Clock clock;
    private final Map<String, Registered> names = new TreeMap<>();

    /** Opens the registry's file. */
    public Registry(List<String> endings, Path file, Delegations delegations, Clock clock) {
        this.endings = Set.copyOf(endings);
        this.file = file;
        this.delegations = delegations;
        this.clock = clock;
        try {
            Files.createDirectories(file.getParent());
            if (Files.exists(file)) {
                for (String line : Files.readAllLines(file)) {
                    String[] p = line.split("\t", -1);
                    List<String> servers = p[4].isEmpty() ? List.of() : List.of(p[4].split(","));
                    names.put(p[0], new Registered(p[0], p[1], Instant.parse(p[2]), Instant.parse(p[3]), servers));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void save() {
        StringBuilder text = new StringBuilder();
        names.values()
                .forEach(n -> text.append(String.join(
                                "\t",
                                n.domain(),
                                n.sponsor(),
                                n.created().toString(),
                                n.expires().toString(),
                                String.join(",", n.nameServers())))
                        .append('\n'));
        try {
            Path written = Files.writeString(file.resolveSibling(file.getFileName() + ".tmp"), text);
            Files.move(written, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** All names. */
    public synchronized List<Registered> names() {
        return List.copyOf(names.values());
    }

    /** A name that is registered. */
    public synchronized Optional<Registered> find(String domain) {
        return Optional.ofNullable(names.get(domain));
    }

    /** Whether names such as this one can be registered here. */
    public boolean sells(String domain) {
        int dot = domain.indexOf('.');
        return dot > 0
                && LABEL.matcher(domain.substring(0, dot)).matches()
                && endings.contains(domain.substring(dot + 1));
    }

    /** What a name costs: short and sought ones more. */
    Fee fee(String domain) {
        String label = domain.substring(0, domain.indexOf('.'));
        boolean premium = label.length() <= 3 || PREMIUM.contains(label);
        long yearly = domain.endsWith(".art.localhost") ? 2_400 : domain.endsWith(".shop.localhost") ? 3_000 : 1_500;
        return premium ? new Fee(yearly * 12, yearly * 3, true) : new Fee(yearly / 2, yearly, false);
    }

    /** Registers a name. @return empty when it is taken or not sold here */
    public synchronized Optional<Registered> create(String domain, String sponsor, int years, List<String> servers) {
        if (!sells(domain) || names.containsKey(domain)) {
            return Optional.empty();
        }
        Instant now = clock.instant();
        Registered made = new Registered(domain, sponsor, now, later(now, years), servers);
        put(made);
        delegations.delegate(domain, servers);
        return Optional.of(made);
    }

    synchronized Registered renew(Registered name, int years) {
        Registered renewed = new Registered(
                name.domain(), name.sponsor(), name.created(), later(name.expires(), years), name.nameServers());
        put(renewed);
        delegations.delegate(name.domain(), name.nameServers());
        return renewed;
    }

    /** Hands a registered name to other name servers. */
    public synchronized void delegate(Registered name, List<String> servers) {
        delegations.delegate(name.domain(), servers);
        put(new Registered(name.domain(), name.sponsor(), name.created(), name.expires(), servers));
    }

    synchronized void delete(String domain) {
        names.remove(domain);
        save();
        delegations.delegate(domain, List.of());
    }

    private void put(Registered name) {
        names.put(name.domain(), name);
        save();
    }

    private static Instant later(Instant from, int years) {
        return from.atOffset(ZoneOffset.UTC).plusYears(years).toInstant();
    }

    /** Takes names that have ended out of DNS, and lets go of those that nobody renewed. To be called now and then. */
    public synchronized void tidy() {
        Instant now = clock.instant();
        for (Registered name : names()) {
            if (name.expires().plus(GRACE).isBefore(now)) {
                delete(name.domain());
            } else if (name.expires().isBefore(now)) {
                delegations.delegate(name.domain(), List.of());
            }
        }
    }
}
