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

/** What is offered once the last task of a story is done: that the story moves on. */
final class LastTask {
    private LastTask() {}

    /** An event for the page; none where nothing is to be offered. */
    static Map<String, Map<String, String>> offer(Saved saved) {
        var after = saved.accepted().after();
        return saved.changes().stream()
                .filter(change -> change.field() == Field.STATE)
                .flatMap(change -> after.findItem(change.item()).stream())
                .filter(item -> !item.level().carriesPoints() && item.isDone())
                .flatMap(item ->
                        Optional.ofNullable(item.parent()).flatMap(after::findNode).stream())
                .filter(LastTask::isAllDone)
                .findFirst()
                .flatMap(story -> offer(after, story.item()))
                .orElse(Map.of());
    }

    private static boolean isAllDone(Node story) {
        return !story.item().isDone()
                && !story.item().isDropped()
                && story.children().stream()
                        .map(Node::item)
                        .filter(child -> !child.level().carriesPoints())
                        .allMatch(child -> child.isDone() || child.isDropped());
    }

    private static Optional<Map<String, Map<String, String>>> offer(Snapshot snapshot, Item story) {
        var states = snapshot.workspace().statesOf(story).all();
        return states.stream()
                .skip(states.indexOf(story.state()) + 1L)
                .filter(state -> state.category() != Category.DROPPED)
                .filter(state -> state.category() != Category.TO_DO)
                .findFirst()
                .map(next -> Map.of("offer", event(story, next)));
    }

    private static Map<String, String> event(Item story, State next) {
        return Map.of(
                "words",
                "All tasks of %s are done.".formatted(story.key()),
                "act",
                "Move it on to " + next.name(),
                "key",
                story.key().toString(),
                "state",
                next.key());
    }
}
