package greenladder.core.product;

import greenladder.core.value.Amount;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * The sizes that a product's items are given when they are sized together, in ascending order.
 *
 * @param unit what a size is, such as "points"
 */
public record Scale(String name, String unit, List<Step> steps) {

    /** A size to choose, by a label of its own. */
    public record Step(String label, Amount size) {}

    public Scale {
        steps = List.copyOf(steps);
        for (int i = 1; i < steps.size(); i++) {
            if (steps.get(i - 1).size().compareTo(steps.get(i).size()) >= 0) {
                throw new IllegalArgumentException(name + " does not ascend: " + steps);
            }
        }
    }

    public static final Scale FIBONACCI =
            of(
                    "Modified Fibonacci",
                    "points",
                    "0",
                    "0.5",
                    "1",
                    "2",
                    "3",
                    "5",
                    "8",
                    "13",
                    "20",
                    "40");

    public static final Scale SHIRTS =
            new Scale(
                    "T-shirt sizes",
                    "points",
                    List.of(
                            new Step("XS", Amount.of(1)),
                            new Step("S", Amount.of(2)),
                            new Step("M", Amount.of(5)),
                            new Step("L", Amount.of(8)),
                            new Step("XL", Amount.of(13))));

    public static final Scale IDEAL_DAYS =
            of("Ideal days", "days", "0.5", "1", "1.5", "2", "3", "4", "5", "7", "10");

    /** The scales to begin with. */
    public static final List<Scale> PRESETS = List.of(FIBONACCI, SHIRTS, IDEAL_DAYS);

    private static Scale of(String name, String unit, String... sizes) {
        return new Scale(
                name,
                unit,
                List.of(sizes).stream()
                        .map(size -> new Step(size, Amount.parse(size).orElseThrow()))
                        .toList());
    }

    /** The step of this label, in capitals or not. */
    public Optional<Step> findStep(String label) {
        return steps.stream().filter(step -> step.label().equalsIgnoreCase(label)).findFirst();
    }

    /** A size as people read it: by the label of its step, or else as a number. */
    public String labelOf(Amount size) {
        return steps.stream()
                .filter(step -> step.size().equals(size))
                .findFirst()
                .map(Step::label)
                .orElseGet(size::toString);
    }

    /**
     * The place, from 0, of the step of this size, or else of the nearest one; the lower of two.
     */
    public int nearest(Amount size) {
        return IntStream.range(0, steps.size())
                .boxed()
                .min((one, other) -> Long.compare(distance(one, size), distance(other, size)))
                .orElseThrow();
    }

    private long distance(int step, Amount size) {
        return Math.abs(steps.get(step).size().minus(size).thousandths());
    }
}
