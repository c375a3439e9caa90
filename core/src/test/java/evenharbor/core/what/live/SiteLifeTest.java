package evenharbor.core.what.live;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.live.SiteEvent.BroughtBack;
import evenharbor.core.what.live.SiteEvent.Deleted;
import evenharbor.core.what.live.SiteEvent.PublishAsked;
import evenharbor.core.what.live.SiteEvent.PublishEnded;
import evenharbor.core.what.live.SiteEvent.PutLive;
import evenharbor.core.what.live.SiteEvent.RedirectsApplied;
import evenharbor.core.what.live.SiteEvent.Restored;
import evenharbor.core.what.live.SiteEvent.Switched;
import evenharbor.core.what.live.SiteEvent.TakenDown;
import evenharbor.core.what.live.SiteLife.Outcome;
import evenharbor.core.what.live.SiteLife.Refusal;
import evenharbor.core.what.live.SiteLife.Shown;
import evenharbor.core.what.live.SiteLife.State;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class SiteLifeTest {

    private static final Shown ONE = new Shown(1, "b1");
    private static final Shown TWO = new Shown(2, "b2");

    private static SiteLife after(SiteLife life, SiteEvent... events) {
        for (SiteEvent event : events) {
            Outcome outcome = life.on(event);
            assertThat(outcome).as("%s", event).isInstanceOf(Outcome.Next.class);
            life = ((Outcome.Next) outcome).life();
        }
        return life;
    }

    private static Refusal refusal(SiteLife life, SiteEvent event) {
        return ((Outcome.Refused) life.on(event)).why();
    }

    private static SiteLife live() {
        return after(SiteLife.NEW, new PublishAsked("p1"), new Switched("p1", ONE, "r1"));
    }

    @Test
    void theFirstPublish() {
        SiteLife asked = after(SiteLife.NEW, new PublishAsked("p1"));
        assertThat(asked.state()).isEqualTo(State.BEING_PUBLISHED);
        assertThat(refusal(asked, new PublishAsked("p2"))).isEqualTo(Refusal.PUBLISHING);
        SiteLife live = after(asked, new Switched("p1", ONE, "r1"));
        assertThat(live)
                .isEqualTo(
                        new SiteLife(Optional.of(ONE), true, false, Optional.empty(), "r1", Optional.empty(), false));
        assertThat(live.state()).isEqualTo(State.LIVE);
        assertThat(live.served()).isTrue();
    }

    @Test
    void takingDownEndsAPublishUnderWay() {
        SiteLife down = after(live(), new PublishAsked("p2"), new TakenDown(false));
        assertThat(down.state()).isEqualTo(State.NOT_LIVE);
        assertThat(refusal(down, new Switched("p2", TWO, ""))).isEqualTo(Refusal.OVERTAKEN);
        SiteLife again = after(down, new PutLive());
        assertThat(again.shown()).contains(ONE);
        assertThat(again.redirects()).isEqualTo("r1");
    }

    @Test
    void anotherPublishesEndDoesNotEndThisOne() {
        SiteLife asked = after(SiteLife.NEW, new PublishAsked("p2"), new PublishEnded("p1"));
        assertThat(asked.publishing()).contains("p2");
        assertThat(after(asked, new PublishEnded("p2")).state()).isEqualTo(State.NOT_LIVE);
        assertThat(refusal(asked, new Switched("p1", ONE, ""))).isEqualTo(Refusal.OVERTAKEN);
    }

    @Test
    void everywhereStopsTheOtherAddressesUntilItIsLiveAgain() {
        SiteLife down = after(live(), new TakenDown(true));
        assertThat(down.otherAddressesAnswer()).isFalse();
        assertThat(after(down, new PutLive()).otherAddressesAnswer()).isTrue();
        assertThat(after(down, new Restored(TWO, "")).otherAddressesAnswer()).isTrue();
        assertThat(after(down, new PublishAsked("p"), new Switched("p", TWO, ""))
                        .otherAddressesAnswer())
                .isTrue();
        assertThat(after(live(), new TakenDown(false)).otherAddressesAnswer()).isTrue();
    }

    @Test
    void whatWasNeverLiveCannotBePutLive() {
        assertThat(refusal(SiteLife.NEW, new PutLive())).isEqualTo(Refusal.NEVER_LIVE);
        assertThat(refusal(SiteLife.NEW, new RedirectsApplied("r"))).isEqualTo(Refusal.NOT_LIVE);
        assertThat(refusal(SiteLife.NEW, new BroughtBack())).isEqualTo(Refusal.NOT_DELETED);
    }

    @Test
    void anEarlierVersionGoesLiveWhileAPublishIsUnderWay() {
        SiteLife life = after(live(), new PublishAsked("p2"), new Restored(TWO, "r2"));
        assertThat(life.shown()).contains(TWO);
        assertThat(life.publishing()).contains("p2");
        assertThat(after(life, new RedirectsApplied("r3")).redirects()).isEqualTo("r3");
    }

    @Test
    void aDeletedSiteComesBackAsItWas() {
        SiteLife live = live();
        SiteLife deleted = after(live, new PublishAsked("p2"), new Deleted());
        assertThat(deleted.state()).isEqualTo(State.DELETED);
        assertThat(deleted.served()).isFalse();
        assertThat(deleted.otherAddressesAnswer()).isFalse();
        for (SiteEvent event : List.of(
                new PublishAsked("p"),
                new Switched("p2", TWO, ""),
                new PutLive(),
                new TakenDown(true),
                new Deleted())) {
            assertThat(refusal(deleted, event)).as("%s", event).isEqualTo(Refusal.DELETED);
        }
        assertThat(after(deleted, new PublishEnded("p2"))).isEqualTo(deleted);
        assertThat(after(deleted, new BroughtBack())).isEqualTo(live);
        SiteLife down = after(live, new TakenDown(true));
        assertThat(after(down, new Deleted(), new BroughtBack())).isEqualTo(down);
    }

    /** Whatever happens: what is live has been published or restored, and only what is asked for switches. */
    @Property
    void onlyWhatWasAskedForGoesLive(@ForAll List<@IntRange(max = 8) Integer> events) {
        SiteLife life = SiteLife.NEW;
        int n = 0;
        for (int event : events) {
            SiteEvent happening = switch (event) {
                case 0 -> new PublishAsked("p" + n++);
                case 1 -> new PublishEnded("p" + (n - 1));
                case 2 -> new Switched("p" + (n - 1), TWO, "r");
                case 3 -> new Restored(ONE, "");
                case 4 -> new PutLive();
                case 5 -> new RedirectsApplied("s");
                case 6 -> new TakenDown(n % 2 == 0);
                case 7 -> new Deleted();
                default -> new BroughtBack();
            };
            Outcome outcome = life.on(happening);
            if (outcome instanceof Outcome.Next next) {
                if (happening instanceof Switched switched) {
                    assertThat(life.publishing()).contains(switched.publication());
                }
                if (happening instanceof TakenDown || happening instanceof Deleted) {
                    assertThat(next.life().served()).isFalse();
                    assertThat(next.life().publishing()).isEmpty();
                }
                life = next.life();
            }
            assertThat(life.live() && life.shown().isEmpty()).isFalse();
            assertThat(life.served() && !life.otherAddressesAnswer()).isFalse();
        }
    }

    private static Closure closed(String... paths) {
        return new Closure(java.util.Set.of(paths), new Closure.Words("Closed", ""), Optional.empty());
    }

    @Test
    void aClosedSiteIsLiveAgainByTheSameSwitch() {
        SiteLife closed = after(live(), new SiteEvent.Closed(closed()));
        assertThat(closed.state()).isEqualTo(State.CLOSED);
        assertThat(closed.served()).isTrue();
        assertThat(after(closed, new SiteEvent.Reopened())).isEqualTo(live());
        assertThat(after(closed, new PutLive())).isEqualTo(live());
        assertThat(refusal(live(), new SiteEvent.Reopened())).isEqualTo(Refusal.NOT_CLOSED);
        assertThat(after(closed, new Restored(TWO, "")).state())
                .as("what goes live meanwhile does not open it")
                .isEqualTo(State.CLOSED);
        assertThat(after(closed, new PublishAsked("p"), new Switched("p", TWO, ""))
                        .state())
                .isEqualTo(State.CLOSED);
        SiteLife down = after(closed, new TakenDown(false));
        assertThat(down.state()).isEqualTo(State.NOT_LIVE);
        assertThat(after(down, new PutLive())).isEqualTo(live());
        assertThat(after(closed, new Deleted(), new BroughtBack())).isEqualTo(closed);
    }

    @Test
    void aSiteWithClosedPathsIsLive() {
        SiteLife closed = after(live(), new SiteEvent.Closed(closed("/shop/")));
        assertThat(closed.state()).isEqualTo(State.LIVE);
        assertThat(closed.closure()).contains(closed("/shop/"));
    }

    @Test
    void whatWasForAWhileGoesBackAndLeavesAPublishUnderWay() {
        SiteLife closed = after(live(), new PublishAsked("p2"), new SiteEvent.Closed(closed()), new TakenDown(true));
        SiteLife asked = after(closed, new PublishAsked("p3"));
        SiteLife back = after(asked, new SiteEvent.Returned(live()));
        assertThat(back.publishing()).contains("p3");
        assertThat(after(back, new PublishEnded("p3"))).isEqualTo(live());
    }
}
