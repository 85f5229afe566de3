package greenladder.api;

import static greenladder.api.ItemJson.decimal;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.rollup.RollUp;
import greenladder.core.rollup.RollUp.Split;
import greenladder.core.snapshot.LevelTotal;
import greenladder.core.value.Amount;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * The figures of an item, a level or a product. Absent figures are null, never 0.
 *
 * @param sums of own fields that add up, by their keys; left out where there are none
 */
public record RollUpJson(
        Size size,
        Points points,
        Count count,
        Value value,
        Hours hours,
        Tasks tasks,
        int blocked,
        String category,
        Dates dates,
        @JsonInclude(JsonInclude.Include.NON_EMPTY) Map<String, BigDecimal> sums) {

    public record Size(
            @Nullable BigDecimal own,
            @Nullable BigDecimal effective,
            @Nullable BigDecimal first,
            @Nullable BigDecimal drift,
            BigDecimal unbroken,
            int unsized) {}

    public record Points(
            @Nullable BigDecimal done,
            @Nullable BigDecimal inProgress,
            @Nullable BigDecimal toDo,
            @Nullable BigDecimal total,
            @Nullable Double completion) {}

    public record Count(
            int done, int inProgress, int toDo, int total, @Nullable Double completion) {}

    public record Value(
            @Nullable BigDecimal done, @Nullable BigDecimal total, @Nullable Double completion) {}

    public record Hours(
            @Nullable BigDecimal estimate,
            @Nullable BigDecimal invested,
            @Nullable BigDecimal remaining) {

        /** The name that stays in the next major version. */
        @JsonProperty("worked")
        public @Nullable BigDecimal worked() {
            return invested;
        }
    }

    public record Tasks(int done, int total) {}

    public record Dates(
            @Nullable LocalDate ownStart,
            @Nullable LocalDate ownFinish,
            @Nullable LocalDate start,
            @Nullable LocalDate finish,
            @Nullable Long slipDays) {}

    public static RollUpJson of(Item item, RollUp figures) {
        return new RollUpJson(
                new Size(
                        decimal(item.size()),
                        decimal(figures.effective()),
                        decimal(item.firstEstimate()),
                        figures.drift(item).map(Amount::toDecimal).orElse(null),
                        figures.unbroken().toDecimal(),
                        figures.unsized()),
                points(figures),
                count(figures.leaves()),
                value(figures),
                hours(figures),
                new Tasks(figures.tasksDone(), figures.tasks()),
                figures.blocked(),
                figures.category().word(),
                new Dates(
                        item.start(),
                        item.finish(),
                        figures.dates().start(),
                        figures.dates().finish(),
                        figures.slipDays(item).orElse(null)),
                sums(figures));
    }

    public static RollUpJson of(RollUp total) {
        return of(total, total.leaves());
    }

    public static RollUpJson of(LevelTotal level) {
        return of(level.figures(), level.items());
    }

    private static RollUpJson of(RollUp figures, Split<Integer> counted) {
        return new RollUpJson(
                new Size(
                        null,
                        decimal(figures.effective()),
                        null,
                        null,
                        figures.unbroken().toDecimal(),
                        figures.unsized()),
                points(figures),
                count(counted),
                value(figures),
                hours(figures),
                new Tasks(figures.tasksDone(), figures.tasks()),
                figures.blocked(),
                figures.category().word(),
                new Dates(null, null, figures.dates().start(), figures.dates().finish(), null),
                sums(figures));
    }

    private static Map<String, BigDecimal> sums(RollUp figures) {
        var sums = new TreeMap<String, BigDecimal>();
        figures.sums().forEach((field, amount) -> sums.put(field, amount.toDecimal()));
        return sums;
    }

    private static Points points(RollUp figures) {
        boolean counts =
                figures.effective() != null
                        && (figures.hasPointChildren() || figures.category() != Category.DROPPED);
        if (!counts) {
            return new Points(null, null, null, null, null);
        }
        var points = figures.points();
        return new Points(
                points.done().toDecimal(),
                points.inProgress().toDecimal(),
                points.toDo().toDecimal(),
                decimal(figures.effective()),
                figures.completion().orElse(null));
    }

    private static Count count(Split<Integer> split) {
        int total = split.done() + split.inProgress() + split.toDo();
        return new Count(
                split.done(),
                split.inProgress(),
                split.toDo(),
                total,
                total == 0 ? null : (double) split.done() / total);
    }

    private static Value value(RollUp figures) {
        return figures.value() == null
                ? new Value(null, null, null)
                : new Value(
                        figures.valueDone().toDecimal(),
                        figures.value().toDecimal(),
                        figures.valueCompletion().orElse(null));
    }

    private static Hours hours(RollUp figures) {
        return new Hours(
                decimal(figures.hoursEstimate()),
                decimal(figures.hoursInvested()),
                decimal(figures.hoursRemaining()));
    }
}
