package evenharbor.core.when.plan;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.live.Closing;
import evenharbor.core.what.live.Closure;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.Collisions.Collision;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What plans come to, and where they get in each other's way. */
class CollisionsTest {

    private static final Instant NOW = Instant.parse("2026-11-29T08:00:00Z");
    private static final Closing WINTER = new Closing(Set.of(), Closing.Kind.WORDS, "Closed", "until spring", "");

    private int gone = 99;
    private boolean pageThere = true;

    private final Course.Facts facts = new Course.Facts() {
        @Override
        public Optional<SiteLife.Shown> version(int number) {
            return number == gone ? Optional.empty() : Optional.of(new SiteLife.Shown(number, "b" + number));
        }

        @Override
        public String redirectsOf(int number) {
            return "r" + number;
        }

        @Override
        public String redirectsNow() {
            return "now";
        }

        @Override
        public SiteLife.Shown draft(Instant at) {
            return new SiteLife.Shown(0, "");
        }

        @Override
        public Optional<Closure> closure(Closing closing, Optional<Instant> reopens) {
            return pageThere
                    ? Optional.of(
                            new Closure(closing.paths(), new Closure.Words(closing.title(), closing.text()), reopens))
                    : Optional.empty();
        }

        @Override
        public boolean mayBeMain(String addressId) {
            return addressId.equals("other");
        }

        @Override
        public boolean maySendTo(String destinationId) {
            return !destinationId.equals("gone");
        }
    };

    private final List<Surroundings.Ending> endings = new ArrayList<>();
    private String hostTrouble;
    private String draftTrouble;

    private final Surroundings around = new Surroundings() {
        @Override
        public List<Surroundings.Ending> endings(String addressId) {
            return addressId.equals("main") ? endings : List.of();
        }

        @Override
        public Optional<String> hostTrouble(String destinationId) {
            return Optional.ofNullable(hostTrouble);
        }

        @Override
        public Optional<String> draftTrouble() {
            return Optional.ofNullable(draftTrouble);
        }
    };

    private static Standing standing(int version, boolean live) {
        return new Standing(
                new SiteLife(
                        Optional.of(new SiteLife.Shown(version, "b" + version)),
                        live,
                        false,
                        Optional.empty(),
                        "r",
                        Optional.empty(),
                        false),
                "main");
    }

    private static Plan plan(String id, PlannedAction action, String starts, String ends) {
        return Plan.of(
                id,
                action,
                new Schedule(
                        LocalDateTime.parse(starts),
                        Optional.ofNullable(ends).map(LocalDateTime::parse),
                        ZoneOffset.UTC,
                        false,
                        Optional.empty()));
    }

    private static PlannedAction.GoLive version(int number) {
        return new PlannedAction.GoLive(number, true);
    }

    private Forecast forecast(Standing standing, Plan... plans) {
        return Forecast.of(Course.of(standing), List.of(plans), NOW, Instant.parse("2027-12-31T00:00:00Z"), facts);
    }

    private List<String> collisions(Standing standing, Plan... plans) {
        return Collisions.of(forecast(standing, plans), 9, Map.of("old", 7), around).stream()
                .map(c -> c.kind() + " " + c.planId()
                        + c.otherId().map(other -> " by " + other).orElse(""))
                .toList();
    }

    @Test
    void aProgrammeForAWhileGoesBackToWhatWasBefore() {
        Forecast forecast =
                forecast(standing(5, true), plan("winter", version(7), "2026-12-01T00:00", "2027-01-06T00:00"));
        assertThat(shown(forecast, "2026-11-30T00:00:00Z")).isEqualTo("5 r");
        assertThat(shown(forecast, "2026-12-01T00:00:00Z")).isEqualTo("7 r7");
        assertThat(shown(forecast, "2027-01-05T23:59:59Z")).isEqualTo("7 r7");
        assertThat(shown(forecast, "2027-01-06T00:00:00Z")).isEqualTo("5 r");
        assertThat(collisions(standing(5, true), plan("winter", version(7), "2026-12-01T00:00", "2027-01-06T00:00")))
                .isEmpty();
    }

