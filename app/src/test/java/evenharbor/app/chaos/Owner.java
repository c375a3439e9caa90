package evenharbor.app.chaos;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.RedirectApi;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;

/**
 * An owner who changes their site again and again at any node, tries again what was not acknowledged, and remembers what
 * was.
 */
final class Owner implements Runnable {

    /** What may come while something is in the way: it is tried again. */
    private static final int LEAST_OF_SERVERS = 500;

    private static final int MOST_TRIES = 2_000;

    private static final Set<Integer> CONFLICTS = Set.of(409, 412, 429);

    private final String name;
    private final String site;
    private final List<ApiClient> atNodes;
    private final Random random;
    private final boolean steady;
    private final List<String> faults;

    /** Generations by the version that holds them. */
    private final NavigableMap<Integer, Integer> versions = new TreeMap<>();

    private final Set<String> redirected = new TreeSet<>();
    private int generation;
    private int shown;
    private boolean live = true;
    private volatile boolean over;
    private int tries;

    /**
     * @param atNodes the same person, signed in at each node
     * @param steady whether the site is never taken down
     * @param faults takes what should not have happened
     */
    Owner(String name, List<ApiClient> atNodes, Random random, boolean steady, List<String> faults) {
        this.name = name;
        this.atNodes = atNodes;
        this.random = random;
        this.steady = steady;
        this.faults = faults;
        site = atNodes.get(0).site(name);
        atNodes.get(0).claim(site, name).is(201);
        publish();
    }

    String host() {
        return name + ".harbor.localhost";
    }

    boolean steady() {
        return steady;
    }

    /** Lets what is under way come to its end. */
    void end() {
        over = true;
    }

    @Override
    public void run() {
        while (!over) {
            try {
                switch (random.nextInt(6)) {
                    case 0 -> restore();
                    case 1 -> redirect();
                    case 2, 3 -> toggle();
                    default -> publish();
                }
            } catch (Throwable e) {
                faults.add(name + ": " + e);
                return;
            }
        }
    }

    private void publish() {
        int next = generation + 1;
        put(
                "index.html",
                "<!doctype html><title>" + name + "</title><link rel=stylesheet href=s.css><p>generation " + next
                        + ".");
        put("s.css", "p::after { content: 'generation " + next + ".' }");
        int version = 0;
        while (version == 0) {
            String key = UUID.randomUUID().toString();
            String publication = acknowledged(client -> client.post(
                            "/api/sites/" + site + "/publications",
                            Map.of(
                                    "heldBack",
                                    Set.of(),
                                    "sentAnyway",
                                    Set.of(),
                                    "rightsConfirmed",
                                    true,
                                    "draftRevision",
                                    client.draftRevision(site)),
                            "Idempotency-Key",
                            key))
                    .get("id")
                    .asString();
            version = made(publication);
        }
        generation = next;
        shown = next;
        live = true;
        versions.put(version, next);
    }

    /** @return the version's number; 0 for none: it has to be asked for anew */
    private int made(String publication) {
        while (true) {
            JsonNode progress = acknowledged(client -> client.get("/api/publications/" + publication));
            switch (progress.get("state").asString()) {
                case "RUNNING" -> ApiClient.pause();
                case "DONE" -> {
                    return progress.get("version").asInt();
                }
                default -> {
                    return 0;
                }
            }
        }
    }

    private void put(String path, String text) {
        acknowledged(client -> client.putText(site, path, text));
    }

    private void restore() {
        List<Integer> numbers = new ArrayList<>(versions.keySet());
        int version = numbers.get(random.nextInt(numbers.size()));
        acknowledged(client -> client.put(
                "/api/sites/" + site + "/live/version",
                Map.of("version", version, "redirects", false, "rightsConfirmed", true)));
        shown = versions.get(version);
        live = true;
    }

    private void toggle() {
        if (steady) {
            return;
        }
        boolean wanted = !live;
        acknowledged(client -> client.put("/api/sites/" + site + "/live", Map.of("live", wanted)));
        live = wanted;
    }

    private void redirect() {
        if (!live) {
            // Nobody meets the redirects of a site that is not live, which is refused.
            return;
        }
        String from = "/old-" + redirected.size();
        acknowledged(client -> {
            ApiClient.Answer known = client.get("/api/sites/" + site + "/redirects");
            if (known.status() != 200 || known.text().contains("\"" + from + "\"")) {
                return known;
            }
            return client.post(
                    "/api/sites/" + site + "/redirects/changes",
                    Map.of("put", List.of(RedirectApi.rule(from, "/index.html")), "remove", Set.of(), "what", "one"));
        });
        acknowledged(client -> client.post("/api/sites/" + site + "/redirects/live", Map.of()));
        redirected.add(from);
    }

    /** Asks one node after another until one of them acknowledges it. */
    private JsonNode acknowledged(Function<ApiClient, ApiClient.Answer> request) {
        int at = random.nextInt(atNodes.size());
        String last = "";
        for (int again = 0; ; again++) {
            if (again == MOST_TRIES) {
                throw new AssertionError("Refused " + again + " times, last: " + last);
            }
            try {
                ApiClient.Answer answer = request.apply(atNodes.get(at));
                if (answer.status() < 300) {
                    return answer.json();
                }
                last = answer.text();
                if (answer.status() < LEAST_OF_SERVERS && !CONFLICTS.contains(answer.status())) {
                    faults.add(name + " was answered " + answer.status() + " to "
                            + answer.http().request() + ": " + answer.text());
                } else if (!answer.text().contains("\"detail\"")) {
                    faults.add(name + " was told nothing with " + answer.status() + " to "
                            + answer.http().request() + ": " + answer.text());
                }
            } catch (UncheckedIOException | AssertionError e) {
                // Nobody there, or hung up on the way; the other nodes are asked.
                last = e.toString();
            }
            tries++;
            at = (at + 1) % atNodes.size();
            ApiClient.pause();
        }
    }

    int changes() {
        return versions.size();
    }

    int tries() {
        return tries;
    }

    /** What differs at a node from what was acknowledged; empty for nothing. */
    String differs(int node) {
        ApiClient client = atNodes.get(node);
        ApiClient.Answer page = client.visit(host(), "/");
        if (live != (page.status() == 200)) {
            return name + " is " + (live ? "" : "not ") + "live, and answers " + page.status() + " at node " + node;
        }
        if (live && !page.text().contains("<p>generation " + shown + ".")) {
            return name + " is live in generation " + shown + ", and shows at node " + node + ": " + page.text();
        }
        for (String from : live ? redirected : Set.<String>of()) {
            ApiClient.Answer sent = client.visit(host(), from);
            if (sent.status() != 301) {
                return name + from + " answers " + sent.status() + " at node " + node;
            }
        }
        JsonNode list = client.get("/api/sites/" + site + "/versions").is(200).json();
        Set<Integer> numbers = new TreeSet<>();
        list.forEach(version -> numbers.add(version.get("number").asInt()));
        if (!numbers.equals(versions.keySet())) {
            return name + " has the versions " + numbers + ", and was told of " + versions.keySet();
        }
        return "";
    }
}
