package greenladder.refine;

import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.people.SignedIn;
import greenladder.refine.IntakeRows.IntakeListRow;
import greenladder.web.SizeWords;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.time.Clock;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What a team's queue can be filled from, beside it. */
@Component
class SourcesPages {
    private static final int MOST_RANKED = 60;

    private final IntakeStore store;
    private final Clock clock;

    SourcesPages(IntakeStore store, Clock clock) {
        this.store = store;
        this.clock = clock;
    }

    /** What a team's queue can be filled from. */
    @Transactional(readOnly = true)
    public Sources page(Snapshot snapshot, RankPlace place, SignedIn reader) {
        var team = Objects.requireNonNull(place.queue());
        var products =
                team.products().stream()
                        .flatMap(code -> snapshot.findProduct(code).stream())
                        .toList();
        return new Sources(
                team.name(),
                products.stream().map(product -> ranked(snapshot, place, product)).toList(),
                store.listsOf(team.key()).stream().map(list -> intake(snapshot, list)).toList(),
                IntakeLists.mayEdit(reader, team),
                products.stream()
                        .flatMap(product ->
                                place.levelIn(product).stream()
                                        .flatMap(level -> level.kinds().stream())
                                        .map(kind ->
                                                new Sources.Kind(
                                                        product.code(),
                                                        kind,
                                                        kind + " in " + product.name())))
                        .toList());
    }

    private static Sources.Ranked ranked(Snapshot snapshot, RankPlace place, Product product) {
        var level = place.levelIn(product).orElseThrow();
        var free =
                snapshot.inOrder(product, level).gathered("free", SourcesPages::free).stream()
                        .flatMap(List::stream)
                        .toList();
        return new Sources.Ranked(
                product.code(),
                product.name(),
                free.stream().limit(MOST_RANKED).map(node -> work(snapshot, node)).toList(),
                free.size() > MOST_RANKED
                        ? "and %d more further down".formatted(free.size() - MOST_RANKED)
                        : "");
    }

    private static List<Node> free(List<Node> nodes) {
        return nodes.stream()
                .filter(node -> node.item().team() == null)
                .filter(node -> !node.item().isDropped() && !node.item().isDone())
                .toList();
    }

    private static Sources.Work work(Snapshot snapshot, Node node) {
        var item = node.item();
        return new Sources.Work(
                item.key().toString(),
                item.level().index(),
                item.title(),
                item.details().refinement().band() == null ? "" : RankList.bandName(snapshot, item),
                Words.of(item.value()),
                SizeWords.of(snapshot, node));
    }

    private Sources.Intake intake(Snapshot snapshot, IntakeListRow list) {
        return new Sources.Intake(
                Objects.requireNonNull(list.id),
                list.name,
                "%s in %s"
                        .formatted(
                                list.kind,
                                snapshot.findProduct(list.product)
                                        .map(Product::name)
                                        .orElse(list.product)),
                store.entries(list).stream()
                        .filter(entry -> IntakeStore.waits(snapshot, entry))
                        .map(entry ->
                                new Sources.Entry(
                                        Objects.requireNonNull(entry.id),
                                        entry.title,
                                        Objects.requireNonNullElse(entry.value, "–"),
                                        Objects.requireNonNullElse(entry.size, "–"),
                                        "%s, %s"
                                                .formatted(
                                                        ChangeWords.nameOf(snapshot, entry.askedBy),
                                                        Words.since(entry.at, clock))))
                        .toList());
    }
}
