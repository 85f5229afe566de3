package greenladder.core.trace;

import static greenladder.core.Trees.NOW;
import static greenladder.core.Trees.after;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.problems;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import greenladder.core.Trees;
import greenladder.core.item.LinkType;
import greenladder.core.papers.Document;
import greenladder.core.papers.Document.Kind;
import greenladder.core.papers.Paper;
import greenladder.core.papers.TestCase;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.workspace.PlanFacts;
import java.util.List;
import java.util.Set;
import org.testng.annotations.Test;

public class PapersTests {
    private static Snapshot snapshot() {
        var tree = Trees.of("epic E\n  story S state=done\n  story R");
        return tree.with(tree.workspace().with(new Person("ada", "Ada")));
    }

    private static TestCase test(String name, int covers, String... groups) {
        return new TestCase(
                "",
                "MSF",
                name,
                List.of(new TestCase.Step("turn it", "it turns")),
                Set.of(key(covers)),
                List.of(groups));
    }

    private static Snapshot withRound() {
        var snapshot = after(snapshot(), new KeepPaper(test("One", 2, "A", "B")));
        snapshot = after(snapshot, new KeepPaper(test("Two", 3, "A", "C")));
        return after(snapshot, new NewRound("MSF", "First", List.of(), List.of(), null, "ada"));
    }

    private static NoteResult result(String test, Boolean passed) {
        return new NoteResult("msf-r1", test, passed, "so", "ada", null);
    }

    @Test
    public void papersShouldBeReadAsTheyWereWritten() {
        var snapshot = after(withRound(), result("msf-t1", false));
        snapshot = after(snapshot, new BugOfCheck("msf-r1", "msf-t1"));
        for (Paper paper : snapshot.workspace().papers().all().values()) {
            assertThat(Paper.of(paper.planKey(), paper.facts())).isEqualTo(paper);
        }
    }

    @Test
    public void secondWhoJudgesOtherwiseShouldBeToldAndChoose() {
        var snapshot = after(withRound(), result("msf-t1", false));

        assertThat(problems(snapshot, judged("bo", true, "")).inWords())
                .contains(" noted “failed” meanwhile: so.");
        assertThat(resultOf(after(snapshot, judged("bo", true, "failed ada")))).isTrue();
        assertThat(resultOf(after(snapshot, judged("bo", false, "")))).isFalse();
        assertThat(resultOf(after(snapshot, judged("ada", true, "")))).isTrue();
        assertThat(resultOf(after(snapshot, judged("bo", true, null)))).isTrue();
    }

    private static NoteResult judged(String who, boolean passed, String seen) {
        return new NoteResult("msf-r1", "msf-t1", passed, "", who, seen);
    }

    private static boolean resultOf(Snapshot snapshot) {
        var round = snapshot.workspace().papers().findRound("msf-r1").orElseThrow();
        return round.results().get("msf-t1").passed();
    }

    @Test
    public void oneTestShouldNotBeWrittenTwice() {
        var snapshot = after(snapshot(), new KeepPaper(test("One", 2, "A")));
        assertThat(problems(snapshot, new KeepPaper(test("One", 2, "A"))).inWords())
                .contains("There is a test of this name for it already.");
        for (var other : List.of(test("Two", 2, "A"), test("One", 3, "A"), test("One", 2, "B"))) {
            assertThat(after(snapshot, new KeepPaper(other)).workspace().papers().all()).hasSize(2);
        }
    }

    @Test
    public void coverThatWasNotSeenShouldStayWhenATestIsChanged() {
        var both = new TestCase("", "MSF", "Both", List.of(), Set.of(key(2), key(3)), List.of());
        var snapshot = after(snapshot(), new KeepPaper(both));
        var seen = new TestCase("msf-t1", "MSF", "Both", List.of(), Set.of(key(2)), List.of());
        var made = new TestCase("msf-t1", "MSF", "Two", List.of(), Set.of(key(1)), List.of("A"));
        snapshot = after(snapshot, ChangeTest.of(seen, made));
        var kept = snapshot.workspace().papers().findTest("msf-t1").orElseThrow();
        assertThat(kept.covers()).containsExactlyInAnyOrder(key(1), key(3));
        assertThat(kept.name()).isEqualTo("Two");
    }

    @Test
    public void roundShouldTakeTheTestsOfItsGroups() {
        var all = withRound().workspace().papers().findRound("msf-r1").orElseThrow();
        assertThat(all.checks()).containsOnlyKeys("msf-t1", "msf-t2");
        var some =
                after(
                        withRound(),
                        new NewRound("MSF", "Second", List.of(), List.of("A", "C"), null, "ada"));
        assertThat(some.workspace().papers().findRound("msf-r2").orElseThrow().checks())
                .containsOnlyKeys("msf-t2");
        assertThat(
                        problems(
                                        withRound(),
                                        new NewRound(
                                                "MSF",
                                                "Third",
                                                List.of(),
                                                List.of("Z"),
                                                null,
                                                "ada"))
                                .inWords())
                .contains("at least one test");
    }

