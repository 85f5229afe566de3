package greenladder.core.change;

import static greenladder.core.Trees.accepted;
import static greenladder.core.Trees.after;
import static greenladder.core.Trees.edit;
import static greenladder.core.Trees.key;
import static greenladder.core.Trees.node;
import static greenladder.core.Trees.problems;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.edit.AttachFile;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.DeleteItems;
import greenladder.core.edit.DetachFile;
import greenladder.core.edit.EditList;
import greenladder.core.edit.ListStep;
import greenladder.core.edit.MergeItems;
import greenladder.core.edit.PromoteLine;
import greenladder.core.edit.Target;
import greenladder.core.edit.TemplateUse;
import greenladder.core.item.Attachment;
import greenladder.core.item.CustomField;
import greenladder.core.item.CustomField.Type;
import greenladder.core.item.Details;
import greenladder.core.item.Field;
import greenladder.core.product.Template;
import greenladder.core.snapshot.Snapshot;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Checklists and what grows from them, a product's own fields, links, files, templates. */
public class DetailsTests {
    private static Snapshot steps() {
        return after(
                Trees.of("feature F\n  story S"), edit(2, "checklist", "- [x] Pack\n\nSail\nLand"));
    }

    private static String checklist(Snapshot snapshot) {
        return node(snapshot, 2).item().details().checklist().text();
    }

    private static Command step(ListStep step) {
        return new EditList(key(2), Field.CHECKLIST, step);
    }

    @Test
    public void linesShouldBeAddedTickedRewordedMovedAndRemoved() {
        var snapshot = after(steps(), step(new ListStep.Add(" Sleep ")));
        snapshot = after(snapshot, step(new ListStep.Tick(1, "Sail", true)));
        snapshot = after(snapshot, step(new ListStep.Reword(2, "Land", "Go ashore")));
        snapshot = after(snapshot, step(new ListStep.Shift(3, "Sleep", 0)));
        snapshot = after(snapshot, step(new ListStep.Remove(0, "Pack")));
        assertThat(checklist(snapshot)).isEqualTo("[ ] Sleep\n[x] Sail\n[ ] Go ashore");
        assertThat(node(snapshot, 2).item().details().checklist().done()).isEqualTo(1);
    }

    /** A line is meant by its text; its place tells which of several. */
    @Test
    public void lineThatMovedShouldBeFoundByItsText() {
        var snapshot = after(steps(), step(new ListStep.Tick(2, "Sail", true)));
        snapshot = after(snapshot, step(new ListStep.Tick(9, "Land", true)));
        snapshot = after(snapshot, step(new ListStep.Tick(-1, "Pack", false)));
        assertThat(checklist(snapshot)).isEqualTo("[ ] Pack\n[x] Sail\n[x] Land");
        snapshot = after(snapshot, edit(2, "checklist", "Row\nRow\nRow"));
        assertThat(checklist(after(snapshot, step(new ListStep.Tick(1, "Row", true)))))
                .isEqualTo("[ ] Row\n[x] Row\n[ ] Row");
        assertThat(checklist(after(snapshot, step(new ListStep.Tick(2, "Row", true)))))
                .isEqualTo("[ ] Row\n[ ] Row\n[x] Row");
    }

    @Test
    public void fullListShouldTakeNoMore() {
        var full = after(steps(), edit(2, "checklist", "x\n".repeat(199) + "x"));
        assertThat(problems(full, step(new ListStep.Add("One more"))).inWords())
                .isEqualTo("The list is full; at most 200 lines are allowed.");
    }

    @Test
    public void lineThatIsGoneShouldBeTold() {
        assertThat(problems(steps(), step(new ListStep.Tick(0, "Swim", true))).inWords())
                .isEqualTo("The line “Swim” no longer exists.");
        assertThat(problems(steps(), step(new ListStep.Add("  "))).inWords())
                .isEqualTo("A line needs a text.");
        assertThat(problems(steps(), edit(2, "checklist", "x\n".repeat(201))).inWords())
                .contains("at most 200 are allowed");
    }

    @Test
    public void lineThatGrewShouldBeTickedWhileItsItemIsDone() {
        var grown = accepted(steps(), new PromoteLine(key(2), 1, "Sail", "task"));
        assertThat(grown.items()).containsExactly(key(3));
        assertThat(node(grown.after(), 3).item().title()).isEqualTo("Sail");
        assertThat(checklist(grown.after())).isEqualTo("[x] Pack\n[MSF3] Sail\n[ ] Land");
        var done = accepted(grown.after(), edit(3, "state", "done"));
        assertThat(checklist(done.after())).contains("[x MSF3] Sail");
        assertThat(checklist(after(done.after(), edit(3, "state", "to-do"))))
                .contains("[MSF3] Sail");
        var back =
                after(
                        done.after(),
                        new Reverse(
                                OperationKind.UNDO,
                                1,
                                done.changes(),
                                List.of(),
                                List.of(),
                                Set.of()));
        assertThat(checklist(back)).contains("[MSF3] Sail");
    }

