package greenladder.admin;

import greenladder.admin.PeoplePage.Choice;
import greenladder.core.change.Problems;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Mark;
import greenladder.core.team.Team;
import greenladder.frame.Frames;
import greenladder.people.SignedIn;
import greenladder.setup.Teams;
import greenladder.setup.Teams.TeamForm;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Done;
import greenladder.web.Failure;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
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

/** Teams for administrators: who is in them, and which products they work for. */
@Controller
@RequestMapping("/teams")
class TeamsController {
    private final Teams teams;
    private final SnapshotKeeper keeper;
    private final Frames frames;

    /**
     * @param key empty for the form of a new team
     * @param seen what the form was made of
     * @param wrong what is wrong with what was entered
     */
    record TeamEntry(
            String key,
            String name,
            List<String> members,
            List<String> products,
            String ownStates,
            long items,
            String seen,
            @Nullable Problems wrong) {}

    record TeamsPage(
            List<TeamEntry> teams, TeamEntry fresh, List<Choice> people, List<Choice> products) {}

    TeamsController(Teams teams, SnapshotKeeper keeper, Frames frames) {
        this.teams = teams;
        this.keeper = keeper;
        this.frames = frames;
    }

    @GetMapping
    String page(@AuthenticationPrincipal SignedIn me, Model model) {
        return show(me, null, model);
    }

    @PostMapping
    String add(
            TeamForm input,
            @AuthenticationPrincipal SignedIn me,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        try {
            var made = teams.add(me, input);
            Done.tell(next, made.operation(), "Added the team " + made.team().name());
            return "redirect:/teams";
        } catch (Failure.Invalid e) {
            return refused(me, "", input, e, response, model);
        }
    }

    @PostMapping("/{key}")
    String change(
            @PathVariable String key,
            TeamForm input,
            @RequestParam(defaultValue = "") String seen,
            @AuthenticationPrincipal SignedIn me,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        try {
            SeenForm.require(seen, kept(me, key));
            var kept = teams.change(me, key, input);
            Done.tell(next, kept.operation(), "Changed the team " + kept.team().name());
            return "redirect:/teams";
        } catch (Failure.Invalid e) {
            return refused(me, key, input, e, response, model);
        }
    }

    @PostMapping("/{key}/remove")
    String remove(
            @PathVariable String key,
            @AuthenticationPrincipal SignedIn me,
            RedirectAttributes next,
            HttpServletResponse response,
            Model model) {
        var team = keeper.seenBy(me).workspace().findTeam(key);
        try {
            long operation = teams.remove(me, key);
            Done.tell(next, operation, "Removed the team " + team.map(Team::name).orElse(key));
            return "redirect:/teams";
        } catch (Failure.Invalid e) {
            var was = team.orElseThrow();
            return refused(
                    me,
                    key,
                    new TeamForm(was.name(), was.members(), was.products()),
                    e,
                    response,
                    model);
        }
    }

    private String refused(
            SignedIn me,
            String key,
            TeamForm input,
            Failure.Invalid failure,
            HttpServletResponse response,
            Model model) {
        response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
        return show(
                me,
                new TeamEntry(
                        key,
                        input.name(),
                        input.members(),
                        input.products(),
                        "",
                        0,
                        SeenForm.of(kept(me, key)),
                        failure.problems()),
                model);
    }

    private String show(SignedIn me, @Nullable TeamEntry entered, Model model) {
        if (!me.may(Permission.ADMINISTER)) {
            throw new Failure.Forbidden("Administrators look after teams.");
        }
        var workspace = keeper.seenBy(me).workspace();
        var entries =
                workspace.teamsByKey().values().stream()
                        .map(team ->
                                entered != null && entered.key().equals(team.key())
                                        ? entered
                                        : entry(me, team))
                        .toList();
        var fresh =
                entered != null && entered.key().isEmpty()
                        ? entered
                        : new TeamEntry("", "", List.of(), List.of(), "", 0, "", null);
        model.addAttribute(
                "page",
                new TeamsPage(
                        entries,
                        fresh,
                        workspace.peopleAtWork().stream()
                                .map(person -> new Choice(person.handle(), person.name()))
                                .toList(),
                        workspace.products().stream()
                                .map(product -> new Choice(product.code(), product.name()))
                                .toList()));
        model.addAttribute("frame", frames.of(me, null, "Teams"));
        return "admin/teams";
    }

    private TeamEntry entry(SignedIn me, Team team) {
        return new TeamEntry(
                team.key(),
                team.name(),
                team.members(),
                team.products(),
                String.join(", ", team.ownStates().keySet().stream().sorted().toList()),
                itemsOf(me, team.key()),
                SeenForm.of(kept(me, team.key())),
                null);
    }

    /** What the form of a team changes; the same for all that are not there. */
    private List<?> kept(SignedIn me, String key) {
        return keeper.seenBy(me)
                .workspace()
                .findTeam(key)
                .map(team -> List.of(team.name(), team.members(), team.products()))
                .orElse(List.of());
    }

    private long itemsOf(SignedIn me, String team) {
        return keeper.seenBy(me).countMarked(Mark.TEAM, team);
    }
}