    @Test
    public void failedCheckShouldBecomeABugOnce() {
        var snapshot = after(withRound(), result("msf-t1", false));
        assertThat(problems(snapshot, new BugOfCheck("msf-r1", "msf-t2")).inWords())
                .contains("that failed");
        snapshot = after(snapshot, new BugOfCheck("msf-r1", "msf-t1"));
        var bug = snapshot.requireNode(key(4)).item();
        assertThat(bug.kind()).isEqualTo("bug");
        assertThat(bug.title()).isEqualTo("Failed: One");
        assertThat(bug.description()).contains("turn it → it turns");
        assertThat(bug.details().trace())
                .extracting(link -> link.type(), link -> link.to())
                .containsExactly(tuple(LinkType.FOUND_AFTER, key(2)));
        assertThat(problems(snapshot, new BugOfCheck("msf-r1", "msf-t1")).inWords())
                .contains("already");
    }

    @Test
    public void closedRoundAndTestOfNoRoundShouldBeRefused() {
        var closed = after(withRound(), new CloseRound("msf-r1", true));
        assertThat(problems(closed, result("msf-t1", true)).inWords()).contains("closed");
        assertThat(problems(withRound(), result("msf-t9", true)).inWords())
                .contains("no such test");
        assertThat(
                        after(closed, new CloseRound("msf-r1", false))
                                .workspace()
                                .papers()
                                .findRound("msf-r1")
                                .orElseThrow()
                                .closedAt())
                .isNull();
    }

    @Test
    public void resultOfADeletedTestShouldStay() {
        var snapshot = after(withRound(), result("msf-t1", true));
        var test = snapshot.workspace().papers().findTest("msf-t1").orElseThrow();
        snapshot = after(snapshot, new RemovePaper(test.planKey()));
        var round = snapshot.workspace().papers().findRound("msf-r1").orElseThrow();
        assertThat(round.checks()).containsEntry("msf-t1", "One");
        assertThat(round.results().get("msf-t1").passed()).isTrue();
        assertThat(snapshot.workspace().papers().testsOf(key(2))).isEmpty();
        // Its key is not given away again.
        snapshot = after(snapshot, new KeepPaper(test("Three", 2)));
        assertThat(snapshot.workspace().papers().testsOf(key(2)))
                .extracting(TestCase::key)
                .containsExactly("msf-t3");
    }

    @Test
    public void gapsShouldTellWhatHasNoTestAndWhatFailed() {
        var product = snapshot().requireProduct("MSF");
        assertThat(new Gaps(snapshot(), product, NOW, null, null).of(Gap.Kind.NO_TEST)).isEmpty();
        var snapshot = after(snapshot(), new KeepPaper(test("One", 2)));
        assertThat(new Gaps(snapshot, product, NOW, null, null).of(Gap.Kind.NO_TEST))
                .extracting(Gap::item)
                .containsExactly(key(3));
        snapshot = after(snapshot, new KeepPaper(test("Two", 3)));
        assertThat(new Gaps(snapshot, product, NOW, null, null).of(Gap.Kind.NO_TEST)).isEmpty();
        snapshot = after(snapshot, new NewRound("MSF", "R", List.of(), List.of(), null, "ada"));
        snapshot = after(snapshot, result("msf-t2", false));
        assertThat(new Gaps(snapshot, product, NOW, null, null).of(Gap.Kind.TEST_FAILED))
                .extracting(Gap::item)
                .containsExactly(key(3));
        var reach =
                Coverage.of(
                        snapshot,
                        product,
                        product.levels().find("epic").orElseThrow(),
                        Coverage.By.REACH);
        assertThat(reach.rows().getFirst().cell("tests").items()).isEqualTo(2);
        assertThat(reach.rows().getFirst().cell("passed").items()).isZero();
        assertThat(reach.rows().getFirst().cell("done").items()).isEqualTo(1);
    }

    private static Snapshot withReview() {
        return after(
                snapshot(),
                new SendReview(
                        "MSF",
                        "Look",
                        "",
                        List.of(key(1)),
                        true,
                        null,
                        Set.of("ada"),
                        "oona.marsh"));
    }

    private static AnswerReview answer(int item, String who, boolean agrees, String words) {
        return new AnswerReview("msf-v1", key(item), who, agrees, words);
    }