    @Test
    public void lineShouldNotGrowTwiceNorBeTickedByHand() {
        var grown = after(steps(), new PromoteLine(key(2), 1, "Sail", "task"));
        assertThat(problems(grown, new PromoteLine(key(2), 1, "Sail", "task")).inWords())
                .isEqualTo("This line has already become MSF3.");
        assertThat(problems(grown, step(new ListStep.Tick(1, "Sail", true))).inWords())
                .contains("MSF3 was made from this line");
        var kept = after(grown, edit(2, "checklist", "Land\nSail"));
        assertThat(checklist(kept)).isEqualTo("[ ] Land\n[MSF3] Sail");
        var again = after(grown, new DeleteItems(List.of(key(3)), DeleteItems.Children.REFUSE));
        assertThat(accepted(again, new PromoteLine(key(2), 1, "Sail", "task")).items())
                .containsExactly(key(4));
    }

    @Test
    public void lineThatGrewShouldBeTickedAfterAMergeToo() {
        var snapshot =
                after(Trees.of("feature F\n  story S\n  story T"), edit(2, "checklist", "Sail"));
        snapshot = after(snapshot, new PromoteLine(key(2), 0, "Sail", "task"));
        snapshot = after(snapshot, new MergeItems(key(3), key(2)));
        snapshot = after(snapshot, edit(4, "state", "done"));
        assertThat(node(snapshot, 3).item().details().checklist().text())
                .isEqualTo("[x MSF4] Sail");
    }

    private static Snapshot withFields() {
        var snapshot = Trees.of("story S");
        return snapshot.with(
                snapshot.requireProduct("MSF")
                        .withFields(
                                List.of(
                                        new CustomField("t", "Text", Type.TEXT, List.of()),
                                        new CustomField("n", "Number", Type.NUMBER, List.of()),
                                        new CustomField("d", "Date", Type.DATE, List.of()),
                                        new CustomField("o", "One", Type.ONE_OF, List.of("A", "B")),
                                        new CustomField(
                                                "m", "Many", Type.MANY_OF, List.of("A", "B")),
                                        new CustomField("p", "Person", Type.PERSON, List.of()),
                                        new CustomField("y", "Yes", Type.YES_NO, List.of()),
                                        new CustomField("l", "Link", Type.LINK, List.of()),
                                        new CustomField("z", "Days", Type.NAMED_DAYS, List.of()))));
    }

    @DataProvider
    public Object[][] values() {
        return new Object[][] {
            {"t", " a  b ", "a b"},
            {"n", "-3,50", "-3.5"},
            {"d", "2026-02-03", "2026-02-03"},
            {"o", "b", "B"},
            {"m", "b, A, b", "B, A"},
            {"p", "oona.marsh", "oona.marsh"},
            {"y", "yes", "yes"},
            {"l", "https://example.org/a", "https://example.org/a"},
            {
                "z",
                "2026-03-01 Lit\n\n 2026-02-01  Pier open ",
                "2026-02-01 Pier open\n2026-03-01 Lit"
            },
        };
    }

    @Test(dataProvider = "values")
    public void ownFieldShouldBeKept(String key, String entered, String kept) {
        var snapshot = after(withFields(), edit(1, "custom." + key, entered));
        assertThat(node(snapshot, 1).item().details().custom()).containsEntry(key, kept);
        assertThat(after(snapshot, edit(1, "custom." + key, "")))
                .satisfies(empty ->
                        assertThat(node(empty, 1).item().details()).isEqualTo(Details.NONE));
    }

    @DataProvider
    public Object[][] wrong() {
        return new Object[][] {
            {"custom.n", "many", "Number is a number"},
            {"custom.d", "tomorrow", "Date is a date"},
            {"custom.o", "C", "not a choice for One; there are: A, B"},
            {"custom.m", "A, C", "not a choice for Many"},
            {"custom.p", "nobody", "Nobody signs in as"},
            {"custom.y", "maybe", "Yes is yes or no"},
            {"custom.l", "javascript:alert(1)", "not a web address"},
            {"custom.z", "soon Lit", "Each line is a day and a name"},
            {"custom.z", "2026-02-01", "has a name"},
            {"custom.x", "1", "has no field “x”"},
            {"custom.n", "1234567890123456", "at most 15 digits"},
            {"custom.n", "0.0000000001", "at most 15 digits"},
            {"custom.d", "1899-12-31", "between the years 1900 and 9999"},
            {"custom.t", "x".repeat(1_001), "at most 1,000 are allowed"},
            {"custom.l", "https://a.b/" + "x".repeat(1_000), "not a web address"},
            {"custom.l", "https://a b", "not a web address"},
            {"custom.l", "https:nowhere", "not a web address"},
            {"custom.z", "2026-02-01 " + "x".repeat(121), "at most 120 characters"},
            {"custom.z", "2026-02-01 Lit\n".repeat(51), "at most 50 lines"},
            {"links", "ftp://example.org", "not a web address"},
            {"links", "https://a.b\n".repeat(51), "at most 50 are allowed"},
        };
    }

