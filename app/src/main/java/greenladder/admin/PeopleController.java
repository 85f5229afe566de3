package greenladder.admin;

import greenladder.admin.PeoplePage.Choice;
import greenladder.admin.PeoplePage.InvitationEntry;
import greenladder.admin.PeoplePage.InviteForm;
import greenladder.admin.PeoplePage.PersonEntry;
import greenladder.admin.PeoplePage.RemovalPage;
import greenladder.admin.PeoplePage.RoleException;
import greenladder.admin.PeoplePage.TokenEntry;
import greenladder.core.change.Problems;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.core.team.Team;
import greenladder.frame.Frames;
import greenladder.people.Invitations;
import greenladder.people.Invitations.Open;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.people.Tokens;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Done;
import greenladder.web.Failure;
import greenladder.web.GreenLadderProperties;
import greenladder.web.Words;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** People for administrators: who there is, who is invited, what each may do, who leaves. */
@Controller
@RequestMapping("/people")
class PeopleController {
    private final People people;
    private final Invitations invitations;
    private final Leaving leaving;
    private final SnapshotKeeper keeper;
    private final Frames frames;
    private final Tokens tokens;
    private final GreenLadderProperties properties;

    PeopleController(
            People people,
            Invitations invitations,
            Leaving leaving,
            SnapshotKeeper keeper,
            Frames frames,
            Tokens tokens,
            GreenLadderProperties properties) {
        this.people = people;
        this.invitations = invitations;
        this.leaving = leaving;
        this.keeper = keeper;
        this.frames = frames;
        this.tokens = tokens;
        this.properties = properties;
    }

    @GetMapping
    String page(@AuthenticationPrincipal SignedIn me, Model model) {
        return show(me, InviteForm.EMPTY, null, null, model);
    }

    @PostMapping("/invite")
    String invite(
            InviteForm form,
            @AuthenticationPrincipal SignedIn me,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        try {
            var made = invitations.invite(me, form.name(), form.handle(), role(form.role()));
            return show(me, InviteForm.EMPTY, link(made, request), null, model);
        } catch (Failure.Invalid e) {
            response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
            return show(me, form, null, e.problems(), model);
        }
    }

    @PostMapping("/invitations/{id}/take-back")
    String takeBack(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        invitations.takeBack(me, id);
        return "redirect:/people";
    }

    @PostMapping("/{handle}/role")
    String changeRole(
            @PathVariable String handle,
            @RequestParam String role,
            @AuthenticationPrincipal SignedIn me,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        return orShown(
                me,
                () ->
                        Done.tell(
                                next,
                                people.changeRole(me, handle, role(role)),
                                "Changed the role of " + nameOf(me, handle)),
                response,
                model);
    }

    @PostMapping("/{handle}/role-in")
    String changeRoleIn(
            @PathVariable String handle,
            @RequestParam String product,
            @RequestParam(defaultValue = "") String role,
            @AuthenticationPrincipal SignedIn me,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        var code = Lookups.product(keeper.seenBy(me), product).code();
        return orShown(
                me,
                () ->
                        Done.tell(
                                next,
                                people.changeRoleIn(
                                        me, handle, code, role.isEmpty() ? null : role(role)),
                                "Changed the role of %s in %s".formatted(nameOf(me, handle), code)),
                response,
                model);
    }

    @PostMapping("/{handle}/sign-out")
    String signOut(@PathVariable String handle, @AuthenticationPrincipal SignedIn me) {
        requireAdministrator(me);
        people.signOutEverywhere(require(handle), true);
        return "redirect:/people";
    }

    /** Makes a link by which somebody who forgot their password chooses another. */
    @PostMapping("/{handle}/password-link")
    String letChoosePassword(
            @PathVariable String handle,
            @AuthenticationPrincipal SignedIn me,
            HttpServletRequest request,
            Model model) {
        requireAdministrator(me);
        var made = invitations.letChoosePassword(me, require(handle));
        return show(me, InviteForm.EMPTY, link(made, request), null, model);
    }

    @PostMapping("/tokens/{id}/revoke")
    String revoke(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        tokens.revokeFor(me, id);
        return "redirect:/people";
    }

    /** Links name the host that the setting gives, where there is one, not the one asked for. */
    private String link(Invitations.Made made, HttpServletRequest request) {
        var path = "/invitation/" + made.secret();
        return properties.address().isBlank()
                ? ServletUriComponentsBuilder.fromContextPath(request).path(path).toUriString()
                : properties.address().replaceFirst("/$", "") + path;
    }

    @GetMapping("/{handle}/remove")
    String askWhoTakesOver(
            @PathVariable String handle, @AuthenticationPrincipal SignedIn me, Model model) {
        requireAdministrator(me);
        return showRemoval(me, handle, null, model);
    }

