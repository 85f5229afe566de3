package greenladder.core.trace;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.problems;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Reverse;
import greenladder.core.edit.MergeItems;
import greenladder.core.item.LinkType;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Links.Linked;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import java.util.List;
import java.util.Set;
import org.testng.annotations.Test;

public class LinksTests {
    private static final String TREE =
            """
            epic A
              story A1
              story A2
            epic B
              story B1
            story C
            story D
            story E
            """;

    private static LinkItems needs(int from, int to) {
        return new LinkItems(key(from), LinkType.DEPENDS_ON, key(to), null);
    }

    private static List<String> words(List<Linked> links) {
        return links.stream().map(Linked::id).toList();
    }

    private static Snapshot with(int... ends) {
        var snapshot = Trees.of(TREE);
        for (int i = 0; i < ends.length; i += 2) {
            snapshot = after(snapshot, needs(ends[i], ends[i + 1]));
        }
        return snapshot;
    }

    @Test
    public void linkShouldBeReadFromBothEnds() {
        var snapshot = with(6, 7);
        var links = new Links(snapshot);
        assertThat(words(links.needs(snapshot.requireNode(key(6)).item())))
                .containsExactly("MSF6.depends-on.MSF7");
        assertThat(words(links.neededBy(snapshot.requireNode(key(7)).item())))
                .containsExactly("MSF6.depends-on.MSF7");
        var gone = after(snapshot, new Unlink(key(6), "MSF6.depends-on.MSF7"));
        assertThat(new Links(gone).find("MSF6.depends-on.MSF7")).isEmpty();
    }

    @Test
    public void linkShouldBeRefusedTwiceAndToItself() {
        assertThat(problems(with(6, 7), needs(6, 7)).inWords()).contains("already");
        assertThat(problems(with(), needs(6, 6)).inWords()).contains("to itself");
        var related = after(with(), new LinkItems(key(6), LinkType.RELATES_TO, key(7), null));
        assertThat(
                        problems(related, new LinkItems(key(7), LinkType.RELATES_TO, key(6), null))
                                .inWords())
                .contains("already");
    }

    @Test
    public void nothingShouldDependOnWhatStandsAboveOrBelow() {
        assertThat(problems(with(), needs(1, 2)).inWords()).contains("MSF2 stands under MSF1");
        assertThat(problems(with(), needs(2, 1)).inWords()).contains("MSF2 stands under MSF1");
    }

    @Test
    public void circleOfFiveShouldBeRefusedWithItsPath() {
        var chain = with(2, 6, 6, 7, 7, 8, 8, 3);
        assertThat(problems(chain, needs(3, 2)).inWords())
                .contains(
                        "MSF3 depends on MSF2, MSF2 depends on MSF6, MSF6 depends on MSF7,"
                                + " MSF7 depends on MSF8, MSF8 depends on MSF3");
    }

    @Test
    public void circleOverWhatStandsAboveShouldBeRefused() {
        assertThat(problems(with(1, 4), needs(5, 3)).inWords())
                .contains("MSF5 depends on MSF3, MSF1 above MSF3 depends on MSF4");
    }

    @Test
    public void moveIntoACircleShouldBeRefused() {
        var snapshot = with(6, 5, 4, 1);
        assertThat(problems(snapshot, edit(6, "parent", "MSF1")).inWords()).contains("circle");
    }

    @Test
    public void suspicionShouldComeWithAChangeOfTextAndGoWithItsConfirmation() {
        var snapshot = with(6, 7);
        var changed = after(snapshot, edit(7, "title", "Other"));
        assertThat(link(changed).isSuspect()).isTrue();
        assertThat(link(after(changed, new Confirm(List.of(link(changed).id())))).isSuspect())
                .isFalse();
        assertThat(link(after(changed, edit(7, "title", "D"))).isSuspect()).isFalse();
        assertThat(link(after(snapshot, edit(7, "size", "5"))).isSuspect()).isFalse();
    }

