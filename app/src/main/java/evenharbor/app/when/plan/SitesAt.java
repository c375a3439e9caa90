package evenharbor.app.when.plan;

import evenharbor.app.what.live.Live;
import evenharbor.app.what.live.LiveStates;
import evenharbor.app.where.address.Address;
import evenharbor.app.where.address.AddressForecasts;
import evenharbor.app.where.address.AddressHistory;
import evenharbor.app.where.address.Addresses;
import evenharbor.app.where.redirect.RedirectContents;
import evenharbor.core.what.live.SiteLife;
import evenharbor.core.when.plan.Standing;
import evenharbor.core.when.timeline.AddressAnswer;
import evenharbor.core.where.address.Role;
import evenharbor.core.where.address.SiteAddress;
import evenharbor.core.where.redirect.RedirectDifference;
import evenharbor.core.where.redirect.Redirects;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How sites stood or will stand at any instant, and what each of their addresses answered or will answer. */
@Component
@Transactional(readOnly = true)
class SitesAt {

    private final PlansAhead ahead;
    private final LiveStates states;
    private final Addresses addresses;
    private final AddressHistory history;
    private final AddressForecasts forecasts;
    private final RedirectContents redirects;
    private final Clock clock;

    /** More redirects than people read. */
    private static final int MOST_REDIRECTS = 200;

    SitesAt(
            PlansAhead ahead,
            LiveStates states,
            Addresses addresses,
            AddressHistory history,
            AddressForecasts forecasts,
            RedirectContents redirects,
            Clock clock) {
        this.ahead = ahead;
        this.states = states;
        this.addresses = addresses;
        this.history = history;
        this.forecasts = forecasts;
        this.redirects = redirects;
        this.clock = clock;
    }

    /** What an address answers. @param words what visitors get */
    record AnswerView(String address, Role role, String words) {}

    /**
     * How a site stands at an instant.
     *
     * @param known whether that is known: the past is, from when it began to be recorded
     * @param past whether it is over
     * @param addressesKnown whether its addresses of that time are known
     * @param answers what each address answers
     * @param redirects how many redirects visitors meet
     * @param otherRedirects how those differ from the ones that visitors meet now
     */
    record SiteAt(
            String siteId,
            Instant at,
            boolean known,
            boolean past,
            @Schema(nullable = true) PlanViews.SiteStanding standing,
            boolean addressesKnown,
            List<AnswerView> answers,
            int redirects,
            List<RedirectDifference> otherRedirects) {}

    /** How some sites stand at an instant. */
    List<SiteAt> at(List<String> siteIds, Instant at) {
        return at.isAfter(clock.instant()) ? toCome(siteIds, at) : before(siteIds, at);
    }

    private List<SiteAt> before(List<String> siteIds, Instant at) {
        Map<String, SiteLife> lives = states.at(siteIds, at);
        Map<String, List<SiteAddress>> known = history.at(siteIds, at);
        Map<String, Live> now = now(siteIds);
        List<SiteAt> all = new ArrayList<>();
        for (String siteId : siteIds) {
            SiteLife life = lives.get(siteId);
            List<SiteAddress> then = known.get(siteId);
            all.add(new SiteAt(
                    siteId,
                    at,
                    life != null,
                    true,
                    life == null ? null : PlanViews.of(life),
                    then != null,
                    life == null || then == null ? List.of() : answers(then, life),
                    life == null ? 0 : rules(life).list().size(),
                    life == null ? List.of() : otherRedirects(now.get(siteId).life(), life)));
        }
        return all;
    }

    private List<SiteAt> toCome(List<String> siteIds, Instant at) {
        Map<String, Live> now = now(siteIds);
        Map<String, List<SiteAddress>> addressed = new HashMap<>();
        addresses
                .of(siteIds)
                .forEach(a -> addressed
                        .computeIfAbsent(a.siteId(), s -> new ArrayList<>())
                        .add(a.toSiteAddress()));
        Set<String> planned = ahead.of(siteIds).stream()
                .filter(row -> row.nextAt != null && !row.nextAt.isAfter(at))
                .map(row -> row.siteId)
                .collect(Collectors.toSet());
        List<SiteAt> all = new ArrayList<>();
        for (String siteId : siteIds) {
            SiteLife life = now.get(siteId).life();
            List<SiteAddress> then = addressed.getOrDefault(siteId, List.of());
            if (planned.contains(siteId)) {
                Standing standing = ahead.forecast(siteId, at).at(at);
                life = standing.life();
                then = with(siteId, then, standing.main());
            }
            all.add(new SiteAt(
                    siteId,
                    at,
                    true,
                    false,
                    PlanViews.of(life),
                    true,
                    answers(then, life),
                    rules(life).list().size(),
                    otherRedirects(now.get(siteId).life(), life)));
        }
        return all;
    }

    private Map<String, Live> now(List<String> siteIds) {
        return states.of(siteIds).stream().collect(Collectors.toMap(Live::siteId, live -> live));
    }

    private Redirects rules(SiteLife life) {
        return redirects.get(life.redirects());
    }

    private List<RedirectDifference> otherRedirects(SiteLife now, SiteLife then) {
        return now.redirects().equals(then.redirects())
                ? List.of()
                : RedirectDifference.between(rules(then), rules(now)).stream()
                        .limit(MOST_REDIRECTS)
                        .toList();
    }

    private List<SiteAddress> with(String siteId, List<SiteAddress> now, String main) {
        boolean same = main.isEmpty() || now.stream().anyMatch(a -> a.role() == Role.MAIN && a.id().equals(main));
        return same
                ? now
                : forecasts.as(siteId, main, Role.MAIN).stream()
                        .map(Address::toSiteAddress)
                        .toList();
    }

    private static List<AnswerView> answers(List<SiteAddress> addresses, SiteLife life) {
        return AddressAnswer.of(addresses, life).stream()
                .map(answer -> new AnswerView(
                        answer.address().words(), answer.address().role(), answer.words()))
                .toList();
    }
}
