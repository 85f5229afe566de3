package greenladder.core.work;

import greenladder.core.plan.SprintPart;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Board;
import greenladder.core.team.Team;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What stands on a team's board: the items of a sprint, or what the team runs without one.
 *
 * @param columns the cards by the key of their column, all columns among them
 * @param elsewhere what is in states that no column holds
 * @param waiting how many more there are in the queue that are not among the cards
 */
public record BoardCards(
        Board board, Map<String, List<Node>> columns, List<Node> elsewhere, int waiting) {
    /** How many weeks, this one among them, what was finished without a sprint stays. */
    private static final int WEEKS_DONE = 2;

    /**
     * @param sprint null for what is in none
     * @param most how many of the queue are shown
     */
    public static BoardCards of(
            Snapshot snapshot, Team team, @Nullable Sprint sprint, LocalDate today, int most) {
        var board = Boards.of(snapshot.workspace(), team);
        var queue =
                sprint == null ? leaves(snapshot.marked(Mark.QUEUE, team.key())) : List.<Node>of();
        var nodes =
                sprint == null
                        ? running(snapshot, team, queue, today, most)
                        : SprintPart.inSprint(snapshot, sprint.key()).stream()
                                .map(part -> snapshot.requireNode(part.item()))
                                .toList();
        var columns = new LinkedHashMap<String, List<Node>>();
        board.columns().forEach(column -> columns.put(column.key(), new ArrayList<>()));
        var elsewhere = new ArrayList<Node>();
        for (var node : nodes) {
            Boards.columnOf(snapshot.workspace(), team, board, node.item())
                    .map(column -> columns.get(column.key()))
                    .orElse(elsewhere)
                    .add(node);
        }
        return new BoardCards(board, columns, elsewhere, Math.max(0, queue.size() - most));
    }

    /** The top of the queue, what is in progress, and what was finished lately. */
    private static List<Node> running(
            Snapshot snapshot, Team team, List<Node> queue, LocalDate today, int most) {
        var nodes = new ArrayList<Node>();
        nodes.addAll(queue.subList(0, Math.min(most, queue.size())));
        nodes.addAll(leaves(snapshot.marked(Mark.RUNNING, team.key())));
        Mark.finishedWeeks(team.key(), today, WEEKS_DONE)
                .flatMap(week -> leaves(snapshot.marked(Mark.FINISHED, week)).stream())
                .filter(node -> node.item().sprint() == null)
                .forEach(nodes::add);
        return nodes;
    }

    private static List<Node> leaves(List<Node> nodes) {
        return nodes.stream().filter(node -> !node.rollUp().hasPointChildren()).toList();
    }

    /** All cards, column by column. */
    public List<Node> all() {
        return columns.values().stream().flatMap(List::stream).toList();
    }
}
