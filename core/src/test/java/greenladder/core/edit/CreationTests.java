package greenladder.core.edit;

import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.problems;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.change.Command;
import greenladder.core.change.Decisions;
import greenladder.core.change.Problem;
import greenladder.core.item.Field;
import greenladder.core.level.StandardLevels;
import greenladder.core.product.Product;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import java.time.LocalDate;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What new items need, and what they take over from their parent. */
public class CreationTests {
    private static final LocalDate DAY = LocalDate.of(2026, 5, 4);
    private static final Map<String, String> STORY = Map.of("level", "story", "title", "S");
    private static final Map<String, String> EPIC = Map.of("level", "epic", "title", "E");

    private static Snapshot snapshot() {
        var tree = Trees.of("epic E\n  feature F");
        return tree.with(
                tree.workspace()
                        .with(new Product("OTH", "Other", StandardLevels.six()))
                        .with(team("north", "MSF"))
                        .with(team("south", "MSF"))
                        .with(team("away", "OTH"))
                        .with(sprint("north-1"))
                        .with(sprint("north-0").startedAt(Trees.NOW).closedAt(Trees.NOW))
                        .with(new Release("spring", "MSF", "Spring", DAY))
                        .with(new Release("theirs", "OTH", "Theirs", DAY)));
    }

    private static Team team(String key, String product) {
        return new Team(key, key, List.of(), List.of(product), Map.of());
    }

    private static Sprint sprint(String key) {
        return new Sprint(key, "north", key, DAY, DAY.plusDays(11), null, null);
    }

    private static NewItem item(
            @Nullable String ref, @Nullable String parentRef, Map<String, String> fields) {
        return new NewItem(ref, parentRef, fields, new Target.Stay());
    }

    private static NewItem item(Map<String, String> fields, Target target) {
        return new NewItem(null, null, fields, target);
    }

    private static Map<String, String> with(Map<String, String> fields, String... more) {
        var all = new HashMap<>(fields);
        for (int i = 0; i < more.length; i += 2) {
            all.put(more[i], more[i + 1]);
        }
        return all;
    }

    private static Command create(NewItem... items) {
        return new CreateItems("MSF", List.of(items));
    }

    @DataProvider
    Object[][] refused() {
        return new Object[][] {
            {new CreateItems("NONE", List.of(item(null, null, STORY))), "product", -1},
            {create(), "items", -1},
            {
                new CreateItems(
                        "MSF",
                        Collections.nCopies(Decisions.MOST_ENTRIES + 1, item(null, null, STORY))),
                "items",
                -1
            },
            {create(item("e", null, EPIC), item("e", null, EPIC)), "ref", 1},
            {create(item("e", null, EPIC), item(null, "f", STORY)), "parentRef", 1},
            {
                create(item("e", null, EPIC), item(null, "e", with(STORY, "parent", "MSF1"))),
                "parentRef",
                1
            },
            {create(item("s", null, STORY), item(null, "s", EPIC)), "parentRef", 1},
            {create(item("s", null, EPIC), item(null, "s", EPIC)), "parentRef", 1},
            {
                create(
                        item(STORY, new Target.First()),
                        item(with(STORY, "level", "feature"), new Target.First())),
                "position",
                1
            },
            {
                create(item(STORY, new Target.First()), item(STORY, new Target.Last())),
                "position",
                1
            },
            {
                create(
                        item(null, null, with(STORY, "band", "must")),
                        item(null, null, with(STORY, "band", "should"))),
                "band",
                1
            },
        };
    }

    @Test(dataProvider = "refused")
    public void itemThatDoesNotFitShouldBeRefused(Command command, String field, int entry) {
        assertThat(problems(snapshot(), command).all())
                .filteredOn(problem -> problem.field().equals(field))
                .first()
                .extracting(Problem::entry)
                .isEqualTo(entry < 0 ? Problem.SINGLE : entry);
    }

