package greenladder.refine;

import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.product.Scale;
import greenladder.core.sizing.Picks;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.panel.ItemPanels;
import greenladder.people.SignedIn;
import greenladder.refine.EstimatePage.ItemLine;
import greenladder.refine.EstimatePage.NextItem;
import greenladder.refine.EstimatePage.Notch;
import greenladder.refine.EstimatePage.RoundLine;
import greenladder.refine.EstimatePage.RoundView;
import greenladder.refine.EstimatePage.SeatView;
import greenladder.refine.EstimatePage.Similar;
import greenladder.refine.SizingRound.Seat;
import greenladder.refine.SizingRows.Phase;
import greenladder.search.FullText;
import greenladder.store.Rights;
import greenladder.web.Markdown;
import greenladder.web.SizeWords;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the view in which people size together. */
@Component
class EstimatePages {
    private static final int MOST_UNSIZED = 40;
    private static final int MOST_NEXT = 6;
    private static final int MOST_LIKE = 60;
    private static final int MOST_OF_A_SIZE = 2;
    private static final int MOST_SHOWN = 10;

    private final SizingRounds rounds;
    private final ItemPanels panels;
    private final Rights rights;
    private final FullText search;
    private final Markdown markdown;

    EstimatePages(
            SizingRounds rounds,
            ItemPanels panels,
            Rights rights,
            FullText search,
            Markdown markdown) {
        this.markdown = markdown;
        this.rounds = rounds;
        this.panels = panels;
        this.rights = rights;
        this.search = search;
    }

    static String url(Product product, @Nullable Long round) {
        return "/%s/estimate%s".formatted(product.code(), round == null ? "" : "?round=" + round);
    }

    EstimatePage page(Snapshot snapshot, Product product, @Nullable Long asked, SignedIn reader) {
        var round =
                asked == null
                        ? null
                        : rounds.join(reader, asked)
                                .filter(one -> one.item().product().equals(product.code()))
                                .orElse(null);
        var unsized = unsized(snapshot, product);
        return new EstimatePage(
                product.code(),
                url(product, round == null ? null : asked),
                rounds.open(reader, product.code()).stream()
                        .map(one -> line(snapshot, product, one, asked))
                        .toList(),
                unsized.stream().limit(MOST_UNSIZED).map(EstimatePages::line).toList(),
                unsized.size() > MOST_UNSIZED
                        ? "and %d more further down the order"
                                .formatted(unsized.size() - MOST_UNSIZED)
                        : "",
                reader.mayIn(product.code(), Permission.WORK),
                round == null
                        ? unsized.stream()
                                .limit(MOST_NEXT)
                                .map(node -> next(snapshot, node))
                                .toList()
                        : List.of(),
                round == null ? null : view(snapshot, product, round, reader));
    }

    /**
     * Stories without a size that are still to be done: those on the agenda first, then by rank.
     */
    private static List<Node> unsized(Snapshot snapshot, Product product) {
        return snapshot
                .inOrder(product, RankPlace.lowestWithPoints(product.levels()))
                .gathered("to be sized", EstimatePages::unsized)
                .stream()
                .flatMap(List::stream)
                .sorted(
                        Comparator.comparing(
                                node -> node.item().details().refinement().agenda() == null))
                .toList();
    }

    private static List<Node> unsized(List<Node> nodes) {
        return nodes.stream()
                .filter(node -> node.rollUp().effective() == null)
                .filter(node -> !node.item().isDone() && !node.item().isDropped())
                .toList();
    }

    private NextItem next(Snapshot snapshot, Node node) {
        var item = node.item();
        return new NextItem(
                item.key().toString(),
                item.title(),
                snapshot.ancestors(item).stream()
                        .findFirst()
                        .map(above -> above.item().title())
                        .orElse(""),
                markdown.toHtml(item.description()),
                item.details().acceptance().all().stream().map(one -> one.text()).toList());
    }

    /** The first item that is not sized, in the order in which the view names them. */
    Optional<ItemKey> firstUnsized(Snapshot snapshot, Product product) {
        return unsized(snapshot, product).stream().findFirst().map(node -> node.item().key());
    }

    private static ItemLine line(Node node) {
        var item = node.item();
        return new ItemLine(
                item.key().toString(),
                item.title(),
                Objects.requireNonNullElse(item.details().refinement().agenda(), ""));
    }

    private static RoundLine line(
            Snapshot snapshot, Product product, SizingRound round, @Nullable Long asked) {
        return new RoundLine(
                round.item().toString(),
                snapshot.requireNode(round.item()).item().title(),
                round.stage() == Phase.SHOWN ? "all picks are shown" : waiting(round),
                url(product, round.id()),
                Objects.equals(asked, round.id()));
    }