    private static Snapshot later(Snapshot snapshot, int minutes, Command command) {
        return decided(snapshot, minutes, command).after();
    }

    private static Accepted decided(Snapshot snapshot, int minutes, Command command) {
        return (Accepted) Decisions.decide(snapshot, command, Trees.NOW.plusSeconds(60L * minutes));
    }

    private static List<String> suspect(Snapshot snapshot) {
        return snapshot.order().slots().stream()
                .map(slot -> slot.key())
                .flatMap(item -> Suspicion.of(snapshot, snapshot.requireNode(item).item()).stream())
                .map(Suspicion::id)
                .toList();
    }

    @Test
    public void whatStandsBelowShouldBeSuspectOnceItsParentReadsOtherwise() {
        var reworded = decided(with(), 1, edit(1, "title", "Other"));
        var changed = reworded.after();
        assertThat(suspect(changed)).containsExactly("MSF2.parent", "MSF3.parent");
        assertThat(suspect(later(changed, 2, new Confirm(List.of("MSF2.parent")))))
                .containsExactly("MSF3.parent");
        assertThat(suspect(later(changed, 2, edit(5, "parent", "MSF1"))))
                .containsExactly("MSF2.parent", "MSF3.parent");
        assertThat(suspect(later(changed, 2, edit(3, "state", "done"))))
                .containsExactly("MSF2.parent");
        var back =
                new Reverse(
                        OperationKind.UNDO, 1, reworded.changes(), List.of(), List.of(), Set.of());
        assertThat(suspect(later(changed, 2, back))).isEmpty();
        var twice = later(changed, 2, edit(1, "description", "Words"));
        assertThat(suspect(later(twice, 3, back))).hasSize(2);
    }

    @Test
    public void severalShouldBeConfirmedWholeOrNotAtAll() {
        var changed = later(with(6, 7), 1, edit(1, "title", "Other"));
        changed = later(changed, 1, edit(7, "title", "Other"));
        var all = suspect(changed);
        assertThat(all)
                .containsExactlyInAnyOrder("MSF6.depends-on.MSF7", "MSF2.parent", "MSF3.parent");
        assertThat(suspect(later(changed, 2, new Confirm(all)))).isEmpty();
        assertThat(problems(changed, new Confirm(List.of("MSF2.parent", "MSF8.parent"))).inWords())
                .contains("no such link");
        assertThat(problems(changed, new Confirm(List.of())).inWords()).contains("Which link");
    }

    private static Linked link(Snapshot snapshot) {
        return new Links(snapshot).find("MSF6.depends-on.MSF7").orElseThrow();
    }

    @Test
    public void linksShouldFollowAMerge() {
        var merged = after(with(6, 7, 8, 6), new MergeItems(key(3), key(6)));
        var links = new Links(merged);
        var stays = merged.requireNode(key(3)).item();
        assertThat(words(links.needs(stays))).containsExactly("MSF3.depends-on.MSF7");
        assertThat(links.neededBy(stays))
                .extracting(one -> one.from().key())
                .containsExactly(key(8));
    }

    @Test
    public void sharesShouldComeToAHundredAtMost() {
        var snapshot = Trees.of("goal G\n  epic E\ngoal H\ngoal I");
        var shared = after(snapshot, share(2, 3, 60));
        assertThat(problems(shared, share(2, 4, 50)).inWords()).contains("come to 110 %");
        assertThat(problems(snapshot, share(2, 1, 50)).inWords()).contains("already");
        assertThat(problems(snapshot, share(2, 3, 0)).inWords()).contains("above 0");
        assertThat(problems(snapshot, share(3, 2, 10)).inWords()).contains("MSF2 is no goal");
        assertThat(after(shared, share(2, 3, 20)).requireNode(key(2)).item().details().trace())
                .hasSize(1);
    }

    private static LinkItems share(int from, int to, int percent) {
        return new LinkItems(key(from), LinkType.CONTRIBUTES_TO, key(to), Amount.of(percent));
    }
}
