package greenladder.panel;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.level.State;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.store.CommandGateway.Saved;
import java.util.Map;
import java.util.Optional;

/**
 * What is offered once the last task of a story is done, or the last step of an item's checklist:
 * that it moves on.
 */
final class LastStep {
    private LastStep() {}

    /** An event for the page; none where nothing is to be offered. */
    static Map<String, Map<String, String>> offer(Saved saved) {
        var after = saved.accepted().after();
        return byTasks(saved, after)
                .flatMap(story -> offer(after, story, "tasks"))
                .or(() -> bySteps(saved, after).flatMap(item -> offer(after, item, "steps")))
                .orElse(Map.of());
    }

    private static Optional<Item> bySteps(Saved saved, Snapshot after) {
        return saved.changes().stream()
                .filter(change -> change.field() == Field.CHECKLIST)
                .flatMap(change -> after.findItem(change.item()).stream())
                .filter(item -> !item.isDone() && !item.isDropped())
                .filter(item -> !item.details().checklist().isEmpty())
                .filter(item ->
                        item.details().checklist().done() == item.details().checklist().size())
                .findFirst();
    }

    private static Optional<Item> byTasks(Saved saved, Snapshot after) {
        return saved.changes().stream()
                .filter(change -> change.field() == Field.STATE)
                .flatMap(change -> after.findItem(change.item()).stream())
                .filter(item -> !item.level().carriesPoints() && item.isDone())
                .flatMap(item ->
                        Optional.ofNullable(item.parent()).flatMap(after::findNode).stream())
                .filter(LastStep::isAllDone)
                .map(Node::item)
                .findFirst();
    }

    private static boolean isAllDone(Node story) {
        return !story.item().isDone()
                && !story.item().isDropped()
                && story.children().stream()
                        .map(Node::item)
                        .filter(child -> !child.level().carriesPoints())
                        .allMatch(child -> child.isDone() || child.isDropped());
    }

    private static Optional<Map<String, Map<String, String>>> offer(
            Snapshot snapshot, Item story, String what) {
        var states = snapshot.workspace().statesOf(story).all();
        return states.stream()
                .skip(states.indexOf(story.state()) + 1L)
                .filter(state -> state.category() != Category.DROPPED)
                .filter(state -> state.category() != Category.TO_DO)
                .findFirst()
                .map(next -> Map.of("offer", event(story, next, what)));
    }

    private static Map<String, String> event(Item story, State next, String what) {
        return Map.of(
                "words",
                "All %s of %s are done.".formatted(what, story.key()),
                "act",
                "Move it on to " + next.name(),
                "key",
                story.key().toString(),
                "state",
                next.key());
    }
}
