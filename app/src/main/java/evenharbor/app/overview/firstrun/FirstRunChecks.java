package evenharbor.app.overview.firstrun;

import evenharbor.app.common.outbound.OutboundClient;
import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.web.NamesApart;
import evenharbor.app.where.certificate.Challenges;
import evenharbor.app.who.access.Ids;
import evenharbor.app.who.mail.MailTrial;
import evenharbor.core.overview.firstrun.NeededRecords;
import evenharbor.core.overview.firstrun.NeededRecords.Needed;
import evenharbor.core.where.address.HostName;
import java.io.IOException;
import java.net.InetAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Tries what a harbor is to be: asks DNS, comes in by the public numbers, talks to the mail server and to the authority. */
@Component
class FirstRunChecks {

    private static final Duration PATIENCE = Duration.ofSeconds(5);
    private static final int MOST_BYTES = 100_000;

    private final WorldSight world;
    private final OutboundClient client;
    private final Challenges challenges;
    private final MailTrial mail;
    private final JsonMapper json;

    FirstRunChecks(WorldSight world, OutboundClient client, Challenges challenges, MailTrial mail, JsonMapper json) {
        this.world = world;
        this.client = client;
        this.challenges = challenges;
        this.mail = mail;
        this.json = json;
    }

    /** What was tried. */
    enum Part {
        NAMES,
        DNS,
        REACHED,
        MAIL,
        AUTHORITY
    }

    /** What came of it. */
    enum State {
        OK,
        FAILED,
        /** Nothing was given to try. */
        LEFT_OUT
    }

    /**
     * Something that was tried.
     *
     * @param subject what it was tried with, such as a host name; empty for the whole
     * @param sentence what was seen, and what to do about it
     */
    record Check(Part part, String subject, State state, String sentence) {}

    List<Check> all(FirstRunSettings settings) {
        HostName sites = FirstRunFaults.host(settings.nameEnding()).orElseThrow();
        HostName previews = FirstRunFaults.host(settings.previewEnding()).orElseThrow();
        Optional<HostName> app = FirstRunFaults.host(settings.appName());
        List<Needed> needed = records(settings);
        CompletableFuture<List<Check>> dns = CompletableFuture.supplyAsync(() -> dns(needed));
        CompletableFuture<Check> reached = CompletableFuture.supplyAsync(() -> reached(settings.numbers()));
        CompletableFuture<Check> mailed = CompletableFuture.supplyAsync(() -> mail(settings));
        CompletableFuture<Check> authority = CompletableFuture.supplyAsync(() -> authority(settings));
        List<Check> all = new ArrayList<>(names(app, sites, previews));
        all.addAll(dns.join());
        Stream.of(reached, mailed, authority).map(CompletableFuture::join).forEach(all::add);
        return all;
    }

    /** The records that are needed for it. */
    static List<Needed> records(FirstRunSettings settings) {
        return NeededRecords.of(
                FirstRunFaults.host(settings.appName()),
                FirstRunFaults.host(settings.nameEnding()).orElseThrow(),
                FirstRunFaults.host(settings.previewEnding()).orElseThrow(),
                FirstRunFaults.host(settings.target()).orElseThrow(),
                settings.numbers().stream().map(String::strip).toList());
    }

    private static List<Check> names(Optional<HostName> app, HostName sites, HostName previews) {
        List<String> troubles =
                NamesApart.troubles(app.map(HostName::ascii).orElse("localhost"), sites.ascii(), previews.ascii());
        return troubles.isEmpty()
                ? List.of(new Check(
                        Part.NAMES,
                        "",
                        State.OK,
                        "The names are far enough apart: no site can touch what belongs to another."))
                : troubles.stream()
                        .map(what -> new Check(Part.NAMES, "", State.FAILED, what))
                        .toList();
    }

    private List<Check> dns(List<Needed> needed) {
        Map<HostName, List<Needed>> byName =
                needed.stream().collect(Collectors.groupingBy(Needed::asked, LinkedHashMap::new, Collectors.toList()));
        return byName.entrySet().stream()
                .map(each -> dns(each.getKey(), each.getValue()))
                .toList();
    }

    private Check dns(HostName asked, List<Needed> records) {
        String name = records.get(0).name();
        Set<String> expected = records.stream()
                .map(Needed::value)
                .map(FirstRunChecks::usual)
                .collect(Collectors.toCollection(TreeSet::new));
        Set<String> seen;
        try {
            seen = world.numbers(asked);
        } catch (IOException e) {
            return new Check(
                    Part.DNS, name, State.FAILED, "DNS could not be asked from this machine: " + e.getMessage() + ".");
        }
        if (seen.equals(expected)) {
            return new Check(Part.DNS, name, State.OK, "DNS leads " + name + " here.");
        }
        if (seen.isEmpty()) {
            return new Check(
                    Part.DNS,
                    name,
                    State.FAILED,
                    "DNS has nothing for " + name + " as yet. Enter the records at whoever keeps the zone.");
        }
        return new Check(
                Part.DNS,
                name,
                State.FAILED,
                "DNS leads " + name + " to " + String.join(", ", seen) + ", and not to " + String.join(", ", expected)
                        + ". Change the records at whoever keeps the zone.");
    }

