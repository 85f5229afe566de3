package greenladder.frame;

import greenladder.core.plan.Sprints;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.view.ViewContext;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * The team and the sprint last looked at, kept by the browser: the views beside the one that is
 * shown lead to the same. What is not there any more is passed over.
 */
@Component
class LastPlace {
    private static final String NAME = "place";
    private static final String BETWEEN = "/";

    private final Cookies cookies;

    LastPlace(Cookies cookies) {
        this.cookies = cookies;
    }

    /**
     * @param sprint of the team; null for none
     */
    record Place(Team team, @Nullable Sprint sprint) {
        /** The parameters that lead a view to it; empty where the view has no such place. */
        String query(View view) {
            return switch (view) {
                case BOARD ->
                        "board="
                                + team.key()
                                + (sprint == null || sprint.isClosed()
                                        ? ""
                                        : "&of=" + sprint.key());
                case SPRINT, LOAD, REPORT -> sprint == null ? "" : "id=" + sprint.key();
                case BACKLOG, FLOW -> "of=" + team.key();
                case CALENDARS -> "team=" + team.key();
                default -> "";
            };
        }
    }

    /** Where the reader was last in the product that is shown. */
    Optional<Place> of(ViewContext context) {
        var workspace = context.snapshot().workspace();
        return cookies.value(NAME)
                .map(text -> text.split(BETWEEN, 3))
                .filter(parts -> parts.length == 3 && parts[0].equals(context.product().code()))
                .flatMap(parts ->
                        workspace.teamsOf(context.product().code()).stream()
                                .filter(team -> team.key().equals(parts[1]))
                                .findFirst()
                                .map(team ->
                                        new Place(
                                                team,
                                                workspace
                                                        .findSprint(parts[2])
                                                        .filter(one ->
                                                                one.team().equals(team.key()))
                                                        .or(() ->
                                                                Sprints.running(
                                                                        workspace, team.key()))
                                                        .orElse(null))));
    }

    Place keep(ViewContext context, Team team, @Nullable Sprint sprint) {
        var place =
                new Place(
                        team,
                        sprint != null
                                ? sprint
                                : Sprints.running(context.snapshot().workspace(), team.key())
                                        .orElse(null));
        var text =
                String.join(
                        BETWEEN,
                        context.product().code(),
                        team.key(),
                        place.sprint() == null ? "" : place.sprint().key());
        cookies.keep(NAME, "/", text);
        return place;
    }
}