    private RoundView view(Snapshot snapshot, Product product, SizingRound round, SignedIn reader) {
        var node = snapshot.requireNode(round.item());
        var scale = product.refining().scale();
        var picks = new Picks(scale, round.picks());
        boolean shown = round.stage() != Phase.PICKING;
        int middle = shown ? picks.middle() : -1;
        return new RoundView(
                round.id(),
                round.item().toString(),
                node.item().title(),
                round.attempt() == 1 ? "First round" : "Round " + round.attempt(),
                round.stage().name().toLowerCase(Locale.ROOT),
                scale.name(),
                scale.unit(),
                IntStream.range(0, scale.steps().size())
                        .mapToObj(i -> notch(snapshot, scale, i, round, middle))
                        .toList(),
                round.seats().stream().map(seat -> seat(snapshot, round, seat)).toList(),
                round.mine(),
                shown ? spread(picks) : waiting(round),
                shown ? talk(snapshot, picks) : "",
                cannotSay(snapshot, round),
                middle < 0 ? "" : scale.steps().get(middle).size().toString(),
                round.agreed(),
                rights.mayEdit(reader, node.item(), Field.SIZE),
                round.wasLeftBy(reader.handle()),
                similar(snapshot, node, scale),
                panels.of(round.item(), reader, item -> "/items/" + item.key()));
    }

    private static Notch notch(
            Snapshot snapshot, Scale scale, int at, SizingRound round, int middle) {
        var step = scale.steps().get(at);
        var people =
                round.picks().entrySet().stream()
                        .filter(pick -> pick.getValue().equals(step.label()))
                        .map(pick -> ChangeWords.nameOf(snapshot, pick.getKey()))
                        .toList();
        return new Notch(
                step.label(),
                step.size().toString(),
                round.mine().equals(step.label()),
                at == middle,
                people.stream().map(name -> new Person("", name).initials()).toList(),
                String.join(", ", people));
    }

    private static SeatView seat(Snapshot snapshot, SizingRound round, Seat seat) {
        var name = ChangeWords.nameOf(snapshot, seat.handle());
        var pick = round.picks().get(seat.handle());
        var words =
                pick != null
                        ? pick.equals(Picks.CANNOT_SAY) ? "cannot say" : pick
                        : seat.picked() ? "has picked" : seat.gone() ? "left" : "thinks";
        return new SeatView(
                name,
                new Person(seat.handle(), name).initials(),
                seat.gone() && seat.picked() ? words + ", left" : words,
                seat.picked(),
                seat.gone());
    }

    private static String waiting(SizingRound round) {
        int present = round.present().size();
        if (present == 0) {
            return "Nobody is in it any more.";
        }
        return round.picked() == present
                ? "Everybody has picked."
                : "%d of %d have picked.".formatted(round.picked(), present);
    }

    private static String spread(Picks picks) {
        var spread = picks.spread();
        if (spread.low() < 0) {
            return "Nobody could say.";
        }
        var steps = picks.scale().steps();
        var low = steps.get(spread.low()).label();
        return picks.isAgreed()
                ? "All say %s.".formatted(low)
                : "From %s to %s, %s apart."
                        .formatted(
                                low,
                                steps.get(spread.high()).label(),
                                Words.count(spread.steps(), "step"));
    }

    /** Those far off the middle, named: they say first what the others may not have seen. */
    private static String talk(Snapshot snapshot, Picks picks) {
        var outliers = picks.outliers();
        return outliers.isEmpty()
                ? ""
                : outliers.stream()
                        .map(one ->
                                "%s says %s"
                                        .formatted(
                                                ChangeWords.nameOf(snapshot, one.person()),
                                                one.step().label()))
                        .collect(Collectors.joining(", ", "", ": let them talk first."));
    }

    private static String cannotSay(Snapshot snapshot, SizingRound round) {
        return round.picks().entrySet().stream()
                .filter(pick -> pick.getValue().equals(Picks.CANNOT_SAY))
                .map(pick -> ChangeWords.nameOf(snapshot, pick.getKey()))
                .collect(Collectors.joining(", "));
    }

    /** The most alike of each size, by size: what this one is held against. */
    private List<Similar> similar(Snapshot snapshot, Node node, Scale scale) {
        Map<Integer, Integer> ofSize = new HashMap<>();
        var alike = new ArrayList<Node>();
        for (var key : alikeOrNear(snapshot, node)) {
            var other = snapshot.findNode(key);
            if (other.isEmpty() || !isKnown(node, other.get()) || alike.size() >= MOST_SHOWN) {
                continue;
            }
            int step = scale.nearest(Objects.requireNonNull(other.get().rollUp().effective()));
            if (ofSize.merge(step, 1, Integer::sum) <= MOST_OF_A_SIZE) {
                alike.add(other.get());
            }
        }
        return alike.stream()
                .sorted(Comparator.comparing(one -> one.rollUp().effective()))
                .map(one ->
                        new Similar(
                                one.item().key().toString(),
                                one.item().title(),
                                SizeWords.of(snapshot, one),
                                one.item().state().name(),
                                "/items/" + one.item().key()))
                .toList();
    }

    /** Those with words in common first, then those that stand near it in the tree. */
    private Set<ItemKey> alikeOrNear(Snapshot snapshot, Node node) {
        var keys = new LinkedHashSet<>(search.similar(snapshot, node.item(), MOST_LIKE));
        snapshot.siblings(node.item()).forEach(near -> keys.add(near.item().key()));
        snapshot.ancestors(node.item()).stream()
                .limit(2)
                .forEach(above -> above.walk(near -> keys.add(near.item().key())));
        keys.remove(node.item().key());
        return keys;
    }

    private static boolean isKnown(Node node, Node other) {
        return other.rollUp().effective() != null
                && !other.item().isDropped()
                && other.item().level().key().equals(node.item().level().key())
                && other.item().key().product().equals(node.item().key().product());
    }
}
