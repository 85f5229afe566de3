package greenladder.core.score;

import com.ezylang.evalex.EvaluationException;
import com.ezylang.evalex.Expression;
import com.ezylang.evalex.config.ExpressionConfiguration;
import com.ezylang.evalex.config.MapBasedFunctionDictionary;
import com.ezylang.evalex.config.MapBasedOperatorDictionary;
import com.ezylang.evalex.functions.basic.MaxFunction;
import com.ezylang.evalex.functions.basic.MinFunction;
import com.ezylang.evalex.functions.basic.SqrtFunction;
import com.ezylang.evalex.operators.arithmetic.InfixDivisionOperator;
import com.ezylang.evalex.operators.arithmetic.InfixMinusOperator;
import com.ezylang.evalex.operators.arithmetic.InfixMultiplicationOperator;
import com.ezylang.evalex.operators.arithmetic.InfixPlusOperator;
import com.ezylang.evalex.operators.arithmetic.PrefixMinusOperator;
import com.ezylang.evalex.parser.ParseException;
import greenladder.core.product.Factor;
import greenladder.core.product.Refining;
import greenladder.core.snapshot.Node;
import greenladder.core.value.Amount;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A product's formula over its factors, and {@link #SIZE} and {@link #VALUE} of the item: the four
 * operations, brackets, MIN, MAX and SQRT, and nothing else. Its text is bounded in length and in
 * nesting. Reading and evaluating is EvalEx's; what the same inputs came to is remembered. Safe for
 * several threads.
 */
public final class Formula {
    /** The item's effective size. */
    public static final String SIZE = "size";

    /** The item's business value. */
    public static final String VALUE = "value";

    static final int LONGEST = 300;
    static final int DEEPEST = 20;
    private static final int MOST_REMEMBERED = 20_000;
    private static final int MOST_DECIMALS = 16;
    private static final BigDecimal LIMIT = BigDecimal.TEN.pow(15);
    private static final Predicate<BigDecimal> BEYOND = score -> score.abs().compareTo(LIMIT) > 0;
    private static final Pattern LARGE_NUMBER =
            Pattern.compile("\\d{10}|(?<![A-Za-z_0-9])[\\d.]++[eExX]|(?<![A-Za-z_0-9])[\\d.]{20}");

    private static final ExpressionConfiguration SANDBOX =
            ExpressionConfiguration.builder()
                    .arraysAllowed(false)
                    .structuresAllowed(false)
                    .binaryAllowed(false)
                    .implicitMultiplicationAllowed(false)
                    .singleQuoteStringLiteralsAllowed(false)
                    .defaultConstants(Map.of())
                    .mathContext(MathContext.DECIMAL64)
                    .operatorDictionary(
                            MapBasedOperatorDictionary.ofOperators(
                                    Map.entry("+", new InfixPlusOperator()),
                                    Map.entry("-", new InfixMinusOperator()),
                                    Map.entry("*", new InfixMultiplicationOperator()),
                                    Map.entry("/", new InfixDivisionOperator()),
                                    Map.entry("-", new PrefixMinusOperator())))
                    .functionDictionary(
                            MapBasedFunctionDictionary.ofFunctions(
                                    Map.entry("MIN", new MinFunction()),
                                    Map.entry("MAX", new MaxFunction()),
                                    Map.entry("SQRT", new SqrtFunction())))
                    .build();

    /** Formulas that were read, so that what is remembered of them lasts. */
    private static final Map<Source, Optional<Formula>> READ = new ConcurrentHashMap<>();

    private static final int MOST_READ = 500;

    private final Expression expression;
    private final List<String> names;
    private final Map<List<Amount>, Optional<BigDecimal>> remembered = new ConcurrentHashMap<>();

    private Formula(Expression expression, Set<String> names) {
        this.expression = expression;
        this.names = List.copyOf(names);
    }

    /** The formulas to begin with, with the factors that they take. */
    public record Preset(String name, String formula, List<Factor> factors) {}

    public static final List<Preset> PRESETS =
            List.of(
                    new Preset(
                            "Impact × confidence × ease",
                            "impact * confidence * ease",
                            Refining.STANDARD.factors()),
                    new Preset(
                            "Cost of waiting against size",
                            "(benefit + urgency + risk_avoided) / size",
                            List.of(
                                    Factor.upToTen("benefit", "Benefit"),
                                    Factor.upToTen("urgency", "Urgency"),
                                    Factor.upToTen("risk_avoided", "Risk avoided"))),
                    new Preset("Value for size", "value / size", List.of()));

    private record Source(String text, List<Factor> factors) {}

    /** The product's formula; empty where it has none, or one that its factors do not fit. */
    public static Optional<Formula> of(Refining refining) {
        if (READ.size() > MOST_READ) {
            READ.clear();
        }
        return READ.computeIfAbsent(
                new Source(refining.formula(), refining.factors()),
                source ->
                        source.text().isBlank()
                                        || problem(source.text(), source.factors()).isPresent()
                                ? Optional.empty()
                                : Optional.of(read(source.text())));
    }