    /** As much as just fits. */
    @DataProvider
    public Object[][] most() {
        return new Object[][] {
            {"custom.n", "123456789012345"},
            {"custom.n", "0.123456789"},
            {"custom.n", "0"},
            {"custom.d", "1900-01-01"},
            {"custom.d", "9999-12-31"},
            {"custom.t", "x".repeat(1_000)},
            {"custom.l", "http://a.b/" + "x".repeat(989)},
            {"custom.z", "2026-02-01 " + "x".repeat(120)},
            {"custom.z", "2026-02-01 Lit\n".repeat(49) + "2026-02-01 Lit"},
            {"links", "https://a.b\n".repeat(49) + "https://a.b"},
            {"description", "x".repeat(100_000)},
        };
    }

    @Test(dataProvider = "most")
    public void whatJustFitsShouldBeKept(String field, String entered) {
        var snapshot = after(withFields(), edit(1, field, entered));
        assertThat(Field.find(field).orElseThrow().textOf(node(snapshot, 1).item()))
                .isEqualTo(entered);
    }

    @Test(dataProvider = "wrong")
    public void wrongValueShouldBeTold(String field, String entered, String words) {
        assertThat(problems(withFields(), edit(1, field, entered)).inWords()).contains(words);
    }

    @Test
    public void filesShouldComeAndGo() {
        var file = new Attachment("ab12", 12, "image/png", "quay at dusk.png");
        var snapshot = after(Trees.of("story S"), new AttachFile(key(1), file));
        assertThat(node(snapshot, 1).item().details().attachments()).containsExactly(file);
        assertThat(problems(snapshot, new AttachFile(key(1), file)).inWords()).contains("already");
        assertThat(problems(snapshot, new DetachFile(key(1), "cd")).inWords())
                .contains("no longer exists");
        assertThat(node(after(snapshot, new DetachFile(key(1), "ab12")), 1).item().details())
                .isEqualTo(Details.NONE);
    }

    @Test
    public void detailsShouldSurviveBeingText() {
        var snapshot = after(withFields(), edit(1, "custom.m", "A, B"));
        snapshot = after(snapshot, edit(1, "links", "https://example.org/x The plan\nhttp://a.b"));
        snapshot = after(snapshot, edit(1, "definitionOfDone", "[x] Tested"));
        snapshot = after(snapshot, edit(1, "labels", "one, two"));
        var item = node(snapshot, 1).item();
        var values = new TreeMap<Field, Object>();
        for (var field : Field.allOf(item)) {
            var value = field.read(field.textOf(item));
            if (value != null) {
                values.put(field, value);
            }
        }
        assertThat(Details.of(values)).isEqualTo(item.details());
    }

    private static Template template(String defaultFor, Map<String, String> fields) {
        return new Template(
                "t", "T", "story", "story", defaultFor, "As a guest", fields, List.of("Test it"));
    }

    @Test
    public void templateShouldBeginAnItemAndGiveWayToWhatIsEntered() {
        var snapshot = withFields();
        var use =
                TemplateUse.of(
                        template(
                                null,
                                Map.of("size", "3", "acceptance", "Seen", "custom.gone", "x")),
                        snapshot.requireProduct("MSF"),
                        Map.of("title", "I board", "size", "5"),
                        new Target.Stay());
        assertThat(use.notes())
                .containsExactly(
                        "The template’s “gone” was left out: Crossing has no such field any more.");
        var made = after(snapshot, new CreateItems("MSF", use.entries()));
        var item = node(made, 2).item();
        assertThat(item.title()).isEqualTo("As a guest I board");
        assertThat(item.size()).hasToString("5");
        assertThat(item.details().acceptance().text()).isEqualTo("[ ] Seen");
        assertThat(Trees.titles(node(made, 2).children())).isEqualTo("Test it");
    }

    @Test
    public void teamsTemplateShouldComeBeforeTheProducts() {
        var product =
                withFields()
                        .requireProduct("MSF")
                        .withTemplates(
                                List.of(template("*", Map.of()), template("lantern", Map.of())));
        assertThat(TemplateUse.defaultFor(product, "story", null, "lantern"))
                .contains(product.templates().getLast());
        assertThat(TemplateUse.defaultFor(product, "story", null, "gannet"))
                .contains(product.templates().getFirst());
        assertThat(TemplateUse.defaultFor(product, "story", "bug", null)).isEmpty();
        assertThat(TemplateUse.defaultFor(product, "epic", null, null)).isEmpty();
    }
}
