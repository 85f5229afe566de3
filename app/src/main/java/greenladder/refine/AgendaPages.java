package greenladder.refine;

import greenladder.core.filter.Facets;
import greenladder.core.filter.Grouping;
import greenladder.core.filter.Lens;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.Refinement;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.rank.RankOrder.Slot;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.panel.ItemPanels;
import greenladder.people.SignedIn;
import greenladder.refine.AgendaPage.Entry;
import greenladder.refine.AgendaPage.Group;
import greenladder.refine.AgendaPage.Step;
import greenladder.refine.AgendaPage.Talk;
import greenladder.store.Rights;
import greenladder.web.SizeWords;
import greenladder.web.Words;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes a product's agenda: what is to be talked about, by epic, and what was today. */
@Component
class AgendaPages {
    private final ItemPanels panels;
    private final Rights rights;
    private final TalkedThrough talkedThrough;
    private final AgendaRoom room;
    private final Clock clock;

    AgendaPages(
            ItemPanels panels,
            Rights rights,
            TalkedThrough talkedThrough,
            AgendaRoom room,
            Clock clock) {
        this.panels = panels;
        this.rights = rights;
        this.talkedThrough = talkedThrough;
        this.room = room;
        this.clock = clock;
    }

    static String url(Product product, @Nullable ItemKey at) {
        return "/%s/agenda%s".formatted(product.code(), at == null ? "" : "?at=" + at);
    }

    AgendaPage page(Snapshot snapshot, Product product, @Nullable ItemKey asked, SignedIn reader) {
        var today = LocalDate.now(clock);
        var nodes = onAgenda(snapshot, product, talkedThrough.on(today));
        var grouped = grouped(snapshot, product, nodes, today, reader);
        var order = grouped.stream().flatMap(group -> group.nodes().stream()).toList();
        var at = current(order, asked);
        if (at != null) {
            room.step(reader, at);
        }
        long toCome = order.stream().filter(node -> isToCome(node.item())).count();
        long done = order.size() - toCome;
        return new AgendaPage(
                product.code(),
                url(product, at),
                "%s to discuss%s"
                        .formatted(
                                Words.count(toCome, "item"),
                                done == 0 ? "" : ", %d discussed today".formatted(done)),
                grouped.stream()
                        .map(group ->
                                new Group(
                                        group.words().getFirst(),
                                        group.nodes().stream()
                                                .map(node -> entry(product, node, at, reader))
                                                .toList()))
                        .toList(),
                at == null ? null : talk(product, order, at, reader),
                Candidates.of(snapshot, product, any -> true));
    }

    /** What is still to be talked about, by rank. */
    static List<ItemKey> toCome(Snapshot snapshot, Product product) {
        return inTreeOrder(snapshot, snapshot.marked(Mark.AGENDA, product.code())).stream()
                .map(node -> node.item().key())
                .toList();
    }

    /** What is still to be talked about and what has been today, as it stands in the tree. */
    private static List<Node> onAgenda(
            Snapshot snapshot, Product product, Collection<ItemKey> through) {
        var nodes = new ArrayList<>(snapshot.marked(Mark.AGENDA, product.code()));
        through.stream()
                .filter(key -> key.product().equals(product.code()))
                .flatMap(key -> snapshot.findNode(key).stream())
                .filter(node -> !isToCome(node.item()))
                .forEach(nodes::add);
        return inTreeOrder(snapshot, nodes);
    }

    /** What stands above comes first; beside each other the order of rank decides. */
    private static List<Node> inTreeOrder(Snapshot snapshot, List<Node> nodes) {
        var ways = new HashMap<ItemKey, List<Slot<ItemKey>>>();
        for (var node : nodes) {
            var way = new ArrayList<Slot<ItemKey>>();
            way.add(slot(node.item()));
            snapshot.ancestors(node.item()).forEach(above -> way.add(slot(above.item())));
            ways.put(node.item().key(), way.reversed());
        }
        return nodes.stream()
                .sorted((one, other) ->
                        compare(
                                Objects.requireNonNull(ways.get(one.item().key())),
                                Objects.requireNonNull(ways.get(other.item().key()))))
                .toList();
    }

