package greenladder.core.papers;

import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.PlanFacts;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Something that is agreed, checked or written down beside the items of a product, kept as a part
 * of the plan is: as named texts, with log, undo and rights.
 */
public sealed interface Paper permits Baseline, TestCase, Round, Review, Document {
    PlanKey planKey();

    /** This under another key. */
    Paper keyed(String other);

    /**
     * This without what it has of some items; empty where nothing is left then. The same object
     * where it has nothing of them.
     */
    Optional<Paper> withoutItems(Set<ItemKey> hidden);

    /** The code of its product. */
    String product();

    /** What people call it. */
    String name();

    /** What it is by name, see {@link PlanFacts}. */
    Map<String, String> facts();

    /** Reads what {@link #facts} wrote. */
    static Paper of(PlanKey subject, Map<String, String> facts) {
        var key = subject.key();
        return switch (subject.kind()) {
            case BASELINE -> Baseline.of(key, facts);
            case TEST -> TestCase.of(key, facts);
            case ROUND -> Round.of(key, facts);
            case REVIEW -> Review.of(key, facts);
            case DOCUMENT -> Document.of(key, facts);
            case PERSON, PRODUCT, TEAM, SPRINT, RELEASE ->
                    throw new IllegalArgumentException(subject.toString());
        };
    }
}
