package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import java.net.URI;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import tools.jackson.databind.JsonNode;

/** Puts a copy of the demo's largest site under a path of another's name, and follows everything in it. */
final class PathMount {

    private static final String BASE = "/spring/";
    private static final Pattern URL = Pattern.compile("url\\(['\"]?([^'\")]+)");

    private PathMount() {}

    static void walk(ApiClient marta, String host) {
        String foxglove = "";
        for (JsonNode lane : marta.get("/api/sites").is(200).json()) {
            if (lane.get("site").get("title").asString().equals("Foxglove")) {
                foxglove = lane.get("site").get("id").asString();
            }
        }
        Map<String, Object> form =
                Map.of("title", "Under a path", "copyFrom", foxglove, "pages", true, "settings", true);
        String site = marta.post("/api/sites", form).is(201).json().get("id").asString();
        marta.putText(site, "odd.html", """
                <base href="/"><img srcset="/img/leaf.svg 1x, /img/pods.svg 2x" src="/img/leaf.svg" alt="">
                <p style="background:url(/img/roots.svg)"><a href="/seeds/kale.html">kale</a>
                <style>b{background:url('/img/fruits.svg')}</style>""").is(200);
        marta.claim(site, host + BASE).is(201);
        marta.publish(site);
        Map<String, String> first = follow(marta, host);
        assertThat(first.size()).as("pages and assets followed").isGreaterThanOrEqualTo(40);
        // Nothing changed, so the build is the same to the byte.
        marta.post("/api/sites/" + site + "/where/checks", Map.of()).is(202);
        marta.put("/api/sites/" + site, Map.of("title", "Under a path", "listed", true, "pinned", true))
                .is(200);
        assertThat(follow(marta, host)).isEqualTo(first);
        assertThat(marta.visit(host, "/").is(200).text()).contains("Foxglove");
    }

    /** Every page and asset reached from the mounted front page: its path and its entity tag. */
    private static Map<String, String> follow(ApiClient visitor, String host) {
        Map<String, String> seen = new HashMap<>();
        Set<String> asked = new HashSet<>();
        Deque<String> todo = new ArrayDeque<>(Set.of(BASE, BASE + "odd.html"));
        while (!todo.isEmpty()) {
            String path = todo.poll();
            if (!asked.add(path)) {
                continue;
            }
            ApiClient.Answer answer = visitor.visit(host, path);
            if (answer.status() == 301) {
                todo.add(answer.field("Location"));
                continue;
            }
            seen.put(path, answer.is(200).field("ETag"));
            String type = answer.field("Content-Type");
            if (type.startsWith("text/html")) {
                Document page = Jsoup.parse(answer.text(), "http://" + host + path);
                for (Element e : page.select("[href],[src],[srcset],[style],style")) {
                    for (String attribute : new String[] {"href", "src"}) {
                        if (e.hasAttr(attribute) && !e.normalName().equals("base")) {
                            add(e.absUrl(attribute), host, path, todo);
                        }
                    }
                    for (String candidate : e.attr("srcset").split(",")) {
                        if (!candidate.isBlank()) {
                            add(resolved(host, path, candidate.strip().split("\\s+")[0]), host, path, todo);
                        }
                    }
                    css(e.attr("style") + e.data(), host, path, todo);
                }
            } else if (type.startsWith("text/css")) {
                css(answer.text(), host, path, todo);
            }
        }
        return seen;
    }

    private static void css(String text, String host, String path, Deque<String> todo) {
        Matcher url = URL.matcher(text);
        while (url.find()) {
            add(resolved(host, path, url.group(1)), host, path, todo);
        }
    }

    private static String resolved(String host, String path, String url) {
        return URI.create("http://" + host + path).resolve(url).toString();
    }

    private static void add(String url, String host, String from, Deque<String> todo) {
        URI uri = URI.create(url);
        if (host.equals(uri.getHost())) {
            assertThat(uri.getPath()).as("a link in %s", from).startsWith(BASE);
            todo.add(uri.getRawPath() + (uri.getRawQuery() == null ? "" : "?" + uri.getRawQuery()));
        }
    }
}
