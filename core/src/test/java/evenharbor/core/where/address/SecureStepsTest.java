package evenharbor.core.where.address;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.where.address.AddressSight.Visit;
import evenharbor.core.where.address.Ladder.Kind;
import evenharbor.core.where.address.Ladder.Step;
import evenharbor.core.where.certificate.CaaRules;
import evenharbor.core.where.certificate.CertificateLife;
import evenharbor.core.where.certificate.Hindrance;
import evenharbor.core.where.certificate.Holding;
import evenharbor.core.where.certificate.LifeEvent;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The steps of HTTPS: what each says for what was seen. */
class SecureStepsTest {

    private static final Instant NOW = Instant.parse("2026-11-25T12:00:00Z");
    private static final HostName HOST = new HostName("www.papermoon.example");
    private static final Visit GOOD = new Visit(true, true, "the page", "it came", "");
    private static final Visit BAD = new Visit(true, false, "the page", "another page", "Check again.");
    private static final Visit UNASKED = new Visit(false, false, "", "", "");

    private static Holding holding(int fromDay, int untilDay, boolean renews, String name) {
        return new Holding(
                List.of(name),
                "Quay CA",
                NOW.plus(Duration.ofDays(fromDay)),
                NOW.plus(Duration.ofDays(untilDay)),
                renews);
    }

    private static Hindrance met(Hindrance.Kind kind) {
        return new Hindrance(kind, "The authority said why not.", Optional.empty(), NOW);
    }

    private static CertificateLife life(String how) {
        CertificateLife wanted = CertificateLife.of(how.startsWith("wildcard") ? "*.papermoon.example" : HOST.ascii())
                .on(new LifeEvent.TurnedOn(), NOW);
        CertificateLife ordered = wanted.on(new LifeEvent.Ordered("order/1"), NOW);
        return switch (how) {
            case "wanted", "wildcard" -> wanted;
            case "ordered" -> ordered;
            case "blocked" -> wanted.on(new LifeEvent.Refused(met(Hindrance.Kind.CAA)), NOW);
            case "away" -> wanted.on(new LifeEvent.Refused(met(Hindrance.Kind.AUTHORITY_AWAY)), NOW);
            case "again" ->
                wanted.on(new LifeEvent.Refused(met(Hindrance.Kind.CAA)), NOW)
                        .on(new LifeEvent.Ordered("order/2"), NOW);
            case "held" -> ordered.on(new LifeEvent.Issued(holding(-10, 80, true, HOST.ascii())), NOW);
            case "wildcard held" ->
                ordered.on(new LifeEvent.Issued(holding(-10, 80, true, "*.papermoon.example")), NOW);
            case "late" ->
                ordered.on(new LifeEvent.Issued(holding(-80, 10, true, HOST.ascii())), NOW)
                        .on(new LifeEvent.Refused(met(Hindrance.Kind.CAA)), NOW);
            case "over" -> ordered.on(new LifeEvent.Issued(holding(-90, -1, true, HOST.ascii())), NOW);
            case "brought" -> wanted.on(new LifeEvent.Brought(holding(-10, 20, false, HOST.ascii())), NOW);
            case "brought for another" ->
                wanted.on(new LifeEvent.Brought(holding(-10, 20, false, "papermoon.example")), NOW);
            default -> throw new IllegalArgumentException(how);
        };
    }

    private static Step leads(String how) {
        return switch (how) {
            case "here" -> LadderSteps.ok(Kind.LEADS_HERE, "", "", "ns1");
            case "elsewhere" -> LadderSteps.failed(Kind.LEADS_HERE, "", "", "ns1", "", List.of());
            default -> LadderSteps.notYet(Kind.LEADS_HERE);
        };
    }

    private static Visit visit(String how) {
        return switch (how) {
            case "good" -> GOOD;
            case "bad" -> BAD;
            default -> UNASKED;
        };
    }

    private static List<Step> steps(String life, boolean permitted, String leads, String handshake, String sentOn) {
        CaaRules.Verdict verdict =
                new CaaRules.Verdict(permitted, permitted ? "any authority may issue" : "only another may issue");
        return new SecureSteps(
                        new SecureSight(life(life), verdict, visit(handshake), Optional.of(visit(sentOn))), HOST, NOW)
                .all(leads(leads));
    }

