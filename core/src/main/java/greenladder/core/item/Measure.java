package greenladder.core.item;

import greenladder.core.value.Amount;

/**
 * What is measured of something.
 *
 * @param from what it was in the beginning
 * @param target what it should come to; less than the beginning where less is better
 * @param unit such as minutes; may be empty
 */
public record Measure(Amount from, Amount target, String unit) {
    public Measure {
        if (from.equals(target)) {
            throw new IllegalArgumentException("a measure from %s to %s".formatted(from, target));
        }
    }

    static Measure parse(String text) {
        var parts = text.split("\t", 3);
        return new Measure(
                Amount.parse(parts[0]).orElseThrow(),
                Amount.parse(parts[1]).orElseThrow(),
                parts[2]);
    }

    /** (now − from) ÷ (target − from). */
    public double attainment(Amount now) {
        return (double) now.minus(from).thousandths() / target.minus(from).thousandths();
    }

    public boolean isDownwards() {
        return target.compareTo(from) < 0;
    }

    @Override
    public String toString() {
        return from + "\t" + target + "\t" + unit;
    }
}
