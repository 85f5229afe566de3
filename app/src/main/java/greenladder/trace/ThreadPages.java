package greenladder.trace;

import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.level.Level;
import greenladder.core.people.Permission;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.ItemThread;
import greenladder.core.trace.ItemThread.Strand;
import greenladder.core.trace.ItemThread.Tie;
import greenladder.core.value.ItemKey;
import greenladder.trace.GraphLayout.Laid;
import greenladder.trace.GraphLayout.Point;
import greenladder.trace.ThreadPage.Fold;
import greenladder.trace.ThreadPage.GoalLink;
import greenladder.trace.ThreadPage.GraphNode;
import greenladder.trace.ThreadPage.LevelHead;
import greenladder.trace.ThreadPage.TypeChoice;
import greenladder.trace.ThreadPage.Way;
import greenladder.view.ViewContext;
import greenladder.web.GreenLadderProperties;
import greenladder.web.RungMark;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Draws a thread: a column, or a row, for each level that it touches. */
@Component
class ThreadPages {
    static final int BOX_WIDTH = 184;
    static final int BOX_HEIGHT = 68;

    /** What stays readable without walking about in it. */
    private static final int AT_A_GLANCE = 40;

    private static final int HEAD = 26;
    private static final int HEAD_WIDTH = 90;
    private static final int STEM_WIDTH = 84;

    private final int most;
    private final GraphLayout layout;

    ThreadPages(GreenLadderProperties properties, GraphLayout layout) {
        this.most = properties.threadItems();
        this.layout = layout;
    }

    /**
     * What is looked at, and how.
     *
     * @param folded branches that are folded; null for those that are so at first
     * @param down whether levels are rows
     */
    record Place(ItemKey item, Set<LinkType> types, @Nullable Set<ItemKey> folded, boolean down) {
        String url(String product) {
            var url = new StringBuilder("/%s/threads?item=%s".formatted(product, item));
            if (!types.equals(Set.of(LinkType.values()))) {
                url.append("&links=")
                        .append(
                                types.stream()
                                        .sorted()
                                        .map(LinkType::slug)
                                        .collect(Collectors.joining(",")));
            }
            if (folded != null) {
                url.append("&fold=")
                        .append(
                                folded.stream()
                                        .map(ItemKey::toString)
                                        .sorted()
                                        .collect(Collectors.joining(",")));
            }
            return url.append(down ? "&as=rows" : "").toString();
        }

        Place at(ItemKey other) {
            return new Place(other, types, null, down);
        }

        Place turned(boolean rows) {
            return new Place(item, types, folded, rows);
        }

        Place folding(@Nullable Set<ItemKey> others) {
            return new Place(item, types, others, down);
        }

        /** With one branch more, or one less. */
        Place turning(Set<ItemKey> now, ItemKey key) {
            var other = new LinkedHashSet<>(now);
            if (!other.remove(key)) {
                other.add(key);
            }
            return folding(other);
        }
    }

    ThreadPage page(ViewContext context, Place place) {
        var snapshot = context.snapshot();
        var product = snapshot.requireProduct(place.item().product());
        var code = context.product().code();
        var item = snapshot.requireNode(place.item()).item();
        var atFirst = ItemThread.foldedAtFirst(snapshot, place.item(), AT_A_GLANCE);
        var folded = Objects.requireNonNullElse(place.folded(), atFirst);
        var thread =
                ItemThread.of(
                        snapshot, place.item(), new ItemThread.Asked(place.types(), folded, most));
        var laid = layout.lay(graph(thread, place.down()));
        var linked = inWords(thread);
        return new ThreadPage(
                place.item().toString(),
                item.title(),
                place.url(code),
                summary(snapshot, item),
                laid.width(),
                laid.height() + HEAD,
                product.levels().all().stream()
                        .map(level -> RungMark.of(product.levels(), level))
                        .toList(),
                heads(product, thread, laid, place.down()),
                thread.strands().stream()
                        .map(strand -> knot(snapshot, strand, place, folded, code, laid, linked))
                        .toList(),
                new ThreadLines(thread, laid, place.down(), HEAD).all(),
                Arrays.stream(LinkType.values())
                        .map(type ->
                                new TypeChoice(
                                        type.slug(), type.label(), place.types().contains(type)))
                        .toList(),
                kept(place),
                branches(place, folded, atFirst, code),
                List.of(
                        new Way(place.turned(false).url(code), "Levels as columns", !place.down()),
                        new Way(place.turned(true).url(code), "as rows", place.down())),
                goals(snapshot, context.product(), item, place),
                Arrays.stream(LinkType.values()).map(LinkType::label).toList(),
                context.reader().mayIn(place.item().product(), Permission.WORK));
    }

    /** None where they are as at first; else at least one, so that they are told from that. */
    private static List<Fold> kept(Place place) {
        return place.folded() == null
                ? List.of()
                : Stream.concat(Stream.of(""), place.folded().stream().map(ItemKey::toString))
                        .map(Fold::new)
                        .toList();
    }

    /** All branches at once. */
    private static List<Way> branches(
            Place place, Set<ItemKey> folded, Set<ItemKey> atFirst, String code) {
        return Stream.of(
                        folded.isEmpty()
                                ? null
                                : new Way(place.folding(Set.of()).url(code), "Open all", false),
                        folded.equals(atFirst)
                                ? null
                                : new Way(place.folding(null).url(code), "Fold again", false))
                .filter(Objects::nonNull)
                .toList();
    }

