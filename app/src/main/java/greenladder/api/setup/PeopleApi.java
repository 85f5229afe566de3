package greenladder.api.setup;

import greenladder.api.Page;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.level.States;
import greenladder.core.people.Role;
import greenladder.core.team.Team;
import greenladder.people.Invitations;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.people.Tokens;
import greenladder.setup.Teams;
import greenladder.setup.Teams.TeamForm;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.net.URI;
import java.time.Instant;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** People, teams, invitations and one's own tokens for programs. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "People and teams")
class PeopleApi {
    private final People people;
    private final Teams teams;
    private final Tokens tokens;
    private final Invitations invitations;
    private final SnapshotKeeper keeper;

    record PersonJson(String handle, String name, String role, Map<String, String> productRoles) {}

    record TeamJson(
            String id,
            String name,
            List<String> members,
            List<String> products,
            Map<String, List<ProductsApi.StateJson>> states) {}

    /**
     * @param secret the token itself, in the answer to its making only
     */
    record TokenJson(
            String id,
            String name,
            Instant createdAt,
            @Nullable Instant lastUsedAt,
            Instant expiresAt,
            @Nullable String secret) {}

    /**
     * @param days how long it lasts; 90 where nothing is said, 365 at most
     */
    record TokenBody(@Nullable String name, @Nullable Integer days) {}

    private static final int USUAL_DAYS = 90;

    record InvitationBody(@Nullable String name, @Nullable String handle, @Nullable String role) {}

    /**
     * @param path of the link, in the answer to its making only
     */
    record InvitationJson(
            String id,
            String name,
            String handle,
            String role,
            Instant expiresAt,
            @Nullable String path) {}

    PeopleApi(
            People people,
            Teams teams,
            Tokens tokens,
            Invitations invitations,
            SnapshotKeeper keeper) {
        this.people = people;
        this.teams = teams;
        this.tokens = tokens;
        this.invitations = invitations;
        this.keeper = keeper;
    }

    @GetMapping("/people")
    @Operation(summary = "Everybody who can sign in")
    Page<PersonJson> people() {
        return new Page<>(people.allSignedIn().stream().map(PeopleApi::json).toList(), null);
    }

    @GetMapping("/teams")
    @Operation(summary = "The teams, with their own states where they have some")
    Page<TeamJson> teams(@AuthenticationPrincipal SignedIn me) {
        return new Page<>(
                keeper.seenBy(me).workspace().teamsByKey().values().stream()
                        .map(team -> json(me, team))
                        .toList(),
                null);
    }

    @PostMapping("/teams")
    @Operation(summary = "Make a team")
    ResponseEntity<TeamJson> addTeam(
            @RequestBody TeamForm body, @AuthenticationPrincipal SignedIn me) {
        var team = teams.add(me, body).team();
        return ResponseEntity.created(URI.create("/api/v1/teams/" + team.key()))
                .body(json(me, team));
    }

    @GetMapping("/teams/{id}")
    @Operation(summary = "One team")
    TeamJson team(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        return json(me, Lookups.team(keeper.seenBy(me), id));
    }

    @PutMapping("/teams/{id}")
    @Operation(summary = "Replace a team's name, people and products")
    TeamJson changeTeam(
            @PathVariable String id,
            @RequestBody TeamForm body,
            @AuthenticationPrincipal SignedIn me) {
        return json(me, teams.change(me, id, body).team());
    }

    @GetMapping("/tokens")
    @Operation(summary = "One's own tokens, without their secrets")
    Page<TokenJson> tokens(@AuthenticationPrincipal SignedIn me) {
        return new Page<>(tokens.of(me).stream().map(one -> json(one, null)).toList(), null);
    }

    @PostMapping("/tokens")
    @Operation(summary = "Make a token; its secret is in this answer only")
    ResponseEntity<TokenJson> makeToken(
            @RequestBody TokenBody body, @AuthenticationPrincipal SignedIn me) {
        var made =
                tokens.make(
                        me,
                        Objects.requireNonNullElse(body.name(), ""),
                        Objects.requireNonNullElse(body.days(), USUAL_DAYS));
        return ResponseEntity.status(HttpStatus.CREATED).body(json(made.token(), made.secret()));
    }

    @DeleteMapping("/tokens/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(summary = "Revoke a token of one's own")
    void revokeToken(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        tokens.revoke(me, id);
    }

    @PostMapping("/invitations")
    @Operation(summary = "Invite somebody; the path of the link is in this answer only")
    ResponseEntity<InvitationJson> invite(
            @RequestBody InvitationBody body, @AuthenticationPrincipal SignedIn me) {
        var made =
                invitations.invite(
                        me,
                        Objects.requireNonNullElse(body.name(), ""),
                        Objects.requireNonNullElse(body.handle(), ""),
                        role(body.role()));
        return ResponseEntity.status(HttpStatus.CREATED)
                .body(json(made.invitation(), "/invitation/" + made.secret()));
    }

    @GetMapping("/invitations")
    @Operation(summary = "Invitations that nobody has taken up yet")
    Page<InvitationJson> invitations(@AuthenticationPrincipal SignedIn me) {
        return new Page<>(invitations.open(me).stream().map(one -> json(one, null)).toList(), null);
    }

    @DeleteMapping("/invitations/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(summary = "Take an invitation back")
    void takeBackInvitation(@PathVariable String id, @AuthenticationPrincipal SignedIn me) {
        invitations.takeBack(me, id);
    }

    private static Role role(@Nullable String label) {
        return Arrays.stream(Role.values())
                .filter(one -> one.label().equalsIgnoreCase(label))
                .findFirst()
                .orElseThrow(() ->
                        new Failure.Invalid(
                                new Problems(
                                        List.of(
                                                new Problem(
                                                        "role",
                                                        "A role is one of: "
                                                                + String.join(
                                                                        ", ",
                                                                        Arrays.stream(Role.values())
                                                                                .map(Role::label)
                                                                                .toList()))))));
    }

    private static PersonJson json(SignedIn person) {
        var roles = new LinkedHashMap<String, String>();
        person.productRoles().entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .forEach(one -> roles.put(one.getKey(), one.getValue().label()));
        return new PersonJson(person.handle(), person.name(), person.role().label(), roles);
    }

    private TeamJson json(SignedIn me, Team team) {
        var states = new LinkedHashMap<String, List<ProductsApi.StateJson>>();
        team.ownStates().entrySet().stream()
                .sorted(Map.Entry.<String, States>comparingByKey())
                .forEach(one ->
                        states.put(one.getKey(), ProductsApi.states(one.getValue(), one.getKey())));
        return new TeamJson(
                team.key(),
                team.name(),
                keeper.seenBy(me).workspace().membersAtWork(team),
                team.products(),
                states);
    }

    private static TokenJson json(Tokens.Token token, @Nullable String secret) {
        return new TokenJson(
                token.id(),
                token.name(),
                token.createdAt(),
                token.lastUsedAt(),
                token.expiresAt(),
                secret);
    }

    private static InvitationJson json(Invitations.Open invitation, @Nullable String path) {
        return new InvitationJson(
                invitation.id(),
                invitation.name(),
                invitation.handle(),
                invitation.role().label(),
                invitation.expiresAt(),
                path);
    }
}
