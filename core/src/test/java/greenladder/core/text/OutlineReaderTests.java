package greenladder.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.change.Command;
import greenladder.core.edit.CreateItems;
import greenladder.core.level.Level;
import greenladder.core.level.Levels;
import greenladder.core.level.StandardLevels;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Text read as a tree, and a tree written as text. */
public class OutlineReaderTests {
    private static final Levels LEVELS = StandardLevels.six();

    private static final List<Person> PEOPLE =
            List.of(new Person("oona.marsh", "Oona Marsh"), new Person("tam.keel", "Tam Keel"));

    private static Level level(String key) {
        return LEVELS.find(key).orElseThrow();
    }

    private static Outline read(String text) {
        return OutlineReader.read(text, LEVELS, level("feature"), "points", PEOPLE);
    }

    /** The tree as indented lines of level and title. */
    private static String tree(Outline outline) {
        return outline.lines().stream()
                .map(line -> "  ".repeat(line.depth()) + line.level().key() + " " + line.title())
                .collect(Collectors.joining("\n"));
    }

    @DataProvider
    public Object[][] texts() {
        var tree = "feature One\n  story Two\n    task Three\n  story Four\nfeature Five";
        return new Object[][] {
            {"indents", "One\n  Two\n    Three\n  Four\nFive", tree},
            {"tabs", "One\n\tTwo\n\t\tThree\n\tFour\nFive", tree},
            {"tabs and blanks mixed", "One\n    Two\n\t  Three\n\tFour\nFive", tree},
            {"bullets", "- One\n  * Two\n    + Three\n  * Four\n- Five", tree},
            {"numbers", "1. One\n   1. Two\n      1. Three\n   2. Four\n2. Five", tree},
            {"numbered outline", "1 One\n1.1 Two\n1.1.1 Three\n1.2 Four\n2 Five", tree},
            {"numbered with dots", "1. One\n1.1. Two\n1.1.1. Three\n1.2. Four\n2. Five", tree},
            {"boxes", "- [ ] One\n  - [ ] Two\n    - [x] Three\n  - [] Four\n- [ ] Five", tree},
            {"headings", "# One\n## Two\n- Three\n## Four\n# Five", tree},
            {"plain line over bullets", "One\n- Two\n  - Three\n- Four\n\nFive", tree},
            {"blank lines", "\n\nOne\n\n  Two\n\n    Three\n  Four\n\n\nFive\n", tree},
        };
    }

    @Test(dataProvider = "texts")
    public void textShouldBecomeATree(String what, String text, String tree) {
        assertThat(tree(read(text))).as(what).isEqualTo(tree);
    }

    @DataProvider
    public Object[][] figures() {
        return new Object[][] {
            {"story: Show it (5 points)", "points", "Show it", Map.of("size", "5")},
            {"story: Show it, 3 points", "points", "Show it", Map.of("size", "3")},
            {"story: Show it [5]", "points", "Show it", Map.of("size", "5")},
            {"story: Show it 5 pt", "points", "Show it", Map.of("size", "5")},
            {"story: Show it (0,5 pts)", "points", "Show it", Map.of("size", "0.5")},
            {"story: Show it, 2d", "days", "Show it", Map.of("size", "2")},
            {"story: Show it [2d]", "days", "Show it", Map.of("size", "2")},
            {"story: Render in 2d", "days", "Render in 2d", Map.of()},
            {"story: Show it, 2d", "points", "Show it, 2d", Map.of()},
            {"story: Show it (again)", "points", "Show it (again)", Map.of()},
            {"story: Show it (5)", "points", "Show it (5)", Map.of()},
            {"story: 5 points", "points", "5 points", Map.of()},
            {
                "task: Sew, 6 h, Oona",
                "points",
                "Sew",
                Map.of("hours.estimate", "6", "assignee", "oona.marsh")
            },
            {"task: Sew (6 h)", "points", "Sew", Map.of("hours.estimate", "6")},
            {
                "task: Sew, for Tam Keel, 1.5h",
                "points",
                "Sew",
                Map.of("hours.estimate", "1.5", "assignee", "tam.keel")
            },
            {"task: Ask Tam, Oona", "points", "Ask Tam, Oona", Map.of()},
            {"task: Sew, 6 h, Nobody", "points", "Sew, 6 h, Nobody", Map.of()},
        };
    }

    @Test(dataProvider = "figures")
    public void figuresBehindATitleShouldBeRead(
            String text, String unit, String title, Map<String, String> fields) {
        var line =
                OutlineReader.read(text, LEVELS, level("feature"), unit, PEOPLE).lines().getFirst();
        assertThat(line.title()).isEqualTo(title);
        assertThat(line.figures()).isEqualTo(fields);
    }

    @Test
    public void tickedBoxShouldBeDone() {
        var outline = read("- [x] One\n- [ ] Two");
        assertThat(outline.lines()).extracting(Outline.Line::done).containsExactly(true, false);
        assertThat(outline.toEntries(null).getFirst().fields()).containsEntry("state", "done");
    }

