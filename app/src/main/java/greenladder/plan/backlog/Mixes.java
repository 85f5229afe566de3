package greenladder.plan.backlog;

import greenladder.core.filter.Facet;
import greenladder.core.filter.Facets;
import greenladder.core.plan.SprintPart;
import greenladder.core.plan.Sprints;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Mix;
import greenladder.core.team.Team;
import greenladder.plan.backlog.BacklogPage.Option;
import greenladder.plan.backlog.BacklogPage.Share;
import greenladder.planning.SprintFigures;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.StringJoiner;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What lists are made of: the shares of their points by the values of one attribute, held against
 * those that the team means to have and those of its last sprints. Belongs to one request.
 */
final class Mixes {
    private static final int LAST_SPRINTS = 3;
    private static final int MOST_SHARES = 6;
    private static final int FAR = 10;
    private static final Set<String> OFFERED =
            Set.of("kind", "band", "label", "release", "risk", "in.epic", "in.initiative");

    private final Snapshot snapshot;
    private final Facets facets;
    private final Mix mix;
    private final @Nullable Facet facet;
    private final Map<String, Double> past;

    Mixes(Snapshot snapshot, Facets facets, @Nullable Team team, SprintFigures figures) {
        this.snapshot = snapshot;
        this.facets = facets;
        this.mix = team == null ? Mix.NONE : team.practice().mix();
        this.facet = facets.find(mix.by()).orElse(null);
        this.past = team == null || facet == null ? Map.of() : past(team, figures);
    }

    private Map<String, Double> past(Team team, SprintFigures figures) {
        var closed =
                Sprints.of(snapshot.workspace(), team.key()).reversed().stream()
                        .filter(sprint -> sprint.isClosed())
                        .limit(LAST_SPRINTS)
                        .toList();
        var nodes =
                closed.stream()
                        .flatMap(sprint ->
                                figures.report(snapshot, sprint).completed().items().stream())
                        .flatMap(key -> snapshot.findNode(key).stream())
                        .toList();
        return parts(nodes);
    }

    /**
     * @param isPlan whether targets and the last sprints say something of the list
     */
    List<Share> shares(List<Node> nodes, boolean isPlan) {
        if (facet == null || nodes.isEmpty()) {
            return List.of();
        }
        var parts = parts(nodes);
        var values = new LinkedHashSet<String>();
        parts.keySet().stream().sorted(facet.order()).forEach(values::add);
        if (isPlan) {
            values.addAll(mix.targets().keySet());
        }
        return values.stream()
                .limit(MOST_SHARES)
                .map(value -> share(value, parts.getOrDefault(value, 0.0), isPlan))
                .toList();
    }

    private Share share(String value, double part, boolean isPlan) {
        int percent = (int) Math.round(part * 100);
        var target = isPlan ? mix.targets().get(value) : null;
        var words = new StringJoiner(", ", "(", ")").setEmptyValue("");
        if (target != null) {
            words.add("target " + target + " %");
        }
        if (isPlan && !past.isEmpty()) {
            words.add("before " + Math.round(past.getOrDefault(value, 0.0) * 100) + " %");
        }
        return new Share(
                words(value),
                percent,
                words.toString(),
                target != null && Math.abs(target - percent) >= FAR);
    }

    /** The shares of points by value; by count where nothing is sized. */
    private Map<String, Double> parts(List<Node> nodes) {
        var sums = new TreeMap<String, Double>();
        boolean isSized = nodes.stream().anyMatch(node -> points(node) > 0);
        double all = 0;
        for (var node : nodes) {
            double own = isSized ? points(node) : 1;
            var its = new ArrayList<String>();
            if (facet != null) {
                facet.values().of(node, its::add);
            }
            for (var value : its) {
                sums.merge(value, own / its.size(), Double::sum);
            }
            all += own;
        }
        double whole = all;
        return whole == 0
                ? Map.of()
                : sums.entrySet().stream()
                        .collect(
                                Collectors.toMap(Map.Entry::getKey, one -> one.getValue() / whole));
    }

    private static double points(Node node) {
        var own = SprintPart.ownPart(node);
        return own == null ? 0 : own.toDecimal().doubleValue();
    }

    BacklogPage.@Nullable Mix page(boolean mayChange) {
        var options =
                facets.all().stream()
                        .filter(one -> OFFERED.contains(one.id()) || one.id().startsWith("custom."))
                        .map(one -> new Option(one.id(), one.label()))
                        .toList();
        var text =
                mix.targets().entrySet().stream()
                        .sorted(Map.Entry.comparingByKey())
                        .map(one -> words(one.getKey()) + " " + one.getValue())
                        .collect(Collectors.joining("\n"));
        return new BacklogPage.Mix(mix.by(), options, text, mayChange);
    }

    private String words(String value) {
        return facet == null ? value : facet.words().apply(value);
    }
}
