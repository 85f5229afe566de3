package greenladder.track;

import greenladder.core.flow.Progress.Measure;
import greenladder.core.flow.Progress.Outside;
import greenladder.core.level.Level;
import greenladder.core.value.Amount;
import greenladder.web.Words;

/** Says what a view of one level leaves out of a product. */
public final class OutsideWords {
    private OutsideWords() {}

    /** A sentence with a blank before it; empty where nothing is left out. */
    public static String of(Outside outside, Level level, Measure measure) {
        var amount =
                measure == Measure.COUNT || outside.total() <= 0
                        ? ""
                        : Words.of(new Amount(outside.total())) + " " + measure.word();
        if (outside.items() <= 0) {
            return amount.isEmpty()
                    ? ""
                    : " Not in the rows: %s not broken down into %s yet."
                            .formatted(amount, Words.lower(level.plural()));
        }
        return " Not in the rows: %s in no %s%s."
                .formatted(
                        Words.count(outside.items(), "item"),
                        Words.lower(level.name()),
                        amount.isEmpty() ? "" : " (" + amount + ")");
    }
}
