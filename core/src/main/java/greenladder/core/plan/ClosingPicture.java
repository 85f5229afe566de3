package greenladder.core.plan;

import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.level.State;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.sprint.SprintPicture;
import greenladder.core.sprint.SprintPicture.Card;
import greenladder.core.team.Board;
import greenladder.core.team.Team;
import greenladder.core.workspace.Workspace;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;

/** Draws the board of a sprint as it stands, to be kept with it. */
final class ClosingPicture {
    private ClosingPicture() {}

    /** The team's columns, or the states of its stories where it has set up no board. */
    static SprintPicture of(Snapshot snapshot, Sprint sprint) {
        var workspace = snapshot.workspace();
        var team = workspace.findTeam(sprint.team()).orElseThrow();
        var board = team.practice().board();
        var columns =
                board.columns().isEmpty()
                        ? states(workspace, team)
                        : board.columns().stream().map(Board.Column::name).toList();
        var cards = new ArrayList<Card>();
        for (var part : SprintPart.inSprint(snapshot, sprint.key())) {
            var item = snapshot.requireNode(part.item()).item();
            cards.add(
                    new Card(
                            cards.size(),
                            item.key(),
                            column(team, columns, item),
                            item.title(),
                            item.kind(),
                            part.amount(),
                            part.done(),
                            item.assignee(),
                            above(snapshot, item)));
        }
        return new SprintPicture(columns, cards);
    }

    private static List<String> states(Workspace workspace, Team team) {
        var names = new LinkedHashSet<String>();
        for (var code : team.products()) {
            workspace
                    .statesOf(workspace.requireProduct(code).levels().stories(), team.key())
                    .all()
                    .stream()
                    .filter(state -> state.category() != Category.DROPPED)
                    .map(State::name)
                    .forEach(names::add);
        }
        return names.isEmpty() ? List.of("All") : List.copyOf(names);
    }

    /** That of its state; else the last one for what is done, the first for the rest. */
    private static int column(Team team, List<String> columns, Item item) {
        var name =
                team.practice()
                        .board()
                        .columnOf(item)
                        .map(Board.Column::name)
                        .orElse(item.state().name());
        int place = columns.indexOf(name);
        return place >= 0 ? place : item.isDone() ? columns.size() - 1 : 0;
    }

    private static String above(Snapshot snapshot, Item item) {
        return snapshot.ancestors(item).stream()
                .findFirst()
                .map(node -> node.item().key() + " " + node.item().title())
                .orElse("");
    }
}