    @Test
    public void reviewShouldBeAnsweredByThoseAskedAlone() {
        var review = withReview().workspace().papers().findReview("msf-v1").orElseThrow();
        assertThat(review.seen()).containsOnlyKeys(key(1), key(2), key(3));
        assertThat(problems(withReview(), answer(2, "oona.marsh", true, "")).inWords())
                .contains("who were asked");
        assertThat(problems(withReview(), answer(2, "ada", false, " ")).inWords())
                .contains("what you object to");
        var answered = after(withReview(), answer(2, "ada", false, "too dark"));
        var said = answered.workspace().papers().findReview("msf-v1").orElseThrow();
        assertThat(said.answer(key(2), "ada").agrees()).isFalse();
        assertThat(said.hasAnswered("ada", Set.of(key(2)))).isTrue();
        assertThat(said.hasAnswered("ada", Set.of(key(2), key(3)))).isFalse();
        var nobody = new SendReview("MSF", "L", "", List.of(key(1)), false, null, Set.of(), "ada");
        assertThat(problems(snapshot(), nobody).inWords()).contains("who should review");
        var gone =
                new SendReview("MSF", "L", "", List.of(key(1)), false, null, Set.of("zoe"), "ada");
        assertThat(problems(snapshot(), gone).inWords()).contains("There is nobody called");
    }

    private static Snapshot withPage() {
        var page = new Document("", "MSF", "Spec", key(1), List.of(), List.of());
        var snapshot = after(snapshot(), new KeepPaper(page));
        return after(
                snapshot,
                new WritePassage("msf-d1", 0, 0, Kind.LINE, "One\n\nTwo\n \nThree", null));
    }

    private static Document page(Snapshot snapshot) {
        return snapshot.workspace().papers().findDocument("msf-d1").orElseThrow();
    }

    private static List<String> texts(Snapshot snapshot) {
        return page(snapshot).passages().stream().map(one -> one.text()).toList();
    }

    @Test
    public void passagesShouldBeWrittenWithoutOverwritingEachOther() {
        var snapshot = withPage();
        assertThat(texts(snapshot)).containsExactly("One", "Two", "Three");
        snapshot = after(snapshot, new WritePassage("msf-d1", 0, 1, Kind.TEXT, "Between", null));
        snapshot = after(snapshot, new WritePassage("msf-d1", 2, 0, Kind.TEXT, "Second", "Two"));
        assertThat(texts(snapshot)).containsExactly("One", "Between", "Second", "Three");
        assertThat(
                        problems(
                                        snapshot,
                                        new WritePassage("msf-d1", 2, 0, Kind.TEXT, "Mine", "Two"))
                                .inWords())
                .contains("Somebody else changed it")
                .contains("Second");
        snapshot = after(snapshot, new WritePassage("msf-d1", 1, 0, Kind.TEXT, " ", "One"));
        assertThat(texts(snapshot)).containsExactly("Between", "Second", "Three");
        assertThat(
                        problems(snapshot, new WritePassage("msf-d1", 1, 0, Kind.TEXT, "x", null))
                                .inWords())
                .contains("deleted this passage");
    }

    @Test
    public void linesShouldEachBeAPassageAndTextBeginOneAtAnEmptyLine() {
        var lines = new WritePassage("msf-d1", 0, 0, Kind.LINE, "Four\nFive\r\n\nSix", null);
        assertThat(texts(after(withPage(), lines)))
                .containsExactly("One", "Two", "Three", "Four", "Five", "Six");
        var text = new WritePassage("msf-d1", 0, 0, Kind.TEXT, "Four\nand five\n\nSix", null);
        assertThat(texts(after(withPage(), text)))
                .containsExactly("One", "Two", "Three", "Four\nand five", "Six");
    }

    @Test
    public void linesShouldBecomeItemsThatLeadBack() {
        var snapshot = after(withPage(), new ItemsOfPassages("msf-d1", List.of(1, 3), "story"));
        assertThat(snapshot.requireNode(key(4)).item().title()).isEqualTo("One");
        assertThat(snapshot.requireNode(key(5)).item().parent()).isEqualTo(key(1));
        assertThat(page(snapshot).find(3).orElseThrow().made()).isEqualTo(key(5));
        assertThat(problems(snapshot, new ItemsOfPassages("msf-d1", List.of(1), "story")).inWords())
                .contains("MSF4 was made");
    }

    @Test
    public void factsShouldBeThePlansOwn() {
        var snapshot = withPage();
        var facts = PlanFacts.of(snapshot.workspace(), page(snapshot).planKey());
        assertThat(facts).containsEntry("order", "1 2 3").containsEntry("item", "MSF1");
        assertThat(PlanFacts.put(snapshot.workspace(), page(snapshot).planKey(), facts))
                .isEqualTo(snapshot.workspace());
    }
}
