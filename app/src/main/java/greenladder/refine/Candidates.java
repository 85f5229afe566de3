package greenladder.refine;

import greenladder.core.plan.Velocity;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.Amount;
import greenladder.web.FillGauge;
import greenladder.web.SizeWords;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.Predicate;

/**
 * The candidates of one team for its next sprint, held against what it usually completes.
 *
 * @param usual the velocity in words
 */
record Candidates(
        String team, List<Candidate> items, FillGauge gauge, String usual, String unsized) {
    private static final int WIDTH = 360;

    public record Candidate(String key, String title, String url, String size) {}

    /**
     * Of what a list shows: those of a product's teams that have some, and at the end those of no
     * team.
     */
    static List<Candidates> of(Snapshot snapshot, Product product, Predicate<Node> shown) {
        var candidates =
                snapshot.marked(Mark.CANDIDATE, product.code()).stream()
                        .filter(shown)
                        .filter(node -> node.item().sprint() == null && !node.item().isDone())
                        .toList();
        var all = new ArrayList<Candidates>();
        for (var team : snapshot.workspace().teamsOf(product.code())) {
            var those =
                    candidates.stream()
                            .filter(node -> team.key().equals(node.item().team()))
                            .toList();
            if (!those.isEmpty()) {
                all.add(
                        of(
                                team.name(),
                                product,
                                those,
                                Velocity.of(snapshot, team.key(), Velocity.WINDOW)));
            }
        }
        var others =
                candidates.stream().filter(node -> isOfNoTeam(snapshot, product, node)).toList();
        if (!others.isEmpty()) {
            all.add(of("no team yet", product, others, new Velocity(Velocity.WINDOW, List.of())));
        }
        return all;
    }

    private static boolean isOfNoTeam(Snapshot snapshot, Product product, Node node) {
        return snapshot.workspace().teamsOf(product.code()).stream()
                .map(Team::key)
                .noneMatch(key -> key.equals(node.item().team()));
    }

    private static Candidates of(
            String team, Product product, List<Node> nodes, Velocity velocity) {
        var sizes =
                nodes.stream()
                        .map(node -> node.rollUp().effective())
                        .filter(Objects::nonNull)
                        .toList();
        long unsized = nodes.size() - sizes.size();
        return new Candidates(
                team,
                nodes.stream()
                        .map(node ->
                                new Candidate(
                                        node.item().key().toString(),
                                        node.item().title(),
                                        "/items/" + node.item().key(),
                                        SizeWords.of(product, node)))
                        .toList(),
                FillGauge.of(sizes, velocity.mean().orElse(Amount.ZERO), WIDTH),
                usual(velocity),
                unsized == 0 ? "" : unsized + " not sized");
    }

    private static String usual(Velocity velocity) {
        return velocity.mean()
                .map(mean ->
                        "usually %s a sprint, %s to %s over the last %s%s"
                                .formatted(
                                        Words.of(mean),
                                        Words.of(velocity.least()),
                                        Words.of(velocity.most()),
                                        Words.count(velocity.sprints().size(), "sprint"),
                                        velocity.isShort() ? ", fewer than wanted" : ""))
                .orElse("no closed sprint to compare with yet");
    }
}
