package greenladder.words;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.change.Change;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.item.Field;
import greenladder.core.level.StandardLevels;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Each kind of change in words. */
public class ChangeWordsTests {
    private static final LocalDate DAY = LocalDate.parse("2026-05-04");
    private static final ItemKey KEY = new ItemKey("MSF", 1);
    private static final Snapshot LADDER = snapshot();

    private static Snapshot snapshot() {
        var workspace =
                Workspace.EMPTY
                        .with(new Product("MSF", "Crossing", StandardLevels.six()))
                        .with(new Person("oona.marsh", "Oona Marsh"))
                        .with(new Person("gone.one", "Gone One", true))
                        .with(new Team("saws", "Saws", List.of(), List.of("MSF"), Map.of()))
                        .with(new Sprint("saws-1", "saws", "Saws 1", DAY, DAY, null, null))
                        .with(new Release("may", "MSF", "May", DAY));
        var create =
                new CreateItems("MSF", List.of(NewItem.of(Map.of("level", "story", "title", "S"))));
        return ((Accepted)
                        Decisions.decide(Snapshot.empty().with(workspace), create, Instant.EPOCH))
                .after();
    }

    @DataProvider
    public Object[][] changes() {
        return new Object[][] {
            {Field.TITLE, "Old", "New", "renamed it from “Old”"},
            {Field.DESCRIPTION, null, "x", "wrote the description"},
            {Field.DESCRIPTION, "x", null, "removed the description"},
            {Field.STATE, "to-do", "in-test", "moved it to In test"},
            {Field.STATE, "to-do", "no-more", "moved it to no-more"},
            {Field.LEVEL, "story", "epic", "made it an epic"},
            {Field.KIND, "story", "bug", "made it a bug"},
            {Field.PARENT, null, "MSF2", "moved it under MSF2"},
            {Field.PARENT, "MSF2", null, "moved it out of MSF2"},
            {Field.RANK, "V", "W", "moved it in the order"},
            {Field.ASSIGNEE, null, "oona.marsh", "gave it to Oona Marsh"},
            {Field.ASSIGNEE, null, "gone.one", "gave it to Gone One"},
            {Field.ASSIGNEE, "oona.marsh", null, "unassigned it"},
            {Field.TEAM, null, "saws", "moved it to team Saws"},
            {Field.TEAM, "saws", null, "removed it from team Saws"},
            {Field.SPRINT, null, "saws-1", "planned it into Saws 1"},
            {Field.SPRINT, "saws-1", null, "removed it from Saws 1"},
            {Field.RELEASE, null, "may", "planned it for May"},
            {Field.RELEASE, "may", null, "removed it from May"},
            {Field.SIZE, null, "5", "set the size to 5"},
            {Field.SIZE, "5", "8", "changed the size from 5 to 8"},
            {Field.SIZE, "8", null, "cleared the size (was 8)"},
            {Field.VALUE, "1", "2", "changed the value from 1 to 2"},
            {Field.HOURS_ESTIMATE, null, "4", "set the estimated hours to 4"},
            {Field.HOURS_INVESTED, null, "4", "set the hours worked to 4"},
            {Field.HOURS_REMAINING, "4", "0", "changed the hours remaining from 4 to 0"},
            {Field.START, null, "2026-05-04", "set the start to 2026-05-04"},
            {Field.FINISH, null, "2026-05-04", "set the finish to 2026-05-04"},
            {Field.BLOCKED, null, "wind", "blocked it: wind"},
            {Field.BLOCKED, "wind", null, "unblocked it"},
        };
    }

    @Test(dataProvider = "changes")
    public void changeShouldBeToldInWords(Field field, String before, String after, String words) {
        assertThat(ChangeWords.of(LADDER, List.of(Change.read(KEY, field, before, after, false))))
                .containsExactly(words);
    }

    @Test
    public void makingAndDeletingShouldBeToldInOneWord() {
        var made =
                List.of(
                        new Change(KEY, Field.EXISTS, null, Instant.EPOCH),
                        new Change(KEY, Field.TITLE, null, "S"));
        assertThat(ChangeWords.of(LADDER, made)).containsExactly("added it");
        assertThat(
                        ChangeWords.of(
                                LADDER,
                                List.of(new Change(KEY, Field.EXISTS, Instant.EPOCH, null))))
                .containsExactly("deleted it");
    }

    @Test
    public void whatChangedNothingThatPeopleSeeShouldNotBeTold() {
        assertThat(
                        ChangeWords.of(
                                LADDER,
                                List.of(
                                        Change.read(KEY, Field.FIRST_ESTIMATE, null, "5", false),
                                        new Change(KEY, Field.STATE, "done", "done", true))))
                .isEmpty();
        assertThat(ChangeWords.nameOf(LADDER, "system")).isEqualTo("Green Ladder");
        assertThat(ChangeWords.nameOf(LADDER, "who.ever")).isEqualTo("who.ever");
    }
}