    @Test
    void redirectsForAWhileGoBackByThemselves() {
        Plan redirects = plan("redirects", new PlannedAction.ApplyRedirects(), "2026-12-01T00:00", "2027-01-06T00:00");
        Plan version = plan("version", version(7), "2026-12-10T00:00", "2027-02-01T00:00");
        Forecast forecast = forecast(standing(5, true), redirects, version);
        assertThat(shown(forecast, "2026-12-02T00:00:00Z")).isEqualTo("5 now");
        assertThat(shown(forecast, "2026-12-11T00:00:00Z")).isEqualTo("7 r7");
        assertThat(shown(forecast, "2027-01-07T00:00:00Z")).isEqualTo("7 r7");
        assertThat(shown(forecast, "2027-02-02T00:00:00Z"))
                .as("those that ended in between do not come back")
                .isEqualTo("5 r");
        assertThat(collisions(standing(5, true), redirects, version)).isEmpty();
        assertThat(collisions(standing(5, false), redirects)).containsExactly("LEFT_OUT redirects");
    }

    @Test
    void whatIsDecidedForGoodTakesItsRedirectsAlong() {
        Plan winter = plan("winter", version(7), "2026-12-01T00:00", "2027-01-06T00:00");
        Forecast forecast = forecast(
                standing(5, true), winter, plan("bare", new PlannedAction.GoLive(8, false), "2026-12-10T00:00", null));
        assertThat(shown(forecast, "2027-01-07T00:00:00Z")).isEqualTo("8 r7");
    }

    private static String shown(Forecast forecast, String at) {
        SiteLife life = forecast.at(Instant.parse(at)).life();
        return life.shown().orElseThrow().version() + " " + life.redirects();
    }

    @Test
    void aClosingForAWhileLeavesWhatIsPublishedMeanwhile() {
        Plan close = plan("close", new PlannedAction.Close(WINTER), "2026-12-01T00:00", "2027-01-06T00:00");
        Plan publish = plan("publish", version(8), "2026-12-10T00:00", null);
        Forecast forecast = forecast(standing(5, true), close, publish);
        assertThat(forecast.at(Instant.parse("2026-12-20T00:00:00Z")).life().state())
                .isEqualTo(SiteLife.State.CLOSED);
        assertThat(forecast.at(Instant.parse("2027-01-07T00:00:00Z")).life().state())
                .isEqualTo(SiteLife.State.LIVE);
        assertThat(shown(forecast, "2027-01-07T00:00:00Z")).isEqualTo("8 r8");
        assertThat(collisions(standing(5, true), close, publish)).containsExactly("CLOSED_THEN publish by close");
    }

    @Test
    void twoAtOneTimeAreTold() {
        assertThat(collisions(
                        standing(5, true),
                        plan("a", version(7), "2026-12-01T00:00", null),
                        plan("b", version(8), "2026-12-01T00:00", null)))
                .containsExactly("SAME_TIME a by b");
        assertThat(collisions(
                        standing(5, true),
                        plan("a", version(7), "2026-12-01T00:00", null),
                        plan("b", new PlannedAction.Close(WINTER), "2026-12-01T00:00", "2026-12-02T00:00")))
                .as("what changes something else does not collide")
                .isEmpty();
        assertThat(collisions(
                        standing(5, true),
                        plan("a", version(7), "2026-12-01T00:00", "2026-12-05T00:00"),
                        plan("b", version(8), "2026-12-05T00:00", "2026-12-06T00:00")))
                .as("one ends as the other begins")
                .isEmpty();
    }

