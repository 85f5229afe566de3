package greenladder.track;

import greenladder.core.flow.Moment;
import greenladder.core.flow.Progress;
import greenladder.core.flow.Progress.Figures;
import greenladder.core.flow.Progress.Selection;
import greenladder.core.flow.Progress.Since;
import greenladder.core.level.Level;
import greenladder.core.snapshot.LevelOrder;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.flow.ItemPasts;
import greenladder.view.ViewContext;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/** The figures of each item of a list of progress, and what changed since. */
interface ProgressFigures {
    /** How many days back "since" is. */
    int DAYS = 7;

    Figures now(Node node);

    Since since(Node node);

    /** The items of the first level of which there is anything, in rank order. */
    List<Node> first();

    /** What these come to. */
    Figures total();

    /** Of all that stands under each item, or of what a part or a filter leaves of it. */
    static ProgressFigures of(
            ViewContext context,
            ProgressPlace place,
            Sieve sieve,
            ItemPasts pasts,
            LocalDate today) {
        return place.part() == null && !sieve.isNarrow()
                ? new Whole(context, place, pasts, today.minusDays(DAYS))
                : Part.of(context, place, sieve, pasts, today);
    }

    record Whole(ViewContext context, ProgressPlace place, ItemPasts pasts, LocalDate day)
            implements ProgressFigures {
        @Override
        public Figures now(Node node) {
            return Progress.whole(node.rollUp(), place.measure());
        }

        @Override
        public Since since(Node node) {
            var then = pasts.read(context.reader(), past -> past.standing(node.item().key(), day));
            return Progress.since(node.rollUp(), then, place.measure());
        }

        @Override
        public List<Node> first() {
            return all(context.snapshot(), place);
        }

        @Override
        public Figures total() {
            return place.top() == null
                    ? Progress.ofLevel(
                            context.snapshot(), place.product(), place.level(), place.measure())
                    : first().stream().map(this::now).reduce(Figures.NONE, Figures::plus);
        }
    }

    /** Sums and changes of a level are worked out when the first of its items is asked for. */
    record Part(
            Snapshot snapshot,
            ProgressPlace place,
            Collection<Node> nodes,
            Selection selection,
            Map<ItemKey, Optional<Moment>> changed,
            Map<Level, Map<Optional<ItemKey>, Figures>> sums,
            Map<Level, Map<Optional<ItemKey>, Since>> sinces)
            implements ProgressFigures {
        static Part of(
                ViewContext context,
                ProgressPlace place,
                Sieve sieve,
                ItemPasts pasts,
                LocalDate today) {
            var snapshot = context.snapshot();
            var day = today.minusDays(DAYS);
            var part = place.part();
            var changed =
                    pasts.read(
                            context.reader(),
                            past -> {
                                var moments = new HashMap<ItemKey, Optional<Moment>>();
                                var end =
                                        day.plusDays(1)
                                                .atStartOfDay(past.zone())
                                                .toInstant()
                                                .minusNanos(1);
                                past.changed(place.product().code(), day.plusDays(1), today)
                                        .forEach(key ->
                                                moments.put(
                                                        key,
                                                        past.of(key).flatMap(one -> one.at(end))));
                                return moments;
                            });
            var found = sieve.isNarrow() ? sieve.withBelow() : null;
            var nodes =
                    part == null
                            ? Objects.requireNonNull(found).values()
                            : Progress.in(snapshot, part, place.partKey()).stream()
                                    .filter(node ->
                                            found == null || found.containsKey(node.item().key()))
                                    .toList();
            var every = part == null ? Selection.ALL : Selection.of(part, place.partKey());
            var selection = found == null ? every : every.among(found.keySet());
            return new Part(
                    snapshot, place, nodes, selection, changed, new HashMap<>(), new HashMap<>());
        }

        private Map<Optional<ItemKey>, Figures> on(Level level) {
            return sums.computeIfAbsent(
                    level, any -> Progress.of(snapshot, nodes, level, place.measure()));
        }

        @Override
        public Figures now(Node node) {
            return on(node.item().level())
                    .getOrDefault(Optional.of(node.item().key()), Figures.NONE);
        }

        @Override
        public List<Node> first() {
            var some =
                    place.top() == null
                            ? on(place.level()).keySet().stream()
                                    .flatMap(Optional::stream)
                                    .filter(key -> key.product().equals(place.product().code()))
                                    .map(snapshot::requireNode)
                                    .sorted(LevelOrder.BY_RANK)
                            : all(snapshot, place).stream();
            return some.filter(node -> !now(node).equals(Figures.NONE)).toList();
        }

        @Override
        public Figures total() {
            return first().stream().map(this::now).reduce(Figures.NONE, Figures::plus);
        }

        @Override
        public Since since(Node node) {
            var item = node.item();
            return sinces.computeIfAbsent(
                            item.level(),
                            level ->
                                    Progress.since(
                                            snapshot, changed, selection, level, place.measure()))
                    .getOrDefault(Optional.of(item.key()), new Since(0, 0));
        }
    }

    /** All items of the first level that are asked for, in rank order; dropped ones left out. */
    static List<Node> all(Snapshot snapshot, ProgressPlace place) {
        var top = place.top();
        if (top == null) {
            return snapshot.inOrder(place.product(), place.level()).live();
        }
        var node = snapshot.requireNode(top);
        if (node.item().isDropped()) {
            return List.of();
        }
        return node.item().level().equals(place.level())
                ? List.of(node)
                : below(node, place.level());
    }

    /** Those of a level that stand under an item, however far; dropped ones left out. */
    static List<Node> below(Node node, Level level) {
        var found = new ArrayList<Node>();
        for (var child : node.children()) {
            if (child.item().isDropped()) {
                continue;
            }
            if (child.item().level().equals(level)) {
                found.add(child);
            } else if (child.item().level().isAbove(level)) {
                found.addAll(below(child, level));
            }
        }
        return found;
    }
}
