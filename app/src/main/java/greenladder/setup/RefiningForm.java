package greenladder.setup;

import greenladder.core.product.Band;
import greenladder.core.product.Factor;
import greenladder.core.product.ReadyCheck;
import greenladder.core.product.Refining;
import greenladder.core.product.Scale;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * How a product refines, as it is typed.
 *
 * @param bands {@code key: name} on each line, the most pressing first; the key may be left out
 * @param factors {@code key: name, low to high} on each line; the range may be left out
 * @param scaleName what the scale is called
 * @param steps {@code label = size} on each line, ascending; one number stands for both
 * @param checks the kinds of the checks that are computed
 * @param small the largest size that is small enough
 * @param byHand {@code key: what is ticked} on each line; the key may be left out
 * @param membersRaise whether members add stories and bugs; null where that is not ticked
 * @param bandFollows whether what is moved takes the band of its place; null where that is not
 *     ticked
 * @param defects the kinds that count as defects
 */
public record RefiningForm(
        @Nullable String bands,
        @Nullable String factors,
        @Nullable String formula,
        @Nullable String scaleName,
        @Nullable String unit,
        @Nullable String steps,
        @Nullable List<String> checks,
        @Nullable String small,
        @Nullable String byHand,
        @Nullable String membersRaise,
        @Nullable String bandFollows,
        @Nullable List<String> defects) {
    /** More than any part may have, so that too many are still told as too many. */
    private static final int MOST_LINES = 100;

    public static RefiningForm of(Refining refining) {
        return new RefiningForm(
                lines(refining.bands().stream().map(RefiningForm::line).toList()),
                lines(refining.factors().stream().map(RefiningForm::line).toList()),
                refining.formula(),
                refining.scale().name(),
                refining.scale().unit(),
                lines(refining.scale().steps().stream().map(RefiningForm::line).toList()),
                refining.checks().stream().map(check -> check.kind().name()).toList(),
                refining.checks().stream()
                        .filter(check -> check.limit() != null)
                        .map(check -> String.valueOf(check.limit()))
                        .findFirst()
                        .orElse("8"),
                lines(
                        refining.checks().stream()
                                .filter(check -> check.kind() == ReadyCheck.Kind.BY_HAND)
                                .map(check -> check.key() + ": " + check.name())
                                .toList()),
                refining.raisingWithdrawn() ? null : "true",
                refining.bandStays() ? null : "true",
                refining.defects());
    }

    public static String factorLines(List<Factor> factors) {
        return lines(factors.stream().map(RefiningForm::line).toList());
    }

    public static String stepLines(Scale scale) {
        return lines(scale.steps().stream().map(RefiningForm::line).toList());
    }

    private static String line(Band band) {
        return band.key() + ": " + band.name();
    }

    private static String line(Factor factor) {
        return "%s: %s, %s to %s"
                .formatted(factor.key(), factor.name(), factor.low(), factor.high());
    }

    private static String line(Scale.Step step) {
        return step.label().equals(step.size().toString())
                ? step.label()
                : step.label() + " = " + step.size();
    }

    private static String lines(List<String> lines) {
        return String.join("\n", lines);
    }

    List<String> linesOf(@Nullable String text) {
        return Objects.requireNonNullElse(text, "")
                .lines()
                .map(String::strip)
                .filter(line -> !line.isEmpty())
                .limit(MOST_LINES)
                .collect(Collectors.toList());
    }
}