    @Test
    void anEndThatCannotComeIsTold() {
        assertThat(collisions(
                        standing(5, true),
                        plan("winter", version(7), "2026-12-01T00:00", "2027-01-06T00:00"),
                        plan("sale", version(8), "2026-12-20T00:00", null)))
                .containsExactly("END_IS_VAIN winter by sale");
        assertThat(collisions(
                        standing(5, true),
                        plan("winter", version(7), "2026-12-01T00:00", "2027-01-06T00:00"),
                        plan("eve", version(8), "2026-12-24T00:00", "2026-12-27T00:00")))
                .as("one within the other is no collision")
                .isEmpty();
    }

    @Test
    void whatChangesNothingOrIsLeftOutIsTold() {
        gone = 3;
        assertThat(collisions(
                        standing(5, true), plan("same", new PlannedAction.GoLive(5, false), "2026-12-01T00:00", null)))
                .containsExactly("CHANGES_NOTHING same");
        assertThat(collisions(standing(5, true), plan("gone", version(3), "2026-12-01T00:00", null)))
                .containsExactly("LEFT_OUT gone");
        assertThat(collisions(
                        standing(5, true), plan("main", new PlannedAction.SwitchMain("x"), "2026-12-01T00:00", null)))
                .containsExactly("LEFT_OUT main");
        assertThat(collisions(
                        standing(5, true),
                        plan("main", new PlannedAction.SwitchMain("other"), "2026-12-01T00:00", null)))
                .isEmpty();
        assertThat(collisions(
                        standing(5, true),
                        plan("host", new PlannedAction.SendTo("gone"), "2026-12-01T00:00", null),
                        plan("other", new PlannedAction.SendTo("there"), "2026-12-01T00:00", null)))
                .containsExactly("LEFT_OUT host");
        assertThat(collisions(standing(5, true), plan("open", new PlannedAction.Reopen(), "2026-12-01T00:00", null)))
                .containsExactly("CHANGES_NOTHING open");
        assertThat(collisions(standing(5, true), plan("late", version(7), "2026-11-01T00:00", "2026-11-02T00:00")))
                .containsExactly("LEFT_OUT late");
        pageThere = false;
        assertThat(collisions(
                        standing(5, true), plan("page", new PlannedAction.Close(WINTER), "2026-12-01T00:00", null)))
                .containsExactly("LEFT_OUT page");
    }

    @Test
    void whatWillHaveEndedIsTold() {
        Plan winter = plan("winter", version(7), "2026-12-01T00:00", "2027-01-06T00:00");
        Plan later = plan("later", version(8), "2027-03-01T00:00", null);
        endings.add(new Surroundings.Ending(
                Collisions.Kind.DOMAIN_ENDS, "a.example", Instant.parse("2027-01-06T00:00:01Z")));
        assertThat(collisions(standing(5, true), winter))
                .as("it ends after the plan is over")
                .isEmpty();
        assertThat(collisions(standing(5, true), winter, later)).containsExactly("DOMAIN_ENDS later");
        endings.add(new Surroundings.Ending(
                Collisions.Kind.CERTIFICATE_ENDS, "a.example", Instant.parse("2026-12-24T00:00:00Z")));
        assertThat(collisions(standing(5, true), winter))
                .as("it ends in the midst of the plan")
                .containsExactly("CERTIFICATE_ENDS winter");
        assertThat(collisions(
                        standing(5, true),
                        plan("main", new PlannedAction.SwitchMain("other"), "2026-12-02T00:00", null),
                        later))
                .as("the other address is the main one by then")
                .isEmpty();
        assertThat(collisions(
                        standing(5, true), plan("down", new PlannedAction.TakeDown(false), "2027-03-01T00:00", null)))
                .isEmpty();
    }

    @Test
    void whatIsInTroubleTodayIsTold() {
        Plan send = plan("send", new PlannedAction.SendTo("there"), "2026-12-01T00:00", null);
        Plan publish = plan("publish", new PlannedAction.PublishDraft(), "2026-12-01T00:00", null);
        assertThat(collisions(standing(5, true), send, publish)).isEmpty();
        hostTrouble = "The last publish broke off.";
        draftTrouble = "The draft holds no files.";
        assertThat(collisions(standing(5, true), send, publish))
                .containsExactly("DRAFT_TROUBLE publish", "HOST_TROUBLE send");
    }

