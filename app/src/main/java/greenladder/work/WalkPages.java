package greenladder.work;

import greenladder.core.item.Item;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.log.ChangeLog;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Component;

/** Makes what a daily meeting is told of a card. */
@Component
class WalkPages {
    private static final int MOST_CHANGES = 40;
    private static final int MOST_TOLD = 4;

    private final BoardPages boards;
    private final ChangeLog log;
    private final Clock clock;

    WalkPages(BoardPages boards, ChangeLog log, Clock clock) {
        this.boards = boards;
        this.log = log;
        this.clock = clock;
    }

    /**
     * @param changes since the team's last working day, the newest first
     */
    record WalkedCard(
            String key,
            String title,
            String state,
            String person,
            String waits,
            String tasks,
            List<String> changes) {}

    WalkedCard card(Snapshot snapshot, Team team, Node node) {
        var item = node.item();
        var since = boards.sinceLastDay(team);
        var changes =
                log.history(item.key(), null, MOST_CHANGES).stream()
                        .filter(one -> one.at().isAfter(since) && one.undoneBy() == null)
                        .flatMap(one ->
                                ChangeWords.of(snapshot, List.of(one.change())).stream()
                                        .map(words ->
                                                "%s %s, %s"
                                                        .formatted(
                                                                ChangeWords.nameOf(
                                                                        snapshot, one.actor()),
                                                                words,
                                                                Words.since(one.at(), clock))))
                        .distinct()
                        .limit(MOST_TOLD)
                        .toList();
        return new WalkedCard(
                item.key().toString(),
                item.title(),
                item.state().name(),
                snapshot.findPerson(item.assignee()).map(Person::name).orElse("nobody"),
                item.isDone() ? "" : BoardCardDrawer.orEmpty(item.blocked()),
                tasks(node),
                changes);
    }

    private static String tasks(Node node) {
        var tasks =
                node.children().stream()
                        .map(Node::item)
                        .filter(child -> !child.level().carriesPoints() && !child.isDropped())
                        .toList();
        return tasks.isEmpty()
                ? ""
                : "%d of %s done"
                        .formatted(
                                tasks.stream().filter(Item::isDone).count(),
                                Words.count(tasks.size(), "task"));
    }
}