    @Test
    public void asManyAsFitShouldBeMade() {
        var after =
                after(
                        snapshot(),
                        new CreateItems(
                                "MSF",
                                Collections.nCopies(
                                        Decisions.MOST_ENTRIES, item(null, null, STORY))));
        assertThat(after.lastNumber("MSF")).isEqualTo(2 + Decisions.MOST_ENTRIES);
    }

    /** What a new story under the feature gets of a field. */
    private static @Nullable String taken(Snapshot snapshot, Field field, String... entered) {
        var made =
                after(
                        snapshot,
                        create(item(null, null, with(with(STORY, "parent", "MSF2"), entered))));
        return field.textOf(made.findItem(key(3)).orElseThrow());
    }

    private static Snapshot planned(
            String team, @Nullable String sprint, @Nullable String release) {
        var snapshot = after(snapshot(), edit(2, "team", team));
        if (sprint != null) {
            snapshot = after(snapshot, edit(2, "sprint", sprint));
        }
        return release == null ? snapshot : after(snapshot, edit(2, "release", release));
    }

    @Test
    public void itemShouldTakeOverWhereItsParentIsPlanned() {
        var snapshot = planned("north", "north-1", "spring");
        assertThat(taken(snapshot, Field.TEAM)).isEqualTo("north");
        assertThat(taken(snapshot, Field.SPRINT)).isEqualTo("north-1");
        assertThat(taken(snapshot, Field.RELEASE)).isEqualTo("spring");
    }

    @Test
    public void itemShouldTakeOverFromAnEarlierEntry() {
        var feature =
                Map.of(
                        "level", "feature", "title", "G", "team", "north", "sprint", "north-1",
                        "release", "spring");
        var made = after(snapshot(), create(item("g", null, feature), item(null, "g", STORY)));
        var story = made.findItem(key(4)).orElseThrow();
        assertThat(story.parent()).isEqualTo(key(3));
        assertThat(Field.SPRINT.textOf(story)).isEqualTo("north-1");
        assertThat(Field.RELEASE.textOf(story)).isEqualTo("spring");
    }

    @Test
    public void whatIsEnteredShouldStand() {
        var snapshot = planned("north", "north-1", "spring");
        assertThat(taken(snapshot, Field.TEAM, "team", "south")).isEqualTo("south");
        assertThat(taken(snapshot, Field.SPRINT, "team", "south")).isNull();
        assertThat(taken(snapshot, Field.SPRINT, "sprint", "")).isNull();
        assertThat(taken(snapshot, Field.RELEASE, "release", "")).isNull();
    }

    /** Tasks go by their story's. */
    @Test
    public void taskShouldTakeNothingOver() {
        var snapshot = planned("north", null, "spring");
        assertThat(taken(snapshot, Field.TEAM, "level", "task")).isNull();
        assertThat(taken(snapshot, Field.RELEASE, "level", "task")).isNull();
    }

    @Test
    public void closedSprintShouldNotBeTakenOver() {
        var snapshot = planned("north", "north-1", null);
        var closed =
                snapshot.with(
                        snapshot.workspace()
                                .with(sprint("north-1").startedAt(Trees.NOW).closedAt(Trees.NOW)));
        assertThat(taken(closed, Field.TEAM)).isEqualTo("north");
        assertThat(taken(closed, Field.SPRINT)).isNull();
    }

    @Test
    public void teamThatWorksForTheProductNoMoreShouldNotBeTakenOver() {
        var snapshot = planned("north", "north-1", null);
        var left = snapshot.with(snapshot.workspace().with(team("north", "OTH")));
        assertThat(taken(left, Field.TEAM)).isNull();
        assertThat(taken(left, Field.SPRINT)).isNull();
    }

    @Test
    public void releaseOfAnotherProductShouldNotBeTakenOver() {
        var snapshot = planned("north", null, "spring");
        var moved =
                snapshot.with(
                        snapshot.workspace().with(new Release("spring", "OTH", "Spring", DAY)));
        assertThat(taken(moved, Field.RELEASE)).isNull();
    }
}