    @Test
    void whatNobodySeesIsTold() {
        assertThat(collisions(
                        standing(5, false),
                        plan("close", new PlannedAction.Close(WINTER), "2026-12-01T00:00", "2026-12-02T00:00")))
                .containsExactly("NOT_LIVE_THEN close");
    }

    @Test
    void whatWentLiveSinceIsNotReplacedUnseen() {
        assertThat(collisions(standing(9, true), plan("old", version(6), "2026-12-01T00:00", null)))
                .containsExactly("REPLACES_NEWER old");
        assertThat(collisions(standing(9, true), plan("fresh", version(6), "2026-12-01T00:00", null)))
                .as("planned knowing it")
                .isEmpty();
    }

    @Test
    void eachCollisionOfAPlanIsToldOnce() {
        Plan weekly = Plan.of(
                "weekly",
                new PlannedAction.GoLive(5, false),
                new Schedule(
                        LocalDateTime.parse("2026-12-01T00:00"),
                        Optional.empty(),
                        ZoneOffset.UTC,
                        false,
                        Optional.of(new Repeat(Repeat.Every.WEEK, 1, Optional.empty()))));
        List<Collision> all = Collisions.of(forecast(standing(5, true), weekly), 5, Map.of(), around);
        assertThat(all).hasSize(1);
        assertThat(all.get(0).at()).isEqualTo(Instant.parse("2026-12-01T00:00:00Z"));
    }

    @Test
    void whatWasDecidedByHandMeanwhileStays() {
        Plan winter = plan("winter", version(7), "2026-12-01T00:00", "2027-01-06T00:00");
        Course.Taken begun = Course.of(standing(5, true))
                .take(
                        new Course.Due(winter, winter.next().orElseThrow()),
                        Instant.parse("2026-12-01T00:00:00Z"),
                        facts);
        assertThat(begun.plan().begun()).isTrue();
        Course byHand = new Course(standing(9, true), begun.course().whiles());
        Course.Taken ended = byHand.take(
                new Course.Due(begun.plan(), begun.plan().next().orElseThrow()),
                Instant.parse("2027-01-06T00:00:00Z"),
                facts);
        assertThat(ended.leftOut()).contains(Course.LeftOut.DECIDED_SINCE);
        assertThat(ended.course().standing()).isEqualTo(standing(9, true));
        assertThat(ended.course().whiles()).isEmpty();
        assertThat(ended.plan().next()).isEmpty();
        // Redirects that were changed meanwhile are kept when the version goes back.
        Standing edited = new Standing(
                new SiteLife(
                        Optional.of(new SiteLife.Shown(7, "b7")),
                        true,
                        false,
                        Optional.of("p"),
                        "edited",
                        Optional.empty(),
                        false),
                "main");
        Course.Taken back = new Course(edited, begun.course().whiles())
                .take(
                        new Course.Due(begun.plan(), begun.plan().next().orElseThrow()),
                        Instant.parse("2027-01-06T00:00:00Z"),
                        facts);
        assertThat(back.course().standing().life().shown()).contains(new SiteLife.Shown(5, "b5"));
        assertThat(back.course().standing().life().redirects()).isEqualTo("edited");
        assertThat(back.course().standing().life().publishing()).contains("p");
    }

    @Test
    void aPlanThatWasCalledOffHasNothingToCome() {
        Plan winter = plan("winter", version(7), "2026-12-01T00:00", "2027-01-06T00:00")
                .calledOffNow();
        assertThat(winter.nextAt()).isEmpty();
        assertThat(forecast(standing(5, true), winter).steps()).isEmpty();
    }
}