    private static int compare(List<Slot<ItemKey>> one, List<Slot<ItemKey>> other) {
        for (int i = 0; i < Math.min(one.size(), other.size()); i++) {
            int here = one.get(i).compareTo(other.get(i));
            if (here != 0) {
                return here;
            }
        }
        return Integer.compare(one.size(), other.size());
    }

    private static Slot<ItemKey> slot(Item item) {
        return new Slot<>(item.rank(), item.key());
    }

    private static boolean isToCome(Item item) {
        return item.details().refinement().agenda() != null && !item.isDropped();
    }

    private static List<Grouping.Group> grouped(
            Snapshot snapshot,
            Product product,
            List<Node> nodes,
            LocalDate today,
            SignedIn reader) {
        var lens = new Lens(snapshot, List.of(product), today, reader.handle(), null);
        return Facets.under(lens, groupLevel(product))
                .map(facet -> Grouping.of(List.of(facet), nodes))
                .orElseGet(() ->
                        List.of(
                                new Grouping.Group(
                                        List.of(product.name()), nodes, Grouping.pointsOf(nodes))));
    }

    /** Two levels above the lowest that carries points: the epics of a ladder of six. */
    private static Level groupLevel(Product product) {
        var lowest = RankPlace.lowestWithPoints(product.levels());
        return product.levels().all().get(Math.max(0, lowest.index() - 2));
    }

    /** What was asked for, or else the first that is still to come, or the first of all. */
    private static @Nullable ItemKey current(List<Node> order, @Nullable ItemKey asked) {
        var keys = order.stream().map(node -> node.item().key()).toList();
        if (asked != null && keys.contains(asked)) {
            return asked;
        }
        return order.stream()
                .filter(node -> isToCome(node.item()))
                .findFirst()
                .or(() -> order.stream().findFirst())
                .map(node -> node.item().key())
                .orElse(null);
    }

    private Entry entry(Product product, Node node, @Nullable ItemKey at, SignedIn reader) {
        var item = node.item();
        var refinement = item.details().refinement();
        return new Entry(
                item.key().toString(),
                item.title(),
                why(refinement),
                SizeWords.of(product, node),
                url(product, item.key()),
                item.key().equals(at),
                !isToCome(item),
                refinement.isCandidate(),
                room.at(item.key(), reader));
    }

    /** Why it is talked about; what it was sent back with, once it was. */
    private static String why(Refinement refinement) {
        if (refinement.agenda() != null) {
            return refinement.agenda();
        }
        return refinement.question() == null ? "" : "sent back: " + refinement.question();
    }

    private Talk talk(Product product, List<Node> order, ItemKey at, SignedIn reader) {
        var keys = order.stream().map(node -> node.item().key()).toList();
        int place = keys.indexOf(at);
        var node = order.get(place);
        var item = node.item();
        var size = item.size();
        return new Talk(
                at.toString(),
                Objects.requireNonNullElse(item.details().refinement().agenda(), ""),
                "%d of %d".formatted(place + 1, keys.size()),
                url(product, keys.get(Math.max(0, place - 1))),
                url(product, next(order, place)),
                product.refining().scale().steps().stream()
                        .map(step ->
                                new Step(
                                        step.label(),
                                        step.size().toString(),
                                        step.size().equals(size)))
                        .toList(),
                item.details().refinement().isCandidate(),
                rights.mayEdit(reader, item, Field.SIZE),
                rights.mayEdit(reader, item, Field.CANDIDATE),
                rights.mayEdit(reader, item, Field.AGENDA),
                rights.mayShape(reader, product.code(), item.level()),
                panels.of(at, reader, one -> link(product, keys, one)));
    }

    private static String link(Product product, List<ItemKey> keys, Item item) {
        return keys.contains(item.key()) ? url(product, item.key()) : "/items/" + item.key();
    }

    /** The next that is still to come, those before the place after all behind it. */
    private static ItemKey next(List<Node> order, int place) {
        for (int i = 1; i < order.size(); i++) {
            var node = order.get((place + i) % order.size());
            if (isToCome(node.item())) {
                return node.item().key();
            }
        }
        return order.get(place).item().key();
    }
}
