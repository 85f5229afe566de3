package greenladder.panel;

import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.GoalEffort;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.stream.Stream;

/** Which goal an item serves, in a sentence: with its measure, and the share that goes to it. */
public final class GoalWords {
    private GoalWords() {}

    /** Empty for a goal itself. */
    public static String of(Snapshot snapshot, Item item) {
        var words = new ArrayList<String>();
        GoalEffort.goalOf(snapshot, item)
                .filter(goal -> !goal.equals(item.key()))
                .flatMap(snapshot::findItem)
                .ifPresent(goal ->
                        words.add("It serves “%s”%s".formatted(goal.title(), measured(goal))));
        Stream.concat(Stream.of(item), snapshot.ancestors(item).stream().map(Node::item))
                .flatMap(one -> one.details().trace().stream())
                .filter(link -> link.type() == LinkType.CONTRIBUTES_TO)
                .forEach(link ->
                        snapshot.findItem(link.to())
                                .ifPresent(goal ->
                                        words.add(
                                                "%s goes to “%s”%s"
                                                        .formatted(
                                                                link.share() == null
                                                                        ? "a part"
                                                                        : Words.of(link.share())
                                                                                + " %",
                                                                goal.title(),
                                                                measured(goal)))));
        return words.isEmpty()
                ? item.parent() == null && item.level().index() == 0 ? "" : "It serves no goal."
                : String.join("; ", words) + ".";
    }

    private static String measured(Item goal) {
        var course = goal.details().course();
        var measure = course.measure();
        return measure == null
                ? ""
                : " (%s to %s %s%s)"
                        .formatted(
                                Words.of(measure.from()),
                                Words.of(measure.target()),
                                measure.unit(),
                                course.latest()
                                        .map(now -> ", now " + Words.of(now.getValue()))
                                        .orElse(""));
    }
}