    @PostMapping("/{handle}/remove")
    String remove(
            @PathVariable String handle,
            @RequestParam(required = false) @Nullable String heir,
            @AuthenticationPrincipal SignedIn me,
            HttpServletResponse response,
            Model model) {
        try {
            leaving.remove(me, handle, heir);
            return "redirect:/people";
        } catch (Failure.Invalid e) {
            response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
            return showRemoval(me, handle, e.problems(), model);
        }
    }

    private String nameOf(SignedIn me, String handle) {
        return keeper.seenBy(me).findPerson(handle).map(Person::name).orElse(handle);
    }

    private String orShown(
            SignedIn me, Runnable change, HttpServletResponse response, Model model) {
        try {
            change.run();
            return "redirect:/people";
        } catch (Failure.Invalid e) {
            response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
            return show(me, InviteForm.EMPTY, null, e.problems(), model);
        }
    }

    private String show(
            SignedIn me,
            InviteForm form,
            @Nullable String link,
            @Nullable Problems problems,
            Model model) {
        requireAdministrator(me);
        var workspace = keeper.seenBy(me).workspace();
        model.addAttribute(
                "page",
                new PeoplePage(
                        people.allSignedIn().stream().map(one -> entry(one, me)).toList(),
                        invitations.open(me).stream().map(this::entry).toList(),
                        Arrays.stream(Role.values())
                                .filter(role -> role != Role.NO_ACCESS)
                                .map(role -> new Choice(role.name(), role.label()))
                                .toList(),
                        workspace.products().stream()
                                .map(product -> new Choice(product.code(), product.name()))
                                .toList(),
                        tokens.all(me).stream().map(this::entry).toList(),
                        link,
                        form));
        model.addAttribute("problems", problems);
        model.addAttribute("frame", frames.of(me, null, "People"));
        return "admin/people";
    }

    private String showRemoval(
            SignedIn me, String handle, @Nullable Problems problems, Model model) {
        var person = require(handle);
        var heirs =
                keeper.seenBy(me).workspace().peopleAtWork().stream()
                        .filter(one -> !one.handle().equals(handle))
                        .map(one -> new Choice(one.handle(), one.name()))
                        .toList();
        model.addAttribute(
                "page",
                new RemovalPage(handle, person.name(), leaving.itemsOf(me, handle).size(), heirs));
        model.addAttribute("problems", problems);
        model.addAttribute("frame", frames.of(me, null, "Remove " + person.name()));
        return "admin/remove-person";
    }

    private PersonEntry entry(SignedIn person, SignedIn me) {
        var workspace = keeper.seenBy(me).workspace();
        var exceptions =
                person.productRoles().entrySet().stream()
                        .filter(one -> workspace.findProduct(one.getKey()).isPresent())
                        .sorted(Map.Entry.comparingByKey())
                        .map(one ->
                                new RoleException(
                                        one.getKey(),
                                        workspace.requireProduct(one.getKey()).name(),
                                        one.getValue().name(),
                                        one.getValue().label()))
                        .toList();
        var teams =
                workspace.teamsByKey().values().stream()
                        .filter(team -> team.members().contains(person.handle()))
                        .map(Team::name)
                        .collect(Collectors.joining(", "));
        return new PersonEntry(
                person.handle(),
                person.name(),
                new Person(person.handle(), person.name()).initials(),
                person.role().name(),
                exceptions,
                teams,
                leaving.count(me, person.handle()),
                person.handle().equals(me.handle()));
    }

    private InvitationEntry entry(Open invitation) {
        return new InvitationEntry(
                invitation.id(),
                invitation.name(),
                invitation.handle(),
                invitation.role().label(),
                Words.day(invitation.expiresAt().atZone(properties.zone()).toLocalDate()),
                invitation.over(),
                invitation.reset());
    }

    private TokenEntry entry(Tokens.Token token) {
        return new TokenEntry(
                token.id(),
                token.person(),
                token.name(),
                Words.day(token.expiresAt().atZone(properties.zone()).toLocalDate()));
    }

    private SignedIn require(String handle) {
        return people.findByHandle(handle)
                .orElseThrow(
                        () -> new Failure.NotFound("Nobody signs in as “%s”.".formatted(handle)));
    }

    private static Role role(String name) {
        return Optional.of(name)
                .flatMap(text ->
                        Arrays.stream(Role.values())
                                .filter(one -> one.name().equals(text))
                                .findFirst())
                .orElseThrow(
                        () -> new Failure.Invalid(Problems.of("role", "There is no such role.")));
    }

    private static void requireAdministrator(SignedIn me) {
        if (!me.may(Permission.ADMINISTER)) {
            throw new Failure.Forbidden("Administrators look after people.");
        }
    }
}