    @ParameterizedTest
    @CsvSource({
        "wanted, true, here, -, -, CERTIFIABLE OK CERTIFIED WAITING SECURE NOT_YET SENT_ON NOT_YET",
        "wanted, true, elsewhere, -, -, CERTIFIABLE FAILED CERTIFIED WAITING SECURE NOT_YET SENT_ON NOT_YET",
        "wanted, true, not yet, -, -, CERTIFIABLE NOT_YET CERTIFIED WAITING SECURE NOT_YET SENT_ON NOT_YET",
        "wanted, false, here, -, -, CERTIFIABLE FAILED CERTIFIED WAITING SECURE NOT_YET SENT_ON NOT_YET",
        "wildcard, true, not yet, -, -, CERTIFIABLE OK CERTIFIED WAITING SECURE NOT_YET SENT_ON NOT_YET",
        "wildcard, true, elsewhere, -, -, CERTIFIABLE OK CERTIFIED WAITING SECURE NOT_YET SENT_ON NOT_YET",
        "wildcard, false, here, -, -, CERTIFIABLE FAILED CERTIFIED WAITING SECURE NOT_YET SENT_ON NOT_YET",
        "wildcard held, true, here, good, good, CERTIFIABLE OK CERTIFIED OK SECURE OK SENT_ON OK",
        "ordered, true, here, -, -, CERTIFIABLE OK CERTIFIED WAITING SECURE NOT_YET SENT_ON NOT_YET",
        "blocked, true, here, -, -, CERTIFIABLE OK CERTIFIED FAILED SECURE NOT_YET SENT_ON NOT_YET",
        "away, true, here, -, -, CERTIFIABLE OK CERTIFIED WAITING SECURE NOT_YET SENT_ON NOT_YET",
        "again, true, here, -, -, CERTIFIABLE OK CERTIFIED WAITING SECURE NOT_YET SENT_ON NOT_YET",
        "held, true, here, good, good, CERTIFIABLE OK CERTIFIED OK SECURE OK SENT_ON OK",
        "held, true, here, bad, -, CERTIFIABLE OK CERTIFIED OK SECURE FAILED SENT_ON NOT_YET",
        "held, true, here, good, bad, CERTIFIABLE OK CERTIFIED OK SECURE OK SENT_ON FAILED",
        "held, false, here, good, good, CERTIFIABLE FAILED CERTIFIED OK SECURE OK SENT_ON OK",
        "over, true, here, good, good, CERTIFIABLE OK CERTIFIED WAITING SECURE NOT_YET SENT_ON NOT_YET",
        "late, true, here, good, good, CERTIFIABLE OK CERTIFIED OK SECURE OK SENT_ON OK",
        "brought, false, not yet, good, good, CERTIFIABLE OK CERTIFIED OK SECURE OK SENT_ON OK",
        "brought for another, true, here, good, good, CERTIFIABLE OK CERTIFIED WAITING SECURE NOT_YET SENT_ON NOT_YET",
    })
    void standAsWhatWasSeen(
            String life, boolean permitted, String leads, String handshake, String sentOn, String expected) {
        assertThat(steps(life, permitted, leads, handshake, sentOn).stream()
                        .map(step -> step.kind() + " " + step.state())
                        .collect(Collectors.joining(" ")))
                .isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            value = {
                "wanted | here | 0 | they lead here; any authority may issue | the domain's name servers | -",
                "wildcard | here | 0 | the zone is kept here; any authority may issue | the domain's name servers | -",
                "wanted | elsewhere | 0 | its records do not lead here | ns1 | Fix the records first; the authority looks at them, too.",
                "brought | elsewhere | 0 | not needed: a certificate was brought | this harbor | -",
                "wanted | here | 1 | none yet | the authority | Nothing to do. We are asking the authority for one.",
                "over | here | 1 | the last one ended on 24 Nov 2026 | the authority | Nothing to do. We are asking the authority for one.",
                "blocked | here | 1 | The authority said why not. | the authority | Let the domain's CAA records name this authority, or take them out.",
                "held | here | 1 | by Quay CA, for www.papermoon.example, from 15 Nov 2026 until 13 Feb 2027 | this harbor | -",
                "late | here | 1 | by Quay CA, for www.papermoon.example, from 6 Sep 2026 until 5 Dec 2026 | this harbor | The authority said why not. It has to be renewed before 5 Dec 2026. Let the domain's CAA records name this authority, or take them out.",
                "brought | here | 1 | by Quay CA, for www.papermoon.example, from 15 Nov 2026 until 15 Dec 2026 | this harbor | It was brought, so it does not renew itself: bring the next one before 15 Dec 2026.",
                "held | here | 2 | another page | a handshake with www.papermoon.example | Check again.",
                "held | here | 3 | another page | a visit by plain HTTP | Check again.",
                "blocked | here | 3 | - | - | The step before comes first.",
            })
    void sayWhatWasSeenByWhomAndWhatToDo(String life, String leads, int place, String seen, String from, String todo) {
        Step step = steps(life, true, leads, "bad", "bad").get(place);
        assertThat(List.of(step.seen(), step.from(), step.todo()))
                .containsExactly(
                        Optional.ofNullable(seen).orElse(""),
                        Optional.ofNullable(from).orElse(""),
                        Optional.ofNullable(todo).orElse(""));
    }
}
