package evenharbor.app.who.access;

import evenharbor.app.common.problem.Problem;
import evenharbor.core.who.access.Membership;
import evenharbor.core.who.access.PersonRole;
import evenharbor.core.who.access.Right;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The people who look after an account's sites, or one of them. */
@RestController
@RequestMapping("/api")
class PeopleController {

    private final People people;
    private final Memberships memberships;
    private final Members members;
    private final PersonInvitations invitations;

    PeopleController(People people, Memberships memberships, Members members, PersonInvitations invitations) {
        this.people = people;
        this.memberships = memberships;
        this.members = members;
        this.invitations = invitations;
    }

    /**
     * Someone who looks after sites.
     *
     * @param role what they are in all of the account; null for single sites only
     * @param sites what they are at single sites, by the site's id
     */
    record PersonView(
            String id,
            String name,
            String email,
            @Schema(nullable = true) PersonRole role,
            Map<String, PersonRole> sites) {}

    /** Someone who was asked, and has not answered yet. @param siteId the one site it is for; null for all */
    record InvitedView(
            String id,
            String email,
            PersonRole role,
            @Schema(nullable = true) String siteId,
            String invitedBy,
            Instant expiresAt) {}

    /** Who looks after it. @param mine whether whoever asks may change them */
    record PeopleView(List<PersonView> people, List<InvitedView> invited, boolean mine) {}

    /** People to ask. @param emails as they were pasted @param words what is added to the mail */
    record NewPeople(
            @NotBlank(message = "Type one e-mail or more, such as ada@example.org.")
            @Size(max = 20_000, message = "Ask fewer at once.")
            String emails,

            @NotNull(message = "Choose what they may do.") PersonRole role,

            @NotNull @Size(max = 500, message = "Use at most 500 characters.")
            String words) {}

    /** What someone is to be. @param role null for single sites only */
    record RoleForm(@Schema(nullable = true) PersonRole role) {}

    record SiteRoleForm(
            @NotNull(message = "Choose what they may do.") PersonRole role) {}

    @GetMapping("/people")
    PeopleView people() {
        String account = Current.person().accountId();
        Map<String, Membership> all = memberships.ofAccount(account);
        return new PeopleView(
                people.of(account).stream()
                        .map(person -> view(person, all.get(person.id())))
                        .toList(),
                invited(account, Optional.empty()),
                Current.may(Right.MANAGE));
    }

    private static PersonView view(Person person, Membership member) {
        return new PersonView(
                person.id(), person.name(), person.email(), member.all().orElse(null), member.sites());
    }

    private List<InvitedView> invited(String account, Optional<String> site) {
        return invitations.ofAccount(account).stream()
                .filter(each -> site.map(only -> each.siteId().map(only::equals).orElse(true))
                        .orElse(true))
                .map(each -> new InvitedView(
                        each.id(),
                        each.email(),
                        each.role(),
                        each.siteId().orElse(null),
                        people.find(each.invitedBy()).map(Person::name).orElse("someone"),
                        each.expiresAt()))
                .toList();
    }

    @PutMapping("/people/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setRole(@PathVariable String id, @RequestBody RoleForm form) {
        members.setRole(Current.person(), id, Optional.ofNullable(form.role()));
    }

    /** Removes someone from the account. */
    @DeleteMapping("/people/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String id) {
        members.remove(Current.person(), id);
    }

    @PostMapping("/people/invitations")
    @ResponseStatus(HttpStatus.CREATED)
    PersonInvitations.Asked invite(@Valid @RequestBody NewPeople form) {
        return invitations.invite(Current.person(), Optional.empty(), form.emails(), form.role(), form.words());
    }

    @DeleteMapping("/people/invitations/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(@PathVariable String id) {
        invitations.takeBack(Current.person(), Optional.empty(), id);
    }

    @PostMapping("/people/invitations/{id}/reminder")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void again(@PathVariable String id) {
        invitations.again(Current.person(), id);
    }

    /** Who looks after one site, be it by all of the account or by this site alone. */
    @GetMapping("/sites/{siteId}/people")
    PeopleView ofSite(@PathVariable String siteId) {
        there(siteId);
        String account = Current.person().accountId();
        Map<String, Membership> all = memberships.ofAccount(account);
        boolean mine = Current.may(Right.MANAGE, siteId);
        return new PeopleView(
                people.of(account).stream()
                        .filter(person -> all.get(person.id()).at(siteId).isPresent())
                        .map(person -> new PersonView(
                                person.id(),
                                person.name(),
                                person.email(),
                                all.get(person.id()).all().orElse(null),
                                Optional.ofNullable(all.get(person.id()).sites().get(siteId))
                                        .map(role -> Map.of(siteId, role))
                                        .orElse(Map.of())))
                        .toList(),
                mine ? invited(account, Optional.of(siteId)) : List.of(),
                mine);
    }

    @PostMapping("/sites/{siteId}/people/invitations")
    @ResponseStatus(HttpStatus.CREATED)
    PersonInvitations.Asked inviteTo(@PathVariable String siteId, @Valid @RequestBody NewPeople form) {
        there(siteId);
        return invitations.invite(Current.person(), Optional.of(siteId), form.emails(), form.role(), form.words());
    }

    @DeleteMapping("/sites/{siteId}/people/invitations/{invitationId}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBackOf(@PathVariable String siteId, @PathVariable String invitationId) {
        there(siteId);
        invitations.takeBack(Current.person(), Optional.of(siteId), invitationId);
    }

    @PutMapping("/sites/{siteId}/people/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setRoleAt(@PathVariable String siteId, @PathVariable String id, @Valid @RequestBody SiteRoleForm form) {
        there(siteId);
        members.setRoleAt(Current.person(), siteId, id, form.role());
    }

    @DeleteMapping("/sites/{siteId}/people/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeAt(@PathVariable String siteId, @PathVariable String id) {
        there(siteId);
        members.removeAt(Current.person(), siteId, id);
    }

    /** Another account's site is simply not there. */
    private void there(String siteId) {
        boolean own = memberships
                .accountOf(siteId)
                .filter(Current.person().accountId()::equals)
                .isPresent();
        if (!own || !Current.mayTouch(siteId)) {
            throw Problem.notFound("This site");
        }
    }
}
