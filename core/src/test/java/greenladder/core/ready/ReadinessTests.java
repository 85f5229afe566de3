package greenladder.core.ready;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.node;
import static greenladder.core.Trees.problems;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.item.LinkType;
import greenladder.core.product.ReadyCheck;
import greenladder.core.product.ReadyCheck.Kind;
import greenladder.core.product.Refining;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.LinkItems;
import java.util.List;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class ReadinessTests {
    private static final ReadyCheck BY_HAND =
            new ReadyCheck("seen", "seen by a skipper", Kind.BY_HAND, null);
    private static final Refining REFINING =
            new Refining(
                    List.of(),
                    List.of(),
                    "",
                    Refining.STANDARD.scale(),
                    Stream.concat(
                                    Stream.of(Kind.values())
                                            .filter(kind -> kind != Kind.BY_HAND)
                                            .map(ReadyCheck::of),
                                    Stream.of(BY_HAND))
                            .toList());

    private static final Snapshot LADDER =
            Trees.of(
                    """
                    feature F
                      story Ready size=5 acceptance=quick description=words
                    story Bare size=13 blocked=wind question=which?
                    """);

    @DataProvider
    static Object[][] missing() {
        return new Object[][] {
            {2, List.of(Kind.BY_HAND)},
            {
                3,
                List.of(
                        Kind.HAS_CRITERIA,
                        Kind.HAS_PARENT,
                        Kind.NO_HINDRANCE,
                        Kind.SMALL_ENOUGH,
                        Kind.HAS_DESCRIPTION,
                        Kind.NO_QUESTION,
                        Kind.BY_HAND)
            },
        };
    }

    @Test(dataProvider = "missing")
    public void checksShouldNameWhatIsMissing(int number, List<Kind> expected) {
        var readiness = Readiness.of(LADDER, REFINING, node(LADDER, number));

        assertThat(
                        readiness.results().stream()
                                .filter(result -> !result.passed())
                                .map(result -> result.check().kind()))
                .containsExactlyElementsOf(expected);
        assertThat(readiness.isReady()).isFalse();
        assertThat(Readiness.passed(LADDER, REFINING, node(LADDER, number)))
                .isEqualTo(readiness.results().stream().map(Readiness.Result::passed).toList());
    }

    @Test
    public void checkWhenTickedByHandShouldPass() {
        var snapshot = LADDER.with(LADDER.requireProduct("MSF").withRefining(REFINING));
        snapshot = after(snapshot, edit(2, "ready", "+seen"));

        assertThat(Readiness.isReady(snapshot, REFINING, node(snapshot, 2))).isTrue();
        assertThat(
                        Readiness.isReady(
                                snapshot,
                                REFINING,
                                node(after(snapshot, edit(2, "ready", "-seen")), 2)))
                .isFalse();
        assertThat(problems(snapshot, edit(2, "ready", "is-sized")).inWords())
                .contains("not a check that is ticked by hand");
    }

    @Test
    public void checkOfSmallnessShouldWaitForASize() {
        assertThat(
                        Readiness.passes(
                                LADDER,
                                ReadyCheck.of(Kind.SMALL_ENOUGH),
                                node(Trees.of("story A"), 1)))
                .isFalse();
    }

    @Test
    public void whatIsNeededShouldBePlannedOrDone() {
        var check = ReadyCheck.of(Kind.NEEDS_PLANNED);
        var alone = Trees.of("story A\nstory B state=done\nstory C");
        assertThat(Readiness.passes(alone, check, node(alone, 1))).isTrue();
        var done = after(alone, new LinkItems(key(1), LinkType.DEPENDS_ON, key(2), null));
        assertThat(Readiness.passes(done, check, node(done, 1))).isTrue();
        var open = after(done, new LinkItems(key(1), LinkType.DEPENDS_ON, key(3), null));
        assertThat(Readiness.passes(open, check, node(open, 1))).isFalse();
    }
}
