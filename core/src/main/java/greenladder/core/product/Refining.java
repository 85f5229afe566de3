package greenladder.core.product;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * How a product refines its backlog.
 *
 * @param bands the priority bands, the most pressing first
 * @param formula what makes a score of the factors; empty for no scores
 * @param checks the definition of ready, in the order in which it is shown
 * @param raisingWithdrawn whether only those who shape the backlog add stories and bugs to it
 * @param bandStays whether an item keeps its band wherever it is moved; else it takes that of the
 *     place
 * @param defects the kinds that count as defects; the first is what a failed check becomes
 */
public record Refining(
        List<Band> bands,
        List<Factor> factors,
        String formula,
        Scale scale,
        List<ReadyCheck> checks,
        boolean raisingWithdrawn,
        boolean bandStays,
        List<String> defects) {
    private static final List<String> USUAL_DEFECTS = List.of("bug");

    /** What every product begins with: without a score, until a formula is chosen. */
    public static final Refining STANDARD =
            new Refining(
                    List.of(
                            new Band("must", "Must"),
                            new Band("should", "Should"),
                            new Band("could", "Could"),
                            new Band("wont", "Won’t")),
                    List.of(
                            Factor.upToTen("impact", "Impact"),
                            Factor.upToTen("confidence", "Confidence"),
                            Factor.upToTen("ease", "Ease")),
                    "",
                    Scale.FIBONACCI,
                    List.of(
                            ReadyCheck.of(ReadyCheck.Kind.HAS_CRITERIA),
                            ReadyCheck.of(ReadyCheck.Kind.IS_SIZED),
                            ReadyCheck.of(ReadyCheck.Kind.HAS_PARENT),
                            ReadyCheck.of(ReadyCheck.Kind.NO_HINDRANCE),
                            ReadyCheck.of(ReadyCheck.Kind.SMALL_ENOUGH)));

    public Refining {
        bands = List.copyOf(bands);
        factors = List.copyOf(factors);
        checks = List.copyOf(checks);
        defects = List.copyOf(defects);
    }

    /** One whose members raise stories and bugs, and whose items take the band of their place. */
    public Refining(
            List<Band> bands,
            List<Factor> factors,
            String formula,
            Scale scale,
            List<ReadyCheck> checks) {
        this(bands, factors, formula, scale, checks, false, false, USUAL_DEFECTS);
    }

    public boolean isDefect(String kind) {
        return defects.contains(kind);
    }

    public Optional<Band> findBand(@Nullable String key) {
        return bands.stream().filter(band -> band.key().equals(key)).findFirst();
    }

    /** A band's place, from 0; that of no band, or of one that is gone, is behind the last. */
    public int placeOf(@Nullable String band) {
        for (int i = 0; i < bands.size(); i++) {
            if (bands.get(i).key().equals(band)) {
                return i;
            }
        }
        return bands.size();
    }

    public Optional<Factor> findFactor(String key) {
        return factors.stream().filter(factor -> factor.key().equals(key)).findFirst();
    }

    public Optional<ReadyCheck> findCheck(String key) {
        return checks.stream().filter(check -> check.key().equals(key)).findFirst();
    }
}
