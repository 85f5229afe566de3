package greenladder.setup;

import greenladder.core.change.Problem;
import greenladder.core.product.Band;
import greenladder.core.product.Factor;
import greenladder.core.product.ReadyCheck;
import greenladder.core.product.Refining;
import greenladder.core.product.Scale;
import greenladder.core.product.Scale.Step;
import greenladder.core.score.Formula;
import greenladder.core.value.Amount;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Reads how a product refines: one method for each part, every fault named. */
public final class RefiningReader {
    private static final int LEAST_BANDS = 2;
    private static final int MOST_BANDS = 7;
    private static final int MOST_FACTORS = 12;
    private static final int MOST_STEPS = 24;
    private static final int MOST_CHECKS = 16;
    private static final int MOST_DEFECTS = 20;
    private static final int LONGEST_NAME = 40;
    private static final int LONGEST_CHECK = 100;
    private static final int LONGEST_KEY = 30;

    private static final Pattern KEYED = Pattern.compile("([a-z0-9][a-z0-9_-]{0,29})\\s*:\\s*(.+)");
    private static final Pattern RANGE =
            Pattern.compile("(.+?),\\s*([\\d.]{1,8})\\s*(?:to|-|–)\\s*([\\d.]{1,8})");
    private static final Pattern STEP = Pattern.compile("(.{1,20}?)\\s*=\\s*([\\d.]{1,8})");

    private final RefiningForm form;
    private final List<Problem> problems = new ArrayList<>();

    public RefiningReader(RefiningForm form) {
        this.form = form;
    }

    /** What was read; only to be used where there are no {@link #problems}. */
    public Refining read() {
        var factors = factors();
        return new Refining(
                bands(),
                factors,
                formula(factors),
                scale(),
                checks(),
                form.membersRaise() == null,
                form.bandFollows() == null,
                defects());
    }

    public List<Problem> problems() {
        return problems;
    }

    private List<String> defects() {
        var defects =
                Objects.requireNonNullElse(form.defects(), List.<String>of()).stream()
                        .filter(kind -> !kind.isBlank())
                        .distinct()
                        .toList();
        if (defects.size() > MOST_DEFECTS) {
            problem("defects", "At most %d kinds are allowed.".formatted(MOST_DEFECTS));
        }
        defects.forEach(kind -> requireShort("defects", kind, LONGEST_NAME));
        return defects;
    }

    private List<Band> bands() {
        var bands = new ArrayList<Band>();
        for (var line : form.linesOf(form.bands())) {
            var keyed = keyed(line);
            requireShort("bands", keyed.name(), LONGEST_NAME);
            bands.add(new Band(keyed.key(), keyed.name()));
        }
        requireDifferent("bands", bands.stream().map(Band::key).toList());
        requireDifferent("bands", bands.stream().map(Band::name).toList());
        if (bands.size() < LEAST_BANDS || bands.size() > MOST_BANDS) {
            problem("bands", "There are from %d to %d bands.".formatted(LEAST_BANDS, MOST_BANDS));
        }
        return bands;
    }

    private List<Factor> factors() {
        var factors = new ArrayList<Factor>();
        for (var line : form.linesOf(form.factors())) {
            factor(line).ifPresent(factors::add);
        }
        requireDifferent("factors", factors.stream().map(Factor::key).toList());
        if (factors.size() > MOST_FACTORS) {
            problem("factors", "At most %d factors are allowed.".formatted(MOST_FACTORS));
        }
        return factors;
    }

    private Optional<Factor> factor(String line) {
        var range = RANGE.matcher(line);
        var keyed = keyed(range.matches() ? range.group(1) : line);
        var key = keyed.key().replace('-', '_');
        requireShort("factors", keyed.name(), LONGEST_NAME);
        if (!key.matches("[a-z][a-z0-9_]*") || List.of(Formula.SIZE, Formula.VALUE).contains(key)) {
            problem(
                    "factors",
                    "“%s” cannot name a factor: small letters, and neither size nor value."
                            .formatted(key));
            return Optional.empty();
        }
        if (!range.matches()) {
            return Optional.of(Factor.upToTen(key, keyed.name()));
        }
        var low = Amount.parse(range.group(2));
        var high = Amount.parse(range.group(3));
        if (low.isEmpty() || high.isEmpty() || low.get().compareTo(high.get()) >= 0) {
            problem("factors", "“%s”: a range goes from a number to a larger one.".formatted(line));
            return Optional.empty();
        }
        return Optional.of(new Factor(key, keyed.name(), low.get(), high.get()));
    }

