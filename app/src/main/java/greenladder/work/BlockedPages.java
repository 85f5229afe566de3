package greenladder.work;

import greenladder.core.people.Person;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.panel.ItemPanel;
import greenladder.panel.ItemPanels;
import greenladder.view.ViewContext;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the list of everything that is blocked, the oldest first. */
@Component
class BlockedPages {
    private static final int MOST = 500;

    private final WorkPages work;
    private final ItemPanels panels;

    BlockedPages(WorkPages work, ItemPanels panels) {
        this.work = work;
        this.panels = panels;
    }

    /**
     * @param words how many there are
     */
    record BlockedPage(
            String product,
            String url,
            long operation,
            String words,
            List<Row> rows,
            @Nullable ItemPanel panel) {}

    record Row(WorkPage.Row of, String person, String team) {}

    BlockedPage page(ViewContext context, @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var url = "/%s/blocked".formatted(context.product().code());
        var nodes = blocked(snapshot, context.product().code());
        var beside = panels.beside(context, url, at);
        return new BlockedPage(
                context.product().code(),
                beside.url(),
                context.operation(),
                nodes.size() > MOST
                        ? "the %d oldest of %d".formatted(MOST, nodes.size())
                        : Integer.toString(nodes.size()),
                nodes.stream()
                        .limit(MOST)
                        .map(node ->
                                new Row(
                                        work.row(snapshot, node, context.reader()),
                                        snapshot.findPerson(node.item().assignee())
                                                .map(Person::name)
                                                .orElse("nobody"),
                                        snapshot.workspace()
                                                .findTeam(node.item().team())
                                                .map(team -> team.name())
                                                .orElse("")))
                        .toList(),
                beside.panel());
    }

    private static List<Node> blocked(Snapshot snapshot, String product) {
        return snapshot.marked(Mark.BLOCKED, product).stream()
                .sorted(
                        Comparator.comparing(node ->
                                Objects.requireNonNullElse(
                                        node.item().times().blockedSince(),
                                        node.item().updatedAt())))
                .toList();
    }
}
