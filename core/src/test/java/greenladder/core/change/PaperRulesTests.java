package greenladder.core.change;

import static greenladder.core.Trees.NOW;
import static greenladder.core.Trees.after;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.problems;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.papers.Baseline;
import greenladder.core.papers.TestCase;
import greenladder.core.papers.TestCase.Step;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.KeepPaper;
import greenladder.core.trace.NewRound;
import greenladder.core.trace.SendReview;
import greenladder.core.value.ItemKey;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class PaperRulesTests {
    private static final Step STEP = new Step("turn it", "it turns");

    private static Snapshot snapshot(int stories) {
        var tree =
                Trees.of(
                        "epic E\n"
                                + IntStream.range(0, stories)
                                        .mapToObj(one -> "  story S%d\n".formatted(one))
                                        .collect(Collectors.joining()));
        return tree.with(tree.workspace().with(new Person("ada", "Ada")));
    }

    private static KeepPaper test(String name, List<Step> steps, String... groups) {
        return new KeepPaper(new TestCase("", "MSF", name, steps, Set.of(), List.of(groups)));
    }

    private static KeepPaper covering(int items) {
        var covers =
                IntStream.rangeClosed(1, items).mapToObj(Trees::key).collect(Collectors.toSet());
        return new KeepPaper(new TestCase("", "MSF", "Lamp", List.of(), covers, List.of()));
    }

    private static KeepPaper baseline(String product, String name) {
        return new KeepPaper(new Baseline("", product, name, null, NOW, "ada"));
    }

    private static SendReview review(boolean below, String... readers) {
        return new SendReview(
                "MSF", "Before", "", List.of(key(1)), below, null, Set.of(readers), "ada");
    }

    @DataProvider
    Object[][] refused() {
        return new Object[][] {
            {test(" ", List.of(STEP)), "name"},
            {test("n".repeat(201), List.of(STEP)), "name"},
            {test("Lamp", Collections.nCopies(101, STEP)), "steps"},
            {test("Lamp", List.of(new Step("a".repeat(5_000), ""))), "steps"},
            {test("Lamp", List.of(new Step("", "a".repeat(5_000)))), "steps"},
            {test("Lamp", List.of(), "a", "b", "c", "d", "e"), "groups"},
            {test("Lamp", List.of(), "a", " "), "groups"},
            {test("Lamp", List.of(), "g".repeat(61)), "groups"},
            {baseline("MSF", ""), "name"},
            {new NewRound("MSF", "First", List.of(), List.of(), null, "ada"), "tests"},
            {review(true), "readers"},
            {review(true, "zoe"), "readers"},
        };
    }

    @Test(dataProvider = "refused")
    public void paperThatDoesNotFitShouldBeRefused(Command command, String field) {
        assertThat(problems(snapshot(1), command).all()).extracting(Problem::field).contains(field);
    }

    @DataProvider
    Object[][] accepted() {
        return new Object[][] {
            {test("n".repeat(200), Collections.nCopies(100, STEP))},
            {test("Lamp", List.of(), "a", "b", "c", "g".repeat(60))},
            {baseline("MSF", "Autumn")},
            {review(true, "ada")},
        };
    }

    @Test(dataProvider = "accepted")
    public void paperThatJustFitsShouldBeKept(Command command) {
        assertThat(after(snapshot(1), command).workspace().papers().all()).hasSize(1);
    }

    @Test
    public void testShouldCoverTwoHundredItemsAtMost() {
        var snapshot = snapshot(200);
        assertThat(after(snapshot, covering(200)).workspace().papers().all()).hasSize(1);
        assertThat(problems(snapshot, covering(201)).all())
                .extracting(Problem::field)
                .containsExactly("covers");
    }

    @Test
    public void reviewShouldBeOfTwoThousandItemsAtMost() {
        var whole = after(snapshot(1_999), review(true, "ada"));
        assertThat(whole.workspace().papers().findReview("msf-v1").orElseThrow().seen())
                .hasSize(2_000);
        assertThat(problems(snapshot(2_000), review(true, "ada")).inWords())
                .contains("At most 2,000 items are allowed, not 2,001.");
        Set<ItemKey> one =
                after(snapshot(3), review(false, "ada"))
                        .workspace()
                        .papers()
                        .findReview("msf-v1")
                        .orElseThrow()
                        .seen()
                        .keySet();
        assertThat(one).containsExactly(key(1));
    }
}