    private String formula(List<Factor> factors) {
        var formula = text(form.formula());
        if (!formula.isEmpty()) {
            Formula.problem(formula, factors).ifPresent(message -> problem("formula", message));
        }
        return formula;
    }

    private Scale scale() {
        var steps = new ArrayList<Step>();
        for (var line : form.linesOf(form.steps())) {
            var parts = STEP.matcher(line);
            var label = parts.matches() ? parts.group(1) : line;
            var size = Amount.parse(parts.matches() ? parts.group(2) : line);
            if (size.isEmpty() || label.length() > 20 || size.get().compareTo(Amount.LARGEST) > 0) {
                problem("steps", "“%s” is neither a size nor a label = a size.".formatted(line));
            } else {
                steps.add(new Step(label, size.get()));
            }
        }
        requireDifferent("steps", steps.stream().map(Step::label).toList());
        boolean ascends = true;
        for (int i = 1; i < steps.size(); i++) {
            ascends &= steps.get(i - 1).size().compareTo(steps.get(i).size()) < 0;
        }
        if (steps.size() < 2 || steps.size() > MOST_STEPS) {
            problem("steps", "A scale has from 2 to %d steps.".formatted(MOST_STEPS));
        }
        if (!ascends) {
            problem("steps", "The sizes go up from line to line.");
        }
        var name = text(form.scaleName());
        var unit = text(form.unit());
        requireShort("scaleName", name, LONGEST_NAME);
        return ascends ? new Scale(name, unit.isEmpty() ? "points" : unit, steps) : Scale.FIBONACCI;
    }

    private List<ReadyCheck> checks() {
        var checks = new ArrayList<ReadyCheck>();
        for (var kind : ReadyCheck.Kind.values()) {
            if (kind != ReadyCheck.Kind.BY_HAND
                    && Objects.requireNonNullElse(form.checks(), List.of()).contains(kind.name())) {
                checks.add(
                        new ReadyCheck(
                                ReadyCheck.of(kind).key(),
                                kind.words(),
                                kind,
                                kind == ReadyCheck.Kind.SMALL_ENOUGH ? small() : null));
            }
        }
        for (var line : form.linesOf(form.byHand())) {
            var keyed = keyed(line);
            requireShort("byHand", keyed.name(), LONGEST_CHECK);
            checks.add(new ReadyCheck(keyed.key(), keyed.name(), ReadyCheck.Kind.BY_HAND, null));
        }
        requireDifferent("byHand", checks.stream().map(ReadyCheck::key).toList());
        if (checks.size() > MOST_CHECKS) {
            problem("byHand", "At most %d checks are allowed.".formatted(MOST_CHECKS));
        }
        return checks;
    }

    private Amount small() {
        var size = Amount.parse(text(form.small()));
        if (size.isEmpty() || size.get().compareTo(Amount.ZERO) <= 0) {
            problem("small", "What is small enough for a sprint is a number of points.");
        }
        return size.orElse(Amount.of(8));
    }

    private record Keyed(String key, String name) {}

    /** A line with its key, or one made of its words. */
    private static Keyed keyed(String line) {
        var matcher = KEYED.matcher(line);
        return matcher.matches()
                ? new Keyed(matcher.group(1), matcher.group(2).strip())
                : new Keyed(Slug.of(line, LONGEST_KEY), line.strip());
    }

    private void requireDifferent(String field, List<String> texts) {
        var seen = new HashSet<String>();
        texts.stream()
                .filter(text -> !seen.add(text))
                .findFirst()
                .ifPresent(text -> problem(field, "“%s” stands there twice.".formatted(text)));
    }

    private void requireShort(String field, String text, int longest) {
        if (text.length() > longest) {
            problem(
                    field,
                    "“%s…” is %d characters long; at most %d are allowed."
                            .formatted(text.substring(0, 20), text.length(), longest));
        }
    }

    private static String text(@Nullable String text) {
        return Objects.requireNonNullElse(text, "").strip();
    }

    private void problem(String field, String message) {
        problems.add(new Problem(field, message));
    }
}
