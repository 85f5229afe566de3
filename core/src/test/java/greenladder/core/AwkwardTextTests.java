package greenladder.core;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.change.Decisions;
import greenladder.core.edit.EditItems;
import greenladder.core.filter.Facets;
import greenladder.core.filter.Lens;
import greenladder.core.item.Field;
import greenladder.core.item.Lines;
import greenladder.core.item.WebLink;
import greenladder.core.product.Refining;
import greenladder.core.score.Formula;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.text.OutlineReader;
import greenladder.core.text.QuickLine;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.lang.management.ManagementFactory;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Every reader of text is thrown 100,000 characters of each awkward kind. What each may take is
 * counted in processor time, which other programs on the machine do not change.
 */
public class AwkwardTextTests {
    private static final long BUDGET_NANOS = 1_500_000_000L;

    private final Snapshot snapshot =
            Trees.of(
                    """
                    epic E size=20
                      story A size=5\
                    """);

    @DataProvider
    public Object[][] texts() {
        return AwkwardTexts.kinds().entrySet().stream()
                .map(kind -> new Object[] {kind.getKey(), kind.getValue()})
                .toArray(Object[][]::new);
    }

    @Test(dataProvider = "texts")
    public void everyFieldWhenTextIsAwkwardShouldBeReadInTime(String kind, String text) {
        var labels =
                Stream.concat(
                        Field.standard().stream()
                                .map(Field::label)
                                .filter(label -> Field.findEditable(label).isPresent()),
                        Stream.of("factors.impact", "custom.none", "none", text));
        labels.forEach(label ->
                within(
                        kind + " as " + label.substring(0, Math.min(20, label.length())),
                        () -> {
                            var edit = new EditItems(List.of(Trees.key(2)), Map.of(label, text));
                            Decisions.decide(snapshot, edit, Trees.NOW);
                        }));
    }

    @Test(dataProvider = "texts")
    public void everyReaderWhenTextIsAwkwardShouldBeDoneInTime(String kind, String text) {
        var product = snapshot.requireProduct("MSF");
        var top = product.levels().all().getFirst();
        within(
                kind + " list",
                () -> OutlineReader.read(text, product.levels(), top, "days", List.of()));
        within(kind + " quick line", () -> QuickLine.read(text, snapshot, product));
        within(kind + " formula", () -> Formula.problem(text, Refining.STANDARD.factors()));
        within(kind + " amount", () -> Amount.parse(text));
        within(kind + " key", () -> ItemKey.parse(text));
        within(kind + " lines", () -> Lines.parse(text));
        within(kind + " link", () -> WebLink.parse(text));
        within(kind + " field", () -> Field.find(text));
        within(kind + " scale", () -> product.refining().scale().findStep(text));
    }

    @Test(dataProvider = "texts")
    public void everyFacetWhenAskedForAwkwardTextShouldAnswerInTime(String kind, String text) {
        var lens =
                new Lens(
                        snapshot,
                        List.of(snapshot.requireProduct("MSF")),
                        LocalDate.of(2026, 5, 4),
                        "oona.marsh",
                        null);
        for (var facet : new Facets(lens).all()) {
            within(
                    kind + " as " + facet.id(),
                    () -> {
                        facet.known().test(text);
                        facet.picking().of(List.of(text)).test(Trees.node(snapshot, 2));
                    });
        }
    }

    private static void within(String what, Runnable work) {
        var clock = ManagementFactory.getThreadMXBean();
        long before = clock.getCurrentThreadCpuTime();
        work.run();
        assertThat(clock.getCurrentThreadCpuTime() - before)
                .as("%s: processor time in ns", what)
                .isLessThan(BUDGET_NANOS);
    }
}
