package evenharbor.app.chaos;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Somebody who opens pages at a node that can answer, and then what belongs to them, at once or a while later. */
final class Visitor implements Runnable {

    private static final Pattern GENERATION = Pattern.compile("generation (\\d+)\\.");
    private static final Pattern STYLE = Pattern.compile("href=\"?(s\\.css[^\\s\">]*)");
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private static final int LONGEST_READING_MILLIS = 8_000;

    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(5)).build();
    private final Nodes nodes;
    private final List<Owner> owners;
    private final Random random;
    private final List<String> faults;
    private volatile boolean over;
    private int visits;
    private int excused;

    Visitor(Nodes nodes, List<Owner> owners, Random random, List<String> faults) {
        this.nodes = nodes;
        this.owners = owners;
        this.random = random;
        this.faults = faults;
    }

    void end() {
        over = true;
    }

    int visits() {
        return visits;
    }

    int excused() {
        return excused;
    }

    @Override
    public void run() {
        while (!over) {
            Nodes.Node node = nodes.get(random.nextInt(Nodes.SIZE));
            long mark = node.mark();
            if (!node.soundSince(mark)) {
                sleep(5);
                continue;
            }
            Owner owner = owners.get(random.nextInt(owners.size()));
            String fault = fault(node, owner);
            visits++;
            if (!fault.isEmpty()) {
                if (node.soundSince(mark)) {
                    faults.add(owner.host() + " at " + node + ": " + fault);
                } else {
                    excused++;
                }
            }
            sleep(random.nextInt(20));
        }
    }

    private String fault(Nodes.Node node, Owner owner) {
        try {
            HttpResponse<String> page = get(node, owner, "/");
            if (page.statusCode() == 404 && !owner.steady()) {
                return "";
            }
            Matcher generation = GENERATION.matcher(page.body());
            Matcher style = STYLE.matcher(page.body());
            if (page.statusCode() != 200 || !generation.find() || !style.find()) {
                return page.statusCode() + " " + page.body();
            }
            // Most read on at once; some have the page open for a while before the rest is fetched.
            if (random.nextInt(20) == 0) {
                sleep(random.nextInt(LONGEST_READING_MILLIS));
            }
            HttpResponse<String> sheet = get(node, owner, "/" + style.group(1));
            if (sheet.statusCode() == 404 && !owner.steady()) {
                return "";
            }
            Matcher other = GENERATION.matcher(sheet.body());
            if (sheet.statusCode() != 200 || !other.find()) {
                return "the style sheet " + style.group(1) + " of generation " + generation.group(1) + ": "
                        + sheet.statusCode() + " " + sheet.body();
            }
            return other.group(1).equals(generation.group(1))
                    ? ""
                    : "a page of generation " + generation.group(1) + " with a style sheet of " + other.group(1);
        } catch (IOException e) {
            return e.toString();
        }
    }

    private HttpResponse<String> get(Nodes.Node node, Owner owner, String path) throws IOException {
        try {
            return http.send(
                    HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + node.visitorPort() + path))
                            .header("Host", owner.host())
                            .timeout(PATIENCE)
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void sleep(int millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
