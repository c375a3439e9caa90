package evenharbor.core.when.timeline;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.core.what.live.Closure;
import evenharbor.core.what.live.SiteEvent;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.where.address.HostName;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddress;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What was so at an instant, and what each address answered then. */
class TimelineTest {

    @Test
    void whatWasSoAtAnInstantIsTheLastThatHadBegun() {
        for (int seed = 0; seed < 300; seed++) {
            Random random = new Random(seed);
            List<Timeline.Moment<Integer>> moments = new ArrayList<>();
            long at = 10;
            for (int i = random.nextInt(8); i > 0; i--) {
                at += random.nextInt(3);
                moments.add(new Timeline.Moment<>(Instant.ofEpochSecond(at), moments.size()));
            }
            Timeline<Integer> line = new Timeline<>(moments);
            for (long second = 8; second < at + 3; second++) {
                Instant then = Instant.ofEpochSecond(second);
                assertThat(line.at(then))
                        .isEqualTo(moments.stream()
                                .filter(m -> !m.at().isAfter(then))
                                .map(Timeline.Moment::value)
                                .reduce((a, b) -> b));
            }
        }
    }

    private static SiteAddress address(String id, Role role, Integer trial, String to) {
        return new SiteAddress(
                id,
                new HostName(id + ".example"),
                "/",
                role,
                trial == null ? OptionalInt.empty() : OptionalInt.of(trial),
                Optional.ofNullable(to));
    }

    private static final List<SiteAddress> ADDRESSES = List.of(
            address("main", Role.MAIN, null, null),
            address("alias", Role.ALIAS, null, null),
            address("old", Role.FORWARDING, null, null),
            address("card", Role.POINTER, null, "https://far.example/x"),
            address("look", Role.TRIAL, null, null),
            address("look2", Role.TRIAL, 2, null));

    private static SiteLife after(SiteEvent... events) {
        SiteLife life = SiteLife.NEW;
        for (SiteEvent event : events) {
            life = ((SiteLife.Outcome.Next) life.on(event)).life();
        }
        return life;
    }

    private static final SiteEvent LIVE = new SiteEvent.Restored(new SiteLife.Shown(3, "b"), "");

    private static SiteLife life(String how) {
        Closure notice = new Closure(Set.of(), new Closure.Words("Closed", ""), Optional.empty());
        return switch (how) {
            case "live" -> after(LIVE);
            case "draft" -> after(new SiteEvent.Restored(new SiteLife.Shown(0, ""), ""));
            case "closed" -> after(LIVE, new SiteEvent.Closed(notice));
            case "sent" ->
                after(LIVE, new SiteEvent.Closed(new Closure(Set.of(), new Closure.Elsewhere("/x"), Optional.empty())));
            case "partly" ->
                after(LIVE, new SiteEvent.Closed(new Closure(Set.of("/shop/"), notice.notice(), Optional.empty())));
            case "down" -> after(LIVE, new SiteEvent.TakenDown(false));
            case "everywhere" -> after(LIVE, new SiteEvent.TakenDown(true));
            default -> SiteLife.NEW;
        };
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "live | version 3 | forwards to main.example | sends visitors to https://far.example/x | the draft, for trial",
                "draft | the draft as it then is | forwards to main.example | sends visitors to https://far.example/x | the draft, for trial",
                "closed | closed, with a notice (503) | forwards to main.example | sends visitors to https://far.example/x | the draft, for trial",
                "sent | closed, visitors are sent to /x | forwards to main.example | sends visitors to https://far.example/x | the draft, for trial",
                "partly | version 3, but at /shop/: closed, with a notice (503) | forwards to main.example | sends visitors to https://far.example/x | the draft, for trial",
                "down | nothing here (404) | forwards to main.example | sends visitors to https://far.example/x | the draft, for trial",
                "everywhere | nothing here (404) | nothing here (404) | nothing here (404) | nothing here (404)",
                "new | nothing here (404) | forwards to main.example | sends visitors to https://far.example/x | the draft, for trial",
            })
    void eachAddressAnswersAsItsRoleSays(String how, String main, String old, String card, String look) {
        List<String> words = AddressAnswer.of(ADDRESSES, life(how)).stream()
                .map(AddressAnswer::words)
                .toList();
        assertThat(words.subList(0, 5)).containsExactly(main, main, old, card, look);
        assertThat(words.get(5)).isEqualTo(how.equals("everywhere") ? "nothing here (404)" : "version 2, for trial");
    }

    @Test
    void withoutAMainAddressNothingIsForwardedTo() {
        assertThat(AddressAnswer.of(List.of(address("old", Role.FORWARDING, null, null)), life("live")))
                .extracting(AddressAnswer::words)
                .containsExactly("nothing here (404)");
    }
}
