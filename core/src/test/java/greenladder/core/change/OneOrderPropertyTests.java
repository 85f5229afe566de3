package greenladder.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.RandomWork;
import greenladder.core.Trees;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.Target;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class OneOrderPropertyTests {
    @DataProvider
    static Object[][] seeds() {
        return IntStream.range(0, 40)
                .mapToObj(seed -> new Object[] {seed})
                .toArray(Object[][]::new);
    }

    /** Several people, each deciding on what they see: the snapshot as it stood some moves ago. */
    @Test(dataProvider = "seeds")
    public void movesOfSeveralPeopleShouldLeaveOneTotalOrder(int seed) {
        var random = new Random(seed);
        var snapshot = new RandomWork(seed).snapshot(60, 20);
        var stood = new ArrayList<>(List.of(snapshot));
        int stale = 0;
        for (int i = 0; i < 60; i++) {
            var seen = stood.get(Math.max(0, stood.size() - 1 - random.nextInt(6)));
            if (Decisions.decide(snapshot, anyMove(random, seen), Trees.NOW)
                    instanceof Accepted accepted) {
                stale += seen == snapshot ? 0 : 1;
                snapshot = accepted.after();
                stood.add(snapshot);
            }
        }
        assertThat(stale).as("moves on what others had changed, seed %d", seed).isPositive();

        var slots = snapshot.order().slots();
        assertThat(slots).as("seed %d", seed).hasSize(snapshot.itemCount()).isSorted();
        assertThat(new HashSet<>(slots.stream().map(slot -> slot.rank()).toList()))
                .as("no two items stand at one rank, seed %d", seed)
                .hasSameSizeAs(slots);
    }

    @Test(dataProvider = "seeds")
    public void positionWhenAskedForShouldBeThePosition(int seed) {
        var random = new Random(seed);
        var snapshot = new RandomWork(seed).snapshot(60, 10);
        for (int i = 0; i < 20; i++) {
            var item = any(random, snapshot);
            int last = snapshot.orderOf("MSF", item.level()).size();
            int position = 1 + random.nextInt(last);

            snapshot =
                    Trees.after(
                            snapshot,
                            new MoveItems(
                                    List.of(item.key()),
                                    new Target.Parent.Same(),
                                    new Target.Position(position)));

            assertThat(snapshot.position(snapshot.requireNode(item.key()).item()))
                    .as("seed %d", seed)
                    .isEqualTo(position);
        }
    }

    /** Places are counted among those that stay, wherever the moved ones stood. */
    @Test(dataProvider = "seeds")
    public void severalMovedTogetherShouldStandWhereAskedWithTheOthersAsTheyWere(int seed) {
        var random = new Random(seed);
        var snapshot = Trees.of("story S\n".repeat(25));
        for (int i = 0; i < 20; i++) {
            var order = keys(snapshot);
            var moved = new ArrayList<>(order);
            Collections.shuffle(moved, random);
            moved.subList(1 + random.nextInt(6), moved.size()).clear();
            var left = new ArrayList<>(order);
            left.removeAll(moved);
            int place = random.nextInt(left.size() + 1);
            var target =
                    place == 0
                            ? new Target.First()
                            : place == left.size()
                                    ? new Target.Last()
                                    : new Target.Position(place + 1);

            snapshot =
                    Trees.after(snapshot, new MoveItems(moved, new Target.Parent.Same(), target));

            var after = keys(snapshot);
            assertThat(after.subList(place, place + moved.size()))
                    .as("seed %d, %s to %s", seed, moved, target)
                    .containsExactlyInAnyOrderElementsOf(moved);
            after.removeAll(moved);
            assertThat(after).isEqualTo(left);
        }
    }

    private static List<ItemKey> keys(Snapshot snapshot) {
        return new ArrayList<>(snapshot.order().slots().stream().map(slot -> slot.key()).toList());
    }

    @Test(dataProvider = "seeds")
    public void bandsWhenItemsAreBandedAndMovedShouldStayStretches(int seed) {
        var random = new Random(seed);
        var bands = List.of("must", "should", "could", "wont");
        var snapshot = Trees.of("story S\n".repeat(30));
        for (int i = 0; i < 80; i++) {
            var item = any(random, snapshot);
            var command =
                    random.nextInt(3) == 0
                            ? Trees.edit(item.key().number(), "band", bands.get(random.nextInt(4)))
                            : anyMove(random, snapshot);
            if (Decisions.decide(snapshot, command, Trees.NOW) instanceof Accepted accepted) {
                snapshot = accepted.after();
            }
        }

        var product = snapshot.requireProduct("MSF");
        var places =
                snapshot.level(product, product.levels().find("story").orElseThrow()).stream()
                        .map(Node::item)
                        .map(one -> one.details().refinement().band())
                        .map(product.refining()::placeOf)
                        .toList();
        assertThat(places).as("seed %d", seed).isSorted();
    }

    private static Command anyMove(Random random, Snapshot snapshot) {
        var items = List.of(any(random, snapshot).key(), any(random, snapshot).key());
        ItemKey beside = any(random, snapshot).key();
        var target =
                switch (random.nextInt(5)) {
                    case 0 -> new Target.Before(beside);
                    case 1 -> new Target.First();
                    case 2 -> new Target.Last();
                    case 3 -> new Target.Position(1 + random.nextInt(20));
                    default -> new Target.After(beside);
                };
        return new MoveItems(
                random.nextBoolean() ? items : items.subList(0, 1),
                new Target.Parent.Same(),
                target);
    }

    private static Item any(Random random, Snapshot snapshot) {
        var slots = snapshot.order().slots();
        return snapshot.requireNode(slots.get(random.nextInt(slots.size())).key()).item();
    }
}
