package greenladder.api.setup;

import greenladder.core.product.Band;
import greenladder.core.product.Factor;
import greenladder.core.product.ReadyCheck;
import greenladder.core.product.Refining;
import greenladder.setup.RefiningForm;
import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** How a product refines its backlog, as programs see and send it. */
record RefiningJson(
        @Nullable List<BandJson> bands,
        @Nullable List<FactorJson> factors,
        @Nullable String formula,
        @Nullable ScaleJson scale,
        @Nullable List<CheckJson> checks,
        @Nullable Boolean membersRaise,
        @Nullable Boolean bandFollows,
        @Nullable List<String> defects) {

    record BandJson(String key, String name) {}

    record FactorJson(String key, String name, BigDecimal low, BigDecimal high) {}

    record ScaleJson(String name, String unit, List<StepJson> steps) {}

    record StepJson(String label, BigDecimal size) {}

    /**
     * @param kind such as {@code is-sized}; {@code by-hand} where somebody ticks it
     * @param limit the largest size that is small enough; null for other kinds
     */
    record CheckJson(
            @Nullable String key, @Nullable String name, String kind, @Nullable BigDecimal limit) {}

    static RefiningJson of(Refining refining) {
        return new RefiningJson(
                refining.bands().stream().map(RefiningJson::json).toList(),
                refining.factors().stream().map(RefiningJson::json).toList(),
                refining.formula(),
                new ScaleJson(
                        refining.scale().name(),
                        refining.scale().unit(),
                        refining.scale().steps().stream()
                                .map(step -> new StepJson(step.label(), step.size().toDecimal()))
                                .toList()),
                refining.checks().stream().map(RefiningJson::json).toList(),
                !refining.raisingWithdrawn(),
                !refining.bandStays(),
                refining.defects());
    }

    private static BandJson json(Band band) {
        return new BandJson(band.key(), band.name());
    }

    private static FactorJson json(Factor factor) {
        return new FactorJson(
                factor.key(), factor.name(), factor.low().toDecimal(), factor.high().toDecimal());
    }

    private static CheckJson json(ReadyCheck check) {
        return new CheckJson(
                check.key(),
                check.name(),
                word(check.kind()),
                check.limit() == null ? null : check.limit().toDecimal());
    }

    private static String word(ReadyCheck.Kind kind) {
        return kind.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** As a person would type it; what is absent stays as it is. */
    RefiningForm form(Refining now) {
        var before = of(now);
        var checked = Objects.requireNonNull(checks == null ? before.checks() : checks);
        var scaled = Objects.requireNonNull(scale == null ? before.scale() : scale);
        return new RefiningForm(
                lines(
                        Objects.requireNonNull(bands == null ? before.bands() : bands).stream()
                                .map(band -> band.key() + ": " + band.name())
                                .toList()),
                lines(
                        Objects.requireNonNull(factors == null ? before.factors() : factors)
                                .stream()
                                .map(factor ->
                                        "%s: %s, %s to %s"
                                                .formatted(
                                                        factor.key(),
                                                        factor.name(),
                                                        factor.low().toPlainString(),
                                                        factor.high().toPlainString()))
                                .toList()),
                formula == null ? now.formula() : formula,
                scaled.name(),
                scaled.unit(),
                lines(
                        scaled.steps().stream()
                                .map(step -> step.label() + " = " + step.size().toPlainString())
                                .toList()),
                checked.stream()
                        .map(check -> check.kind().toUpperCase(Locale.ROOT).replace('-', '_'))
                        .toList(),
                checked.stream()
                        .filter(check -> check.limit() != null)
                        .map(check -> String.valueOf(check.limit()))
                        .findFirst()
                        .orElse("8"),
                lines(
                        checked.stream()
                                .filter(check -> check.kind().equals("by-hand"))
                                .map(check ->
                                        (check.key() == null ? "" : check.key() + ": ")
                                                + check.name())
                                .toList()),
                (membersRaise == null ? !now.raisingWithdrawn() : membersRaise) ? "true" : null,
                (bandFollows == null ? !now.bandStays() : bandFollows) ? "true" : null,
                defects == null ? now.defects() : defects);
    }

    private static String lines(List<String> lines) {
        return lines.stream().collect(Collectors.joining("\n"));
    }
}
