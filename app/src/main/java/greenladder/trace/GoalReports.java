package greenladder.trace;

import greenladder.core.item.LinkType;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.trace.GoalPage.Goal;
import greenladder.view.ViewContext;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page on which stakeholders read how far each goal is, with nothing to be changed. */
@Component
class GoalReports {
    private static final int STEM = 120;

    private final GoalPages goals;

    GoalReports(GoalPages goals) {
        this.goals = goals;
    }

    record GoalReport(String product, String today, String words, List<Told> goals) {}

    /**
     * @param serving what stands right below the goal, and what gives it a share
     */
    record Told(Goal goal, List<Serving> serving) {}

    /**
     * @param share such as "25 % of it"; empty for all
     * @param health what was said of it last; empty for nothing
     */
    record Serving(
            String key,
            String title,
            String share,
            @Nullable Stem stem,
            String words,
            String finish,
            String health) {}

    GoalReport report(ViewContext context) {
        var page = goals.page(context, null);
        var snapshot = context.snapshot();
        return new GoalReport(
                page.product(),
                Words.day(goals.today()),
                page.words(),
                page.goals().stream()
                        .map(goal -> new Told(goal, serving(snapshot, goals.node(context, goal))))
                        .toList());
    }

    private static List<Serving> serving(Snapshot snapshot, Node goal) {
        return Stream.concat(
                        goal.children().stream()
                                .filter(child -> !child.item().isDropped())
                                .map(child -> serving(child, "")),
                        new Links(snapshot)
                                .to(goal.item()).stream()
                                        .filter(linked ->
                                                linked.link().type() == LinkType.CONTRIBUTES_TO)
                                        .map(linked -> {
                                            var share = linked.link().share();
                                            return serving(
                                                    snapshot.requireNode(linked.from().key()),
                                                    share == null
                                                            ? "a part of it"
                                                            : Words.of(share) + " % of it");
                                        }))
                .toList();
    }

    private static Serving serving(Node node, String share) {
        var item = node.item();
        var finish = node.rollUp().dates().finish();
        return new Serving(
                item.key().toString(),
                item.title(),
                share,
                Stem.of(item, node.rollUp(), STEM),
                Stem.pointsInWords(node.rollUp()),
                finish == null ? "" : Words.day(finish),
                item.details()
                        .course()
                        .lastHealth()
                        .map(note ->
                                note.state().word()
                                        + (note.words().isEmpty() ? "" : ": " + note.words()))
                        .orElse(""));
    }
}