    /** What is wrong with a formula over these factors, in words; empty where it can be used. */
    public static Optional<String> problem(String text, List<Factor> factors) {
        if (text.length() > LONGEST) {
            return Optional.of(
                    "The formula is %,d characters long; at most %d are allowed."
                            .formatted(text.length(), LONGEST));
        }
        if (nesting(text) > DEEPEST) {
            return Optional.of(
                    "The brackets are %d deep; at most %d are allowed."
                            .formatted(nesting(text), DEEPEST));
        }
        if (LARGE_NUMBER.matcher(text).find()) {
            return Optional.of("A number in the formula has at most nine digits and no exponent.");
        }
        if (text.indexOf('"') >= 0) {
            return Optional.of("The formula takes names and numbers, not text.");
        }
        try {
            var expression = new Expression(text, SANDBOX);
            expression.validate();
            var unknown = unknownName(expression, factors);
            return unknown.isPresent() ? unknown : outOfBounds(text, factors);
        } catch (ParseException e) {
            return Optional.of("The formula cannot be read: %s.".formatted(inWords(e)));
        }
    }

    /** In the words of people who write formulas: the library says brace for a bracket. */
    private static String inWords(ParseException e) {
        var said = String.valueOf(e.getMessage());
        return said.startsWith("Closing brace not found")
                ? "a closing bracket is missing"
                : said.startsWith("Unexpected closing brace")
                        ? "there is one closing bracket too many"
                        : said;
    }

    private static Optional<String> unknownName(Expression expression, List<Factor> factors)
            throws ParseException {
        var known =
                factors.stream().map(Factor::key).collect(Collectors.toCollection(ArrayList::new));
        known.add(SIZE);
        known.add(VALUE);
        return expression.getUsedVariables().stream()
                .filter(name -> !known.contains(name))
                .sorted()
                .findFirst()
                .map(name ->
                        "There is no factor “%s”; there are: %s."
                                .formatted(name, String.join(", ", known)));
    }

    /** The formula is tried with every factor at its least and at its most. */
    private static Optional<String> outOfBounds(String text, List<Factor> factors) {
        var formula = read(text);
        boolean fits =
                Stream.of(true, false)
                        .flatMap(most ->
                                Stream.of(true, false)
                                        .map(large -> formula.extremes(factors, most, large)))
                        .allMatch(inputs -> formula.valueOf(inputs).filter(BEYOND).isEmpty());
        return fits
                ? Optional.empty()
                : Optional.of(
                        "With the factors at their limits the score goes beyond 10¹⁵; divide it by"
                                + " something.");
    }

    private List<Amount> extremes(List<Factor> factors, boolean most, boolean largeSize) {
        return names.stream()
                .map(name ->
                        factors.stream()
                                .filter(factor -> factor.key().equals(name))
                                .findFirst()
                                .map(factor -> most ? factor.high() : factor.low())
                                .orElse(
                                        name.equals(SIZE) && !largeSize
                                                ? new Amount(1)
                                                : Amount.LARGEST))
                .toList();
    }

    private static int nesting(String text) {
        int depth = 0;
        int deepest = 0;
        for (int i = 0; i < text.length(); i++) {
            depth += text.charAt(i) == '(' ? 1 : text.charAt(i) == ')' ? -1 : 0;
            deepest = Math.max(deepest, depth);
        }
        return deepest;
    }

    private static Formula read(String text) {
        try {
            var expression = new Expression(text, SANDBOX);
            return new Formula(expression, new TreeSet<>(expression.getUsedVariables()));
        } catch (ParseException e) {
            throw new IllegalArgumentException("formula " + text, e);
        }
    }

    /**
     * An item's score, to 16 digits; empty where it lacks a factor or a size that the formula
     * takes, and where the formula divides by zero.
     */
    public Optional<BigDecimal> scoreOf(Node node) {
        var inputs = new ArrayList<Amount>(names.size());
        for (var name : names) {
            var input = input(node, name);
            if (input == null) {
                return Optional.empty();
            }
            inputs.add(input);
        }
        if (remembered.size() > MOST_REMEMBERED) {
            remembered.clear();
        }
        return remembered.computeIfAbsent(inputs, this::evaluated);
    }

    /** What the formula takes, by name. */
    public List<String> names() {
        return names;
    }

    /** What an item gives for a name; empty where it lacks it. */
    public Optional<Amount> inputOf(Node node, String name) {
        return Optional.ofNullable(input(node, name));
    }

    private static @Nullable Amount input(Node node, String name) {
        var given = node.item().details().refinement().factors().get(name);
        if (given != null) {
            return given;
        }
        return switch (name) {
            case SIZE -> node.rollUp().effective();
            case VALUE -> node.item().value();
            default -> null;
        };
    }

    /** What is beyond ±10¹⁵ is no score; of others sixteen decimals are kept. */
    private Optional<BigDecimal> evaluated(List<Amount> inputs) {
        return valueOf(inputs)
                .filter(BEYOND.negate())
                .map(score -> {
                    var shortest = score.stripTrailingZeros();
                    int scale = Math.clamp(shortest.scale(), 0, MOST_DECIMALS);
                    return shortest.setScale(scale, RoundingMode.HALF_UP);
                });
    }

    private Optional<BigDecimal> valueOf(List<Amount> inputs) {
        var values = new HashMap<String, BigDecimal>();
        for (int i = 0; i < names.size(); i++) {
            values.put(names.get(i), inputs.get(i).toDecimal());
        }
        try {
            return Optional.of(expression.copy().withValues(values).evaluate().getNumberValue());
        } catch (EvaluationException | ParseException | ArithmeticException e) {
            // A division by zero, or the root of a negative number: no score.
            return Optional.empty();
        }
    }
}
