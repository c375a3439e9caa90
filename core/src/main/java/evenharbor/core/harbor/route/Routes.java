package evenharbor.core.harbor.route;

import evenharbor.core.what.version.FileEntry;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/** All host names and what answers at each: one immutable value, exchanged whole when anything changes. */
public final class Routes {

    /** Among how many tables the host names are spread: a change makes anew only those that hold its names. */
    private static final int TABLES = 64;

    /** No site at any name. */
    public static final Routes NONE = of(Map.of());

    private final Map<String, HostRoutes> byHost;
    private final DecisionTable[] tables;
    private final Map<String, Security> security;

    private Routes(Map<String, HostRoutes> byHost, DecisionTable[] tables, Map<String, Security> security) {
        this.byHost = byHost;
        this.tables = tables;
        this.security = security;
    }

    /**
     * Routes for these host names, in lower case without port. {@code *.NAME} answers for names below NAME that are not
     * listed, {@code *} for all others.
     */
    public static Routes of(Map<String, HostRoutes> byHost) {
        DecisionTable[] none = new DecisionTable[TABLES];
        Arrays.fill(none, DecisionTable.EMPTY);
        return new Routes(Map.of(), none, Map.of()).changed(new HashMap<>(byHost), byHost.keySet());
    }

    /** Routes for one site at each of these host names. */
    public static Routes ofSites(Map<String, SiteRoutes> byHost) {
        return of(byHost.entrySet().stream()
                .collect(Collectors.toMap(Map.Entry::getKey, e -> HostRoutes.of(e.getValue()))));
    }

    /** These routes with some host names led elsewhere; an empty value takes the name away. */
    public Routes with(Map<String, Optional<HostRoutes>> changes) {
        Map<String, HostRoutes> copy = new HashMap<>(byHost);
        changes.forEach((host, site) -> site.ifPresentOrElse(s -> copy.put(host, s), () -> copy.remove(host)));
        return changed(copy, changes.keySet());
    }

    private Routes changed(Map<String, HostRoutes> now, Set<String> names) {
        Set<Integer> stale = names.stream().map(Routes::tableOf).collect(Collectors.toSet());
        Map<Integer, Map<String, Map<String, Decision>>> contents = new HashMap<>();
        now.forEach((host, answers) -> {
            if (stale.contains(tableOf(host))) {
                contents.computeIfAbsent(tableOf(host), t -> new HashMap<>()).put(host, answers.decisions());
            }
        });
        DecisionTable[] fresh = tables.clone();
        stale.forEach(t -> fresh[t] = new DecisionTable(contents.getOrDefault(t, Map.of())));
        return new Routes(now, fresh, security);
    }

    /** These routes with what is asked of visitors at these host names; {@code *.NAME} for names below NAME. */
    public Routes secured(Map<String, Security> security) {
        return new Routes(byHost, tables, Map.copyOf(security));
    }

    /** What is asked of visitors at a host name. */
    public Security security(String host) {
        if (security.isEmpty()) {
            return Security.NONE;
        }
        Security exact = security.get(host);
        if (exact != null) {
            return exact;
        }
        int dot = host.indexOf('.');
        return dot < 0 ? Security.NONE : security.getOrDefault("*" + host.substring(dot), Security.NONE);
    }

    private static int tableOf(String host) {
        return (host.hashCode() * 0x85EBCA6B) >>> 26;
    }

    /** What the visitor gets. Takes the same time for ten host names and for ten thousand. */
    public Decision decide(VisitorRequest request) {
        String host = request.host();
        if (request.pin().isEmpty()) {
            Decision decision = tables[tableOf(host)].find(host, request.path());
            if (decision != null) {
                return decision;
            }
        }
        HostRoutes answers = byHost.get(host);
        if (answers == null) {
            answers = wildcard(host);
        }
        return answers == null ? Decision.NothingHere.INSTANCE : answers.decide(request);
    }

    /** What answers for names that nobody claimed: below a domain, or anywhere. */
    private HostRoutes wildcard(String host) {
        return byHost.get(nameFor(host));
    }

    /** What answers at a host name. */
    public Optional<HostRoutes> at(String host) {
        return Optional.ofNullable(byHost.get(host));
    }

    /** The name by which a host name is answered: itself, or the wildcard that it falls under; empty for none. */
    public String nameFor(String host) {
        if (byHost.containsKey(host)) {
            return host;
        }
        for (int dot = host.indexOf('.'); dot >= 0; dot = host.indexOf('.', dot + 1)) {
            String below = "*" + host.substring(dot);
            if (byHost.containsKey(below)) {
                return below;
            }
        }
        return byHost.containsKey("*") ? "*" : "";
    }

    /** Whether anything answers at a host name, listed or caught. */
    boolean answers(String host) {
        return byHost.containsKey(host) || wildcard(host) != null;
    }

    /** Names all files that visitors may get. */
    public void contents(Consumer<FileEntry> each) {
        byHost.values()
                .forEach(host -> host.byPath().values().forEach(answer -> {
                    if (answer instanceof SiteRoutes site) {
                        site.contents(each);
                    }
                }));
    }

    /** How many host names there are. */
    public int count() {
        return byHost.size();
    }
}
