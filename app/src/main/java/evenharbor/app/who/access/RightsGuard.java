package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.app.common.problem.ProblemType;
import evenharbor.core.who.access.Endpoint;
import evenharbor.core.who.access.Endpoints;
import evenharbor.core.who.access.Membership;
import evenharbor.core.who.access.PersonRole;
import evenharbor.core.who.access.Right;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;

/**
 * Holds each request to the table of {@link Endpoints} before anything of it is looked at. Of a site that is none of theirs
 * people learn nothing, not even that it is there.
 */
@Component
class RightsGuard implements HandlerInterceptor {

    private final Memberships memberships;
    private final People people;
    private final List<SiteOfThing> things;

    RightsGuard(Memberships memberships, People people, List<SiteOfThing> things) {
        this.memberships = memberships;
        this.people = people;
        this.things = things;
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        String path = String.valueOf(request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE));
        if (!path.startsWith("/api/")) {
            return true;
        }
        String method = request.getMethod().equals("HEAD") ? "GET" : request.getMethod();
        Optional<Endpoint> endpoint = Endpoints.of(method, path);
        if (endpoint.isEmpty() && (method.equals("OPTIONS") || path.equals("/api/**"))) {
            return true;
        }
        Endpoint row = endpoint.orElseThrow(() -> new Problem(
                ProblemType.NOT_PERMITTED,
                "Nobody may do this: it stands in no table of rights. Nothing was changed."));
        if (Current.signedIn().isEmpty() && row.reach() == Endpoint.Reach.OPEN) {
            return true;
        }
        Current.signedIn().ifPresent(signedIn -> admit(row, signedIn, request));
        return true;
    }

    private void admit(Endpoint row, SignedIn signedIn, HttpServletRequest request) {
        Person person = signedIn.getPrincipal();
        List<Membership> all = memberships.of(person.id()).stream()
                .filter(each -> !signedIn.bound() || each.accountId().equals(person.accountId()))
                .toList();
        Place place = row.reach() == Endpoint.Reach.SITE ? place(row, request) : new Place(Optional.empty(), "");
        Optional<String> site = place.siteId();
        // A link to a site of another account that someone belongs to works at once: they act in that account.
        String account = site.flatMap(memberships::accountOf)
                .filter(each ->
                        all.stream().anyMatch(member -> member.accountId().equals(each)))
                .orElse(person.accountId());
        Membership membership = Membership.choose(all, account)
                .orElseGet(() -> new Membership(person.accountId(), Optional.empty(), Map.of()));
        Current.enter(signedIn.as(membership));
        if (row.reach() == Endpoint.Reach.HARBOR && (signedIn.bound() || !people.operates(person.id()))) {
            throw Problem.notFound("This page");
        }
        Optional<Right> right = row.right();
        if (right.isEmpty()) {
            return;
        }
        switch (row.reach()) {
            case ACCOUNT -> {
                if (!membership.may(right.get())) {
                    throw refused(right.get(), membership.all(), "this account", membership.accountId(), "");
                }
            }
            case SITE -> {
                PersonRole role = site.filter(Current::mayTouch)
                        .flatMap(membership::at)
                        .filter(is -> accountIs(site, membership))
                        .orElseThrow(() -> Problem.notFound(place.what()));
                if (!role.may(right.get())) {
                    throw refused(right.get(), Optional.of(role), "this site", membership.accountId(), site.get());
                }
            }
            case OPEN, OWN, HARBOR -> {}
        }
    }

    /** A role in all of an account says nothing of another account's sites. */
    private boolean accountIs(Optional<String> site, Membership membership) {
        return site.flatMap(memberships::accountOf)
                .filter(membership.accountId()::equals)
                .isPresent();
    }

    /** The site that a path names, or that the thing which it names belongs to; what it is called when it is not there. */
    private Place place(Endpoint row, HttpServletRequest request) {
        @SuppressWarnings("unchecked")
        Map<String, String> named =
                (Map<String, String>) request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
        String siteId = named.get("siteId");
        if (siteId != null) {
            return new Place(Optional.of(siteId), "This site");
        }
        SiteOfThing thing = things.stream()
                .filter(each -> row.path().startsWith(each.prefix()))
                .findFirst()
                .orElseThrow();
        return new Place(thing.siteOf().apply(named.get("id")), thing.what());
    }

    private record Place(Optional<String> siteId, String what) {}

    /** Says what is missing, and who has it. */
    private Problem refused(Right right, Optional<PersonRole> role, String of, String accountId, String siteId) {
        String who = memberships.ofAccount(accountId).entrySet().stream()
                .filter(each -> siteId.isEmpty()
                        ? each.getValue().may(right)
                        : each.getValue().may(right, siteId))
                .map(each -> people.find(each.getKey()).map(Person::name).orElse("someone"))
                .limit(3)
                .collect(Collectors.joining(", "));
        String am = role.map(is -> "You are " + is.words() + " of " + of).orElse("You look after single sites only");
        return new Problem(
                        ProblemType.NOT_PERMITTED,
                        am + ". To " + right.words() + " takes "
                                + PersonRole.least(right).words() + ": ask " + (who.isEmpty() ? "an owner" : who)
                                + ". Nothing was changed.")
                .with("needed", PersonRole.least(right).name());
    }
}
