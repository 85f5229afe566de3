package greenladder.core.change;

import static greenladder.core.Trees.accepted;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.node;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.ShortenRanks;
import greenladder.core.edit.Target;
import greenladder.core.item.Field;
import greenladder.core.rank.Rank;
import greenladder.core.rank.RankOrder;
import greenladder.core.rank.RankOrder.Slot;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Ranks of the past in the order of today. */
public class RanksTests {
    private static final Set<ItemKey> ALL = Set.of(key(1), key(2), key(3), key(4), key(5), key(6));

    private static RankOrder<Integer> order(String... ranks) {
        var slots = new ArrayList<Slot<Integer>>();
        for (var rank : ranks) {
            slots.add(new Slot<>(new Rank(rank), slots.size()));
        }
        return RankOrder.<Integer>empty().changed(List.of(), slots);
    }

    private static Rank rank(String text) {
        return new Rank(text);
    }

    private static Change rewritten(String before, String after) {
        return new Change(key(99), Field.RANK, new Rank(before), new Rank(after));
    }

    private static Snapshot three() {
        return Trees.of("goal A\ngoal B\ngoal C");
    }

    @Test
    public void whatStandsAtARankShouldBeFound() {
        var order = order("C", "F", "F", "M");
        assertThat(order.findAt(new Rank("F"))).contains(1);
        assertThat(order.findAt(new Rank("G"))).isEmpty();
        assertThat(order.findAt(new Rank("Z"))).isEmpty();
        assertThat(RankOrder.<Integer>empty().findAt(new Rank("A"))).isEmpty();
    }

    @Test
    public void nextRankAboveShouldPassOverEqualOnes() {
        var order = order("C", "F", "F", "M");
        assertThat(order.nextAbove(new Rank("C"))).hasToString("F");
        assertThat(order.nextAbove(new Rank("F"))).hasToString("M");
        assertThat(order.nextAbove(new Rank("D"))).hasToString("F");
        assertThat(order.nextAbove(new Rank("M"))).isNull();
    }

    @Test
    public void rankThatWasNotRewrittenShouldStay() {
        var ranks = new Ranks(three(), List.of());
        assertThat(ranks.nowFor(key(9), rank("k"))).isEqualTo(rank("k"));
        assertThat(ranks.isSame(rank("k"), rank("k"))).isTrue();
    }

    @Test
    public void rankShouldBeFollowedThroughSeveralRewritings() {
        var first = List.of(rewritten("VVVV1", "b"), rewritten("VVVV5", "d"));
        var second = List.of(rewritten("b", "h"), rewritten("d", "p"));
        var ranks = new Ranks(three(), List.of(first, second));
        assertThat(ranks.isSame(rank("VVVV1"), rank("h"))).isTrue();
        assertThat(ranks.isSame(rank("VVVV1"), rank("p"))).isFalse();
        assertThat(ranks.nowFor(key(9), rank("VVVV5"))).isEqualTo(rank("p"));
        assertThat(ranks.nowFor(key(9), rank("VVVV3")))
                .as("a gap goes to the gap between the same neighbours")
                .isGreaterThan(rank("h"))
                .isLessThan(rank("p"));
    }

    @Test
    public void rankBesideARewrittenStretchShouldStayBesideIt() {
        var stretch =
                List.of(
                        rewritten("c", "c"),
                        rewritten("m1", "k"),
                        rewritten("m2", "l"),
                        rewritten("y", "y"));
        var ranks = new Ranks(three(), List.of(stretch));
        assertThat(ranks.nowFor(key(9), rank("m0V")))
                .isGreaterThan(rank("c"))
                .isLessThan(rank("k"));
        assertThat(ranks.nowFor(key(9), rank("z"))).isEqualTo(rank("z"));
        assertThat(ranks.nowFor(key(9), rank("a"))).isEqualTo(rank("a"));
    }

    @Test
    public void takenPlaceShouldBePassedByALittle() {
        var snapshot = three();
        var taken = node(snapshot, 2).item().rank();
        var beyond = node(snapshot, 3).item().rank();
        var now = new Ranks(snapshot, List.of()).nowFor(key(9), taken);
        assertThat(now).isGreaterThan(taken).isLessThan(beyond);
        assertThat(new Ranks(snapshot, List.of()).nowFor(key(2), taken))
                .as("its own place is not taken")
                .isEqualTo(taken);
    }

    @Test
    public void newRankThatReadsLikeTheOldOneShouldNotPassForIt() {
        var snapshot = Trees.of("goal A\ngoal B\ngoal C\ngoal D\ngoal E");
        var old = node(snapshot, 3).item().rank();
        var moved = accepted(snapshot, toFront(3));
        snapshot = accepted(moved.after(), toFront(5)).after();
        snapshot = accepted(snapshot, toFront(4)).after();
        var shortened = accepted(snapshot, new ShortenRanks(key(3)));
        assertThat(node(shortened.after(), 3).item().rank()).isEqualTo(old);
        var reverse =
                new Reverse(
                        OperationKind.UNDO,
                        1,
                        moved.changes(),
                        List.of(),
                        List.of(shortened.changes()),
                        Set.of());
        assertThat(Trees.titles(accepted(shortened.after(), reverse).after().roots("MSF")))
                .isEqualTo("D E A B C");
    }

    private static Command toFront(int number) {
        return new MoveItems(List.of(key(number)), new Target.Parent.Same(), new Target.First());
    }

    @DataProvider
    public Object[][] seeds() {
        var seeds = new Object[15][];
        for (int seed = 0; seed < seeds.length; seed++) {
            seeds[seed] = new Object[] {seed};
        }
        return seeds;
    }

    /** Moves with rewritings of ranks in between, taken back from the last to the first. */
    @Test(dataProvider = "seeds")
    public void orderShouldComeBackWhateverWasRewrittenInBetween(int seed) {
        var random = new Random(seed);
        var snapshot = Trees.of("goal A\ngoal B\ngoal C\ngoal D\ngoal E\ngoal F");
        var start = Trees.titles(snapshot.roots("MSF"));
        var moves = new ArrayList<Decision.Accepted>();
        var since = new ArrayList<List<List<Change>>>();
        for (int i = 0; i < 30; i++) {
            if (random.nextInt(4) == 0) {
                var shortened = accepted(snapshot, new ShortenRanks(any(random)));
                snapshot = shortened.after();
                since.forEach(one -> one.add(shortened.changes()));
            } else {
                var one = any(random);
                var other = any(random);
                if (one.equals(other)) {
                    continue;
                }
                var target =
                        random.nextBoolean() ? new Target.Before(other) : new Target.After(other);
                var moved =
                        accepted(
                                snapshot,
                                new MoveItems(List.of(one), new Target.Parent.Same(), target));
                snapshot = moved.after();
                moves.add(moved);
                since.add(new ArrayList<>());
            }
        }
        for (int i = moves.size() - 1; i >= 0; i--) {
            snapshot =
                    accepted(
                                    snapshot,
                                    new Reverse(
                                            OperationKind.UNDO,
                                            i,
                                            moves.get(i).changes(),
                                            List.of(),
                                            since.get(i),
                                            ALL))
                            .after();
        }
        assertThat(Trees.titles(snapshot.roots("MSF"))).as("seed %d", seed).isEqualTo(start);
    }

    private static ItemKey any(Random random) {
        return key(1 + random.nextInt(6));
    }
}
