package evenharbor.app.overview.link;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import crawlercommons.robots.BaseRobotRules;
import crawlercommons.robots.SimpleRobotRules;
import crawlercommons.robots.SimpleRobotRulesParser;
import evenharbor.app.common.outbound.OutboundClient;
import evenharbor.app.hosting.host.HostNumbers;
import evenharbor.app.hosting.transfer.HostTrouble;
import evenharbor.core.what.finding.OutsideAnswer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.URI;
import java.net.URISyntaxException;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Asks for one URL of other people: HEAD, then GET where HEAD is not known; where their robots file lets it. */
@Component
class OutsideAsker {

    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private static final int MOST_HOPS = 5;
    private static final int LONGEST_ROBOTS = 500 * 1024;
    private static final int MOVED_PERMANENTLY = 301;
    private static final int PERMANENT_REDIRECT = 308;

    /** Answers to HEAD that say nothing of the page. */
    private static final Set<Integer> NOT_FOR_HEAD = Set.of(400, 403, 404, 405, 500, 501);

    private static final String US = "evenharbor";

    private final HostNumbers numbers;
    private final OutboundClient client;
    private final Cache<String, BaseRobotRules> robots = Caffeine.newBuilder()
            .maximumSize(1000)
            .expireAfterWrite(Duration.ofHours(1))
            .build();

    OutsideAsker(HostNumbers numbers, OutboundClient client) {
        this.numbers = numbers;
        this.client = client;
    }

    /** What came. @param status 0 when nothing did @param movedTo where redirects led; empty when there were none */
    record Asked(OutsideAnswer answer, int status, String movedTo) {}

    Asked ask(String url) {
        String at = url;
        try {
            boolean forGood = false;
            for (int hop = 0; hop <= MOST_HOPS; hop++) {
                URI uri = new URI(at);
                if (uri.getHost() == null) {
                    return new Asked(OutsideAnswer.NO_SUCH_NAME, 0, "");
                }
                List<InetAddress> there = numbers.of(uri.getHost());
                if (!allowed(uri, there)) {
                    return new Asked(OutsideAnswer.ASKED_NOT_TO, 0, "");
                }
                OutboundClient.Answer answer = client.head(uri, there, PATIENCE);
                if (NOT_FOR_HEAD.contains(answer.status())) {
                    answer = client.get(uri, there, PATIENCE, 0);
                }
                Optional<String> onward = answer.location().filter(l -> isRedirect(uri, l));
                if (answer.status() / 100 != 3 || onward.isEmpty()) {
                    return new Asked(OutsideAnswer.of(answer.status(), forGood), answer.status(), hop == 0 ? "" : at);
                }
                boolean permanent = answer.status() == MOVED_PERMANENTLY || answer.status() == PERMANENT_REDIRECT;
                forGood = hop == 0 ? permanent : forGood && permanent;
                at = uri.resolve(onward.get()).toString();
            }
            return new Asked(OutsideAnswer.TROUBLE, 0, at);
        } catch (HostTrouble | URISyntaxException | IllegalArgumentException e) {
            return new Asked(OutsideAnswer.NO_SUCH_NAME, 0, "");
        } catch (IOException e) {
            return new Asked(OutsideAnswer.UNREACHABLE, 0, "");
        }
    }

    private static boolean isRedirect(URI uri, String location) {
        String scheme = uri.resolve(location).getScheme();
        return "http".equals(scheme) || "https".equals(scheme);
    }

    private boolean allowed(URI uri, List<InetAddress> at) {
        URI file = uri.resolve("/robots.txt");
        return robots.get(file.toString(), key -> rules(file, at)).isAllowed(uri.toString());
    }

    /** RFC 9309, section 2.3.1: no file means that all is allowed; a server in trouble that nothing is. */
    private BaseRobotRules rules(URI file, List<InetAddress> at) {
        SimpleRobotRulesParser parser = new SimpleRobotRulesParser();
        try {
            OutboundClient.Answer answer = client.get(file, at, PATIENCE, LONGEST_ROBOTS);
            return answer.status() / 100 == 2
                    ? parser.parseContent(file.toString(), answer.body(), "text/plain", List.of(US))
                    : parser.failedFetch(answer.status());
        } catch (IOException e) {
            // That it cannot be reached is told of the page itself.
            return new SimpleRobotRules(SimpleRobotRules.RobotRulesMode.ALLOW_ALL);
        }
    }
}