    @Test
    public void levelThatIsSaidShouldBeTaken() {
        assertThat(tree(read("epic: A\n  bug: B\n  Risk: c\nepic: D")))
                .startsWith("epic A\n  story B\n");
        assertThat(read("bug: B").lines().getFirst().kind()).isEqualTo("bug");
    }

    @Test
    public void linesDeeperThanTheLevelsShouldBeKeptUnderTheLastLegalParent() {
        var outline = read("A\n  B\n    C\n      D\n        E");
        assertThat(tree(outline))
                .isEqualTo("feature A\n  story B\n    task C\n    task D\n    task E");
        assertThat(outline.lines().get(3).remark())
                .isEqualTo("deeper than the levels go; kept under “B”");
    }

    @Test
    public void levelThatCannotStandThereShouldGoUpAndBeMarked() {
        var outline = read("epic: A\n  story: B\n    feature: C");
        assertThat(tree(outline)).isEqualTo("epic A\n  story B\n  feature C");
        assertThat(outline.lines().getLast().remark())
                .isEqualTo("cannot stand under “B”; kept under “A”");
    }

    @Test
    public void textUnderABulletShouldBeItsDescription() {
        var outline = read("- One\n  more about it\n  and more\n  - Two");
        assertThat(tree(outline)).isEqualTo("feature One\n  story Two");
        assertThat(outline.lines().getFirst().description()).isEqualTo("more about it\nand more");
    }

    @Test
    public void linesWithoutWordsShouldBeSkippedAndTold() {
        var outline = read("One\n-----\n***\nTwo");
        assertThat(tree(outline)).isEqualTo("feature One\nfeature Two");
        assertThat(outline.skipped())
                .containsExactly(new Outline.Skipped(2, "-----"), new Outline.Skipped(3, "***"));
    }

    @Test
    public void titleThatIsTooLongShouldBeKeptWholeInTheDescription() {
        var line = read("x".repeat(700)).lines().getFirst();
        assertThat(line.title()).hasSize(500).endsWith("…");
        assertThat(line.description()).hasSize(700);
        assertThat(line.remark()).startsWith("too long");
    }

    @Test
    public void tooManyLinesShouldBeRefusedWhole() {
        var outline = read("line\n".repeat(20_000));
        assertThat(outline.lines()).isEmpty();
        assertThat(outline.refusal())
                .isEqualTo(
                        "The text has 20,000 lines; at most 5,000 are allowed at once. Nothing was"
                                + " taken.");
        assertThat(read("line\n".repeat(5_000)).lines()).hasSize(5_000);
    }

    @DataProvider
    public Object[][] seeds() {
        var seeds = new Object[40][];
        for (int seed = 0; seed < seeds.length; seed++) {
            seeds[seed] = new Object[] {seed};
        }
        return seeds;
    }

    /** Trees with levels left out and titles that look like marks. */
    @Test(dataProvider = "seeds")
    public void treeWrittenAsTextShouldBeReadAsTheSameTree(int seed) {
        var random = new Random(seed);
        var titles =
                List.of(
                        "Plain",
                        "story: not a story",
                        "[x] not done",
                        "1.2 not a number",
                        "- not a bullet",
                        "# no heading",
                        "Note: a thing",
                        "[] empty",
                        "2026");
        var text = new StringBuilder();
        int depth = -1;
        var levels = new int[7];
        for (int i = 0; i < 40; i++) {
            int above = depth < 0 ? -1 : random.nextInt(-1, depth + 1);
            int from = above < 0 ? 0 : levels[above] + 1;
            if (from > 5) {
                continue;
            }
            int level = Math.min(5, from + (random.nextInt(3) == 0 ? 1 : 0));
            depth = above + 1;
            levels[depth] = level;
            text.append("  ".repeat(depth))
                    .append("- ")
                    .append(LEVELS.all().get(level).key())
                    .append(": ")
                    .append(titles.get(random.nextInt(titles.size())))
                    .append('\n');
        }
        var snapshot = Trees.after(Trees.empty(), create(text.toString()));
        var written = OutlineWriter.write(snapshot.roots("MSF"), LEVELS);
        var again = Trees.after(Trees.empty(), create(written));
        assertThat(picture(again)).as("seed %d:\n%s", seed, written).isEqualTo(picture(snapshot));
    }

    private static Command create(String text) {
        return new CreateItems(
                "MSF",
                OutlineReader.read(text, LEVELS, LEVELS.top(), "points", List.of())
                        .toEntries(null));
    }

    private static List<String> picture(Snapshot snapshot) {
        var lines = new java.util.ArrayList<String>();
        snapshot.roots("MSF")
                .forEach(root ->
                        root.walk(node -> {
                            var item = node.item();
                            lines.add(
                                    snapshot.ancestors(item).size()
                                            + item.level().key()
                                            + item.kind()
                                            + item.title());
                        }));
        return lines;
    }
}