    private static GraphLayout.Graph graph(ItemThread thread, boolean down) {
        var levels = new HashMap<String, Integer>();
        thread.strands()
                .forEach(strand ->
                        levels.put(
                                strand.node().item().key().toString(),
                                strand.node().item().level().index()));
        var lines = new ArrayList<GraphLayout.Line>();
        for (var tie : thread.ties()) {
            var from = tie.from().toString();
            var to = tie.to().toString();
            int apart = levels.getOrDefault(to, 0) - levels.getOrDefault(from, 0);
            if (apart != 0) {
                lines.add(
                        apart > 0
                                ? new GraphLayout.Line(from, to)
                                : new GraphLayout.Line(to, from));
            }
        }
        return new GraphLayout.Graph(
                thread.strands().stream()
                        .map(strand -> {
                            var key = strand.node().item().key().toString();
                            return new GraphLayout.Box(key, levels.getOrDefault(key, 0));
                        })
                        .toList(),
                lines.stream().distinct().toList(),
                down,
                BOX_WIDTH,
                BOX_HEIGHT);
    }

    private static List<LevelHead> heads(
            Product product, ItemThread thread, Laid laid, boolean down) {
        var first = new TreeMap<Integer, Point>();
        for (var strand : thread.strands()) {
            var item = strand.node().item();
            var at = laid.boxes().getOrDefault(item.key().toString(), new Point(0, 0));
            first.putIfAbsent(item.level().index(), at);
        }
        var levels = product.levels().all();
        return first.entrySet().stream()
                .filter(one -> one.getKey() < levels.size())
                .map(one ->
                        new LevelHead(
                                levels.get(one.getKey()).plural(),
                                down ? 6 : one.getValue().x() + 4,
                                down ? one.getValue().y() + HEAD - 6 : 16,
                                down ? HEAD_WIDTH : BOX_WIDTH))
                .toList();
    }

    /** What links each item to others on the drawing. */
    private static Map<ItemKey, String> inWords(ItemThread thread) {
        var words = new HashMap<ItemKey, String>();
        for (var tie : thread.ties()) {
            if (tie.link() != null) {
                var type = tie.link().link().type();
                words.merge(tie.from(), words(type.label(), tie, tie.to()), ThreadPages::joined);
                words.merge(
                        tie.to(), words(type.backwards(), tie, tie.from()), ThreadPages::joined);
            }
        }
        return words;
    }

    private static String words(String label, Tie tie, ItemKey other) {
        return "%s %s%s".formatted(label, other, tie.isSuspect() ? " (to be looked at again)" : "");
    }

    private static String joined(String one, String other) {
        return one + ", " + other;
    }

    private static GraphNode knot(
            Snapshot snapshot,
            Strand strand,
            Place place,
            Set<ItemKey> folds,
            String code,
            Laid laid,
            Map<ItemKey, String> linked) {
        var node = strand.node();
        var item = node.item();
        var key = item.key();
        var figures = node.rollUp();
        var at = laid.boxes().getOrDefault(key.toString(), new Point(0, 0));
        boolean folded = folds.contains(key);
        boolean mayFold =
                !node.children().isEmpty() && !strand.linked() && (folded || !strand.onWay());
        return new GraphNode(
                key.toString(),
                item.parent() == null ? "" : item.parent().toString(),
                snapshot.ancestors(item).size(),
                at.x(),
                at.y() + HEAD,
                item.level().index(),
                item.level().name(),
                item.kind().equals(item.level().plainKind()) ? "" : item.kind(),
                TitleLines.of(item.title()),
                item.title(),
                item.state().name(),
                item.category().name(),
                figures.hasPointChildren() ? Stem.byPoints(figures, STEM_WIDTH) : null,
                figure(item, node),
                key.equals(place.item()),
                strand.onWay(),
                strand.linked(),
                linked.getOrDefault(key, ""),
                place.at(key).url(code),
                "/" + key.product() + "/ladder?at=" + key + "&panel=1",
                strand.hidden() == 0 ? "" : "%d below".formatted(strand.hidden()),
                mayFold ? place.turning(folds, key).url(code) : "",
                folded ? "+" : "−");
    }

    private static String figure(Item item, Node node) {
        var figures = node.rollUp();
        if (figures.hasPointChildren() && figures.effective() != null) {
            return "%s of %s"
                    .formatted(Words.of(figures.points().done()), Words.of(figures.effective()));
        }
        if (!item.level().carriesPoints()) {
            return item.isDone() || item.remainingHours() == null
                    ? ""
                    : Words.of(item.remainingHours()) + " h left";
        }
        return figures.effective() == null
                ? "not sized"
                : Words.of(figures.effective()) + " points";
    }

    private static String summary(Snapshot snapshot, Item item) {
        var above = snapshot.ancestors(item);
        var top = above.isEmpty() ? item : above.getLast().item();
        if (top.level().index() > 0) {
            return "No goal above: the thread ends at the %s %s."
                    .formatted(top.level().name().toLowerCase(Locale.ROOT), top.key());
        }
        var figures = snapshot.requireNode(top.key()).rollUp();
        return "%s: %s".formatted(top.title(), Stem.pointsInWords(figures))
                + figures.completion().map(done -> ", " + Words.percent(done)).orElse("");
    }

    private static List<GoalLink> goals(
            Snapshot snapshot, Product product, Item item, Place place) {
        Level top = product.levels().top();
        return snapshot.level(product, top).stream()
                .filter(node -> !node.item().isDropped())
                .map(node ->
                        new GoalLink(
                                node.item().title(),
                                place.at(node.item().key()).url(product.code()),
                                node.item().key().equals(item.key())
                                        || snapshot.isUnder(item, node.item().key())))
                .toList();
    }
}
