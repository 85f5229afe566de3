package greenladder.core.sizing;

import greenladder.core.product.Scale;
import greenladder.core.product.Scale.Step;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * What people picked in one go of a round, shown together.
 *
 * @param byPerson the label of the step that each picked; an abstention is no step of the scale
 */
public record Picks(Scale scale, SortedMap<String, String> byPerson) {
    /** What somebody picks who cannot say. */
    public static final String CANNOT_SAY = "?";

    /** Steps from the middle that make a pick an outlier. */
    static final int FAR = 2;

    public Picks {
        byPerson = new TreeMap<>(byPerson);
    }

    /** The lowest and the highest step picked, as places on the scale from 0. */
    public record Spread(int low, int high) {
        public int steps() {
            return high - low;
        }
    }

    /** A pick far off the middle. */
    public record Outlier(String person, Step step, boolean high) {}

    /** The places on the scale that were picked, ascending; those who cannot say left out. */
    List<Integer> places() {
        return byPerson.values().stream()
                .map(this::place)
                .filter(place -> place >= 0)
                .sorted()
                .toList();
    }

    /** Both ends; the place −1 twice where nobody picked a step. */
    public Spread spread() {
        var places = places();
        return places.isEmpty()
                ? new Spread(-1, -1)
                : new Spread(places.getFirst(), places.getLast());
    }

    /**
     * Where the picks meet: the median step, of two middle ones the higher, since work is thought
     * too small more often than too large; −1 where nobody picked a step.
     */
    public int middle() {
        var places = places();
        return places.isEmpty() ? -1 : places.get(places.size() / 2);
    }

    /** Whether all who can say picked the same. */
    public boolean isAgreed() {
        return spread().low() >= 0 && spread().steps() == 0;
    }

    /** Those whose picks lie two steps or more from the middle, the highest first. */
    public List<Outlier> outliers() {
        int middle = middle();
        return byPerson.entrySet().stream()
                .filter(pick -> place(pick.getValue()) >= 0)
                .filter(pick -> Math.abs(place(pick.getValue()) - middle) >= FAR)
                .sorted(
                        Comparator.comparingInt(
                                        (Map.Entry<String, String> pick) -> -place(pick.getValue()))
                                .thenComparing(Map.Entry::getKey))
                .map(pick ->
                        new Outlier(
                                pick.getKey(),
                                scale.steps().get(place(pick.getValue())),
                                place(pick.getValue()) > middle))
                .toList();
    }

    private int place(String label) {
        return scale.findStep(label).map(scale.steps()::indexOf).orElse(-1);
    }
}
