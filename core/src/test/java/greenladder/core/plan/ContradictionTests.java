package greenladder.core.plan;

import static greenladder.core.Trees.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.item.LinkType;
import greenladder.core.plan.Contradiction.Kind;
import greenladder.core.plan.Contradiction.Step;
import greenladder.core.trace.LinkItems;
import java.util.List;
import org.testng.annotations.Test;

public class ContradictionTests {

    /** The first story depends on the second. */
    private static Journal journal() {
        return new Journal("story A size=3\nstory B size=3")
                .does(
                        new KeepSprints(
                                List.of(Journal.sprint(1), Journal.sprint(2), Journal.sprint(3))))
                .does(new LinkItems(key(1), LinkType.DEPENDS_ON, key(2), null));
    }

    private static Journal plan(Journal journal, int item, int sprint) {
        return journal.does(
                new PlanIntoSprint(List.of(key(item)), journal.the(sprint).key(), false));
    }

    private static Contradiction found(Journal journal) {
        var found = Contradiction.of(journal.snapshot, journal.snapshot.requireNode(key(1)).item());
        return found.isEmpty() ? null : found.getFirst();
    }

    @Test
    public void rankShouldCountWhileNothingIsPlanned() {
        assertThat(found(journal()).kind()).isEqualTo(Kind.RANK);
        assertThat(found(journal()).remedy().step()).isEqualTo(Step.PUT_BEFORE);
    }

    @Test
    public void whatIsNeededShouldBePlannedToo() {
        var one = found(plan(journal(), 1, 2));
        assertThat(one.kind()).isEqualTo(Kind.NOT_PLANNED);
        assertThat(one.remedy().to()).isEqualTo(journal().the(2).key());
    }

    @Test
    public void laterSprintShouldBeToldWithTheFirstThatIsLateEnough() {
        var one = found(plan(plan(journal(), 1, 1), 2, 3));
        assertThat(one.kind()).isEqualTo(Kind.LATER_SPRINT);
        assertThat(one.remedy().item()).isEqualTo(key(1));
        assertThat(one.remedy().to()).isEqualTo(journal().the(3).key());
    }

    @Test
    public void orderWithinASprintShouldCount() {
        var journal = plan(plan(journal(), 1, 1), 2, 1);
        assertThat(found(journal).kind()).isEqualTo(Kind.SPRINT_ORDER);
        journal.does(new OrderSprint(journal.the(1).key(), List.of(key(2)), key(1)));
        assertThat(found(journal)).isNull();
    }

    @Test
    public void earlierSprintShouldBeRight() {
        assertThat(found(plan(plan(journal(), 1, 2), 2, 1))).isNull();
    }
}