    private static String usual(String number) {
        return WorldSight.number(number).getHostAddress();
    }

    /** Comes in by each number, as a visitor would, and sees whether it is this very harbor that answers. */
    private Check reached(List<String> numbers) {
        String token = Ids.secret();
        challenges.showForTrial(token);
        try {
            for (String typed : numbers) {
                InetAddress number = WorldSight.number(typed.strip());
                String host =
                        number.getAddress().length == 4 ? number.getHostAddress() : "[" + number.getHostAddress() + "]";
                URI url = URI.create("http://" + host + world.visitorPort() + "/.well-known/acme-challenge/" + token);
                try {
                    OutboundClient.Answer answer = client.get(url, List.of(number), PATIENCE, MOST_BYTES);
                    if (!new String(answer.body(), StandardCharsets.UTF_8).equals(token)) {
                        return new Check(
                                Part.REACHED,
                                typed,
                                State.FAILED,
                                "Another server than this harbor answers at " + typed + ", port " + world.port() + " ("
                                        + answer.status()
                                        + "). Stop that one, or give this harbor a number of its own.");
                    }
                } catch (IOException e) {
                    return new Check(
                            Part.REACHED,
                            typed,
                            State.FAILED,
                            "Nothing answers at " + typed
                                    + ", port " + world.port()
                                    + ". Open ports 80 and 443 in the firewall. Some machines"
                                    + " cannot reach their own public number: try from elsewhere then.");
                }
            }
            return new Check(
                    Part.REACHED,
                    "",
                    State.OK,
                    "Visitors reach this harbor by its numbers, port " + world.port() + ".");
        } finally {
            challenges.takeBack(Challenges.TRIAL);
        }
    }

    private Check mail(FirstRunSettings settings) {
        if (settings.mailHost().isBlank()) {
            return new Check(
                    Part.MAIL,
                    "",
                    State.LEFT_OUT,
                    "Without a mail server nobody can be invited, nobody who forgot a password gets in again, and nobody is"
                            + " told of troubles.");
        }
        List<Problem.Violation> faults = FirstRunFaults.ofMail(settings);
        if (!faults.isEmpty()) {
            return new Check(
                    Part.MAIL, settings.mailHost(), State.FAILED, faults.get(0).sentence());
        }
        Optional<String> fault = mail.fault(
                settings.mailHost().strip(),
                settings.mailPort(),
                settings.mailSecurity().name(),
                settings.mailUser(),
                settings.mailPassword());
        return fault.map(words -> new Check(Part.MAIL, settings.mailHost(), State.FAILED, words))
                .orElseGet(() -> new Check(
                        Part.MAIL,
                        settings.mailHost(),
                        State.OK,
                        "The mail server " + settings.mailHost() + " answers and lets this harbor in."));
    }

    private Check authority(FirstRunSettings settings) {
        String typed = settings.authority().strip();
        List<Problem.Violation> faults = FirstRunFaults.ofAuthority(settings);
        if (!faults.isEmpty()) {
            return new Check(Part.AUTHORITY, typed, State.FAILED, faults.get(0).sentence());
        }
        if (typed.isEmpty()) {
            return new Check(
                    Part.AUTHORITY,
                    "",
                    State.LEFT_OUT,
                    "Without an authority no site has HTTPS, and the application is reached on this machine alone.");
        }
        try {
            URI url = URI.create(typed);
            List<InetAddress> numbers = List.of(InetAddress.getAllByName(url.getHost()));
            OutboundClient.Answer answer = client.get(url, numbers, PATIENCE, MOST_BYTES);
            JsonNode directory = json.readTree(answer.body());
            if (answer.status() == 200 && directory.has("newOrder") && directory.has("newAccount")) {
                return new Check(
                        Part.AUTHORITY, url.getHost(), State.OK, "The authority at " + url.getHost() + " answers.");
            }
        } catch (IOException e) {
            return new Check(
                    Part.AUTHORITY,
                    typed,
                    State.FAILED,
                    "The authority does not answer: " + e.getMessage() + ". Check the URL for a typo.");
        } catch (JacksonException e) {
            // It answers with something else: said below.
        }
        return new Check(
                Part.AUTHORITY,
                typed,
                State.FAILED,
                "What answers there is no directory of an authority (RFC 8555). Check the URL for a typo.");
    }
}
