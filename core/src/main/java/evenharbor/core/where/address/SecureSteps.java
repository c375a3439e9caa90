package evenharbor.core.where.address;

import evenharbor.core.common.Dates;
import evenharbor.core.where.address.AddressSight.Visit;
import evenharbor.core.where.address.Ladder.Kind;
import evenharbor.core.where.address.Ladder.State;
import evenharbor.core.where.address.Ladder.Step;
import evenharbor.core.where.certificate.CertificateLife;
import evenharbor.core.where.certificate.Hindrance;
import evenharbor.core.where.certificate.Holding;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Makes the steps of a ladder that are about HTTPS. */
final class SecureSteps {

    private final SecureSight secure;
    private final HostName host;
    private final Instant now;

    SecureSteps(SecureSight secure, HostName host, Instant now) {
        this.secure = secure;
        this.host = host;
        this.now = now;
    }

    List<Step> all(Step leadsHere) {
        Step certifiable = certifiable(leadsHere);
        Step certified = certified();
        boolean held = certified.state() == State.OK;
        List<Step> steps = new ArrayList<>(List.of(
                certifiable,
                certified,
                held
                        ? visited(Kind.SECURE, secure.handshake(), "a handshake with " + host.unicode())
                        : LadderSteps.notYet(Kind.SECURE)));
        secure.sentOn()
                .map(visit ->
                        held ? visited(Kind.SENT_ON, visit, "a visit by plain HTTP") : LadderSteps.notYet(Kind.SENT_ON))
                .ifPresent(steps::add);
        return steps;
    }

    private Optional<Holding> valid() {
        return secure.life().held().filter(h -> h.validAt(now));
    }

    private Step certifiable(Step leadsHere) {
        String expected = "records that lead here, and leave for our authority to issue";
        if (valid().filter(h -> !h.renews()).isPresent()) {
            return LadderSteps.ok(Kind.CERTIFIABLE, expected, "not needed: a certificate was brought", "this harbor");
        }
        boolean wildcard = secure.life().name().startsWith("*.");
        if (!wildcard && leadsHere.state() == State.NOT_YET) {
            return LadderSteps.notYet(Kind.CERTIFIABLE);
        }
        if (!secure.permission().permitted()) {
            return LadderSteps.failed(
                    Kind.CERTIFIABLE,
                    expected,
                    secure.permission().sentence(),
                    "the domain's name servers",
                    Hindrance.Kind.CAA.todo(),
                    List.of());
        }
        if (!wildcard && leadsHere.state() == State.FAILED) {
            return LadderSteps.failed(
                    Kind.CERTIFIABLE,
                    expected,
                    "its records do not lead here",
                    leadsHere.from(),
                    "Fix the records first; the authority looks at them, too.",
                    List.of());
        }
        return LadderSteps.ok(
                Kind.CERTIFIABLE,
                expected,
                (wildcard ? "the zone is kept here; " : "they lead here; ")
                        + secure.permission().sentence(),
                "the domain's name servers");
    }

    private Step certified() {
        CertificateLife life = secure.life();
        String expected = "a certificate for " + host.unicode();
        String from = "this harbor";
        Optional<Holding> held = valid().filter(h -> h.covers(host.ascii()));
        if (held.isPresent()) {
            String until = Dates.day(held.get().until());
            String seen = "by " + held.get().issuer() + ", for "
                    + String.join(", ", held.get().names()) + ", from "
                    + Dates.day(held.get().from()) + " until " + until;
            String todo = switch (life.state(now)) {
                case LATE ->
                    life.hindrance().orElseThrow().sentence() + " It has to be renewed before " + until + ". "
                            + life.hindrance().get().kind().todo();
                case ENDING -> "It was brought, so it does not renew itself: bring the next one before " + until + ".";
                default -> "";
            };
            return new Step(Kind.CERTIFIED, State.OK, expected, seen, from, todo, Optional.empty(), List.of());
        }
        if (life.hindrance().isPresent() && life.order().isEmpty()) {
            Hindrance met = life.hindrance().get();
            return new Step(
                    Kind.CERTIFIED,
                    met.kind().mendable() ? State.FAILED : State.WAITING,
                    expected,
                    met.sentence(),
                    "the authority",
                    met.kind().todo(),
                    life.next(),
                    List.of());
        }
        return new Step(
                Kind.CERTIFIED,
                State.WAITING,
                expected,
                life.held().isPresent()
                        ? "the last one ended on " + Dates.day(life.held().get().until())
                        : "none yet",
                "the authority",
                "Nothing to do. We are asking the authority for one.",
                Optional.empty(),
                List.of());
    }

    private static Step visited(Kind kind, Visit visit, String from) {
        if (!visit.asked()) {
            return LadderSteps.notYet(kind);
        }
        return new Step(
                kind,
                visit.right() ? State.OK : State.FAILED,
                visit.expected(),
                visit.seen(),
                from,
                visit.todo(),
                Optional.empty(),
                List.of());
    }
}
