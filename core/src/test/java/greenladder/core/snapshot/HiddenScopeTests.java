package greenladder.core.snapshot;

import static greenladder.core.Trees.accepted;
import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.RandomWork;
import greenladder.core.Trees;
import greenladder.core.change.Change;
import greenladder.core.change.Changes;
import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.DeleteItems;
import greenladder.core.edit.DeleteItems.Children;
import greenladder.core.edit.NewItem;
import greenladder.core.item.StandardFields;
import greenladder.core.product.Product;
import greenladder.core.value.ItemKey;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class HiddenScopeTests {
    private static final String TREE =
            """
            goal G
              epic E readers=oona.marsh
                feature F
              epic O\
            """;

    private static HiddenScope hiddenScope(Snapshot whole, String reader) {
        return HiddenScope.of(whole, reader, Set.of());
    }

    @Test
    public void itemForNamedReadersShouldBeHiddenWithWhatIsBelow() {
        var whole = Trees.of(TREE);
        var hiddenScope = hiddenScope(whole, "ama.teal");
        assertThat(hiddenScope.hidden(whole)).containsExactlyInAnyOrder(key(2), key(3));
        assertThat(hiddenScope.hides(whole, key(3))).isTrue();
        assertThat(hiddenScope.hides(whole, key(4))).isFalse();
        assertThat(RestrictedSnapshot.of(whole, hiddenScope).snapshot().findItem(key(3))).isEmpty();
        assertThat(hiddenScope(whole, "oona.marsh").isClear()).isTrue();
    }

    @Test
    public void itShouldStayHiddenWhileItIsGone() {
        var whole = Trees.of(TREE);
        var deleted = accepted(whole, new DeleteItems(List.of(key(2)), Children.DELETE));
        var gone = deleted.after();
        var hiddenScope = hiddenScope(gone, "ama.teal");
        assertThat(hiddenScope.hidden(gone)).containsExactlyInAnyOrder(key(2), key(3));
        assertThat(hiddenScope.hides(gone, key(3))).isTrue();
        assertThat(hiddenScope(gone, "oona.marsh").isClear()).isTrue();
        assertThat(RestrictedSnapshot.of(gone, hiddenScope).snapshot().findItem(key(4)))
                .isPresent();

        var changes = List.copyOf(deleted.changes());
        var back =
                Changes.apply(
                        gone,
                        IntStream.range(0, changes.size())
                                .mapToObj(i -> changes.get(changes.size() - 1 - i))
                                .map(one ->
                                        new Change(
                                                one.item(), one.field(), one.after(), one.before()))
                                .toList(),
                        Trees.NOW);
        assertThat(back.findGoneReaders(key(2))).isEmpty();
        assertThat(hiddenScope(back, "ama.teal").hidden(back))
                .containsExactlyInAnyOrder(key(2), key(3));
    }

    @Test
    public void whatWasOpenWhenItWentShouldNotBeHidden() {
        var open = after(Trees.of(TREE), edit(2, "readers", ""));
        var gone = after(open, new DeleteItems(List.of(key(2)), Children.DELETE));
        assertThat(hiddenScope(gone, "ama.teal").isClear()).isTrue();
    }

    @Test
    public void productShouldBeHiddenWithAllOfItAndWhatStandsUnderItsItemsAtTheTop() {
        var other = new Product("LUM", "Lights", Trees.empty().requireProduct("MSF").levels());
        var whole =
                after(
                        after(
                                Trees.of("goal G\n  epic E\n    story S\nepic O").with(other),
                                create("LUM", "story", "MSF2")),
                        create("LUM", "epic", ""));
        var hiddenScope = new HiddenScope(Set.of("MSF"), Set.of());

        var seen = RestrictedSnapshot.of(whole, hiddenScope).snapshot();

        assertThat(seen.order().slots())
                .extracting(slot -> slot.key().toString())
                .containsExactly("LUM1", "LUM2");
        assertThat(seen.findItem(new ItemKey("LUM", 1)).orElseThrow().parent()).isNull();
        assertThat(seen.findProduct("MSF")).isEmpty();
        assertThat(seen.hides(key(1))).isTrue();
        assertThat(seen.hides(new ItemKey("LUM", 1))).isFalse();
        assertThat(seen.whole()).isSameAs(whole);
        assertThat(seen.requireNode(new ItemKey("LUM", 2)))
                .isSameAs(whole.requireNode(new ItemKey("LUM", 2)));
    }

    private static Command create(String product, String level, String parent) {
        var fields = Map.of("title", "X", "level", level, "parent", parent);
        return new CreateItems(product, List.of(NewItem.of(fields)));
    }

    @DataProvider
    public Object[][] seeds() {
        return IntStream.range(0, 4).mapToObj(seed -> new Object[] {seed}).toArray(Object[][]::new);
    }

    /** What is seen goes on change by change as it would be made from nothing. */
    @Test(dataProvider = "seeds")
    public void whatIsSeenShouldFollowTheWhole(int seed) {
        var work = new RandomWork(seed);
        var random = new Random(seed);
        var whole = work.snapshot(120, 0);
        int followed = 0;
        var hiddenScope = hiddenScope(whole, "ama.teal");
        var seen = RestrictedSnapshot.of(whole, hiddenScope);
        for (int step = 0; step < 80; step++) {
            var command =
                    step % 6 == 0
                            ? edit(1 + random.nextInt(60), "readers", "oona.marsh")
                            : work.command(whole);
            if (!(Decisions.decide(whole, command, Trees.NOW) instanceof Accepted accepted)) {
                continue;
            }
            whole = accepted.after();
            var next = hiddenScope(whole, "ama.teal");
            assertThat(next.roots()).isEqualTo(hiddenFrom("ama.teal", whole));
            var fresh = RestrictedSnapshot.of(whole, next);
            var on =
                    next.equals(hiddenScope)
                            ? seen.following(whole)
                            : Optional.<RestrictedSnapshot>empty();
            seen = on.orElse(fresh);
            hiddenScope = next;
            if (on.isPresent()) {
                followed++;
                requireSame(seen.snapshot(), fresh.snapshot());
                requireShared(seen.snapshot(), whole);
            }
        }
        assertThat(followed).isGreaterThan(20);
    }

    private static Set<ItemKey> hiddenFrom(String reader, Snapshot whole) {
        var hidden = new HashSet<ItemKey>();
        for (var slot : whole.order().slots()) {
            StandardFields.readers(whole.requireNode(slot.key()).item())
                    .filter(readers -> !readers.contains(reader))
                    .ifPresent(any -> hidden.add(slot.key()));
        }
        whole.goneReaders()
                .forEach((key, readers) -> {
                    if (!readers.contains(reader)) {
                        hidden.add(key);
                    }
                });
        return hidden;
    }

    /** Whatever looks the same to everybody is kept once. */
    private static void requireShared(Snapshot seen, Snapshot whole) {
        for (var slot : seen.order().slots()) {
            var node = seen.requireNode(slot.key());
            var all = whole.requireNode(slot.key());
            if (node.equals(all)) {
                assertThat(node).as(slot.key().toString()).isSameAs(all);
            }
        }
    }

    private static void requireSame(Snapshot seen, Snapshot fresh) {
        assertThat(seen.order().slots()).isEqualTo(fresh.order().slots());
        for (var slot : fresh.order().slots()) {
            assertThat(seen.requireNode(slot.key())).isEqualTo(fresh.requireNode(slot.key()));
        }
        for (var product : fresh.products()) {
            assertThat(seen.lastNumber(product.code())).isEqualTo(fresh.lastNumber(product.code()));
            assertThat(seen.levelTotals(product)).isEqualTo(fresh.levelTotals(product));
        }
        assertThat(seen.goneReaders()).isEqualTo(fresh.goneReaders());
    }
}
