package greenladder.store;

import greenladder.core.change.PlanChange;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.PlanFacts;
import greenladder.store.CommandGateway.Saved;
import java.util.Locale;

/** What became of parts of the plan, in words. */
final class PlanWords {
    private PlanWords() {}

    /** Such as {@code the test “Ramp holds” is gone}; empty where no part of the plan changed. */
    static String of(Saved saved) {
        var parts = saved.plans().stream().map(PlanChange::subject).distinct().toList();
        if (parts.isEmpty()) {
            return "";
        }
        var first = of(saved, parts.getFirst());
        return parts.size() == 1 ? first : "%s, and %d more".formatted(first, parts.size() - 1);
    }

    private static String of(Saved saved, PlanKey part) {
        var was = PlanFacts.of(saved.before().workspace(), part);
        var now = PlanFacts.of(saved.accepted().after().workspace(), part);
        return "the %s “%s” %s"
                .formatted(
                        word(part.kind()),
                        (now.isEmpty() ? was : now).getOrDefault("name", part.key()),
                        now.isEmpty()
                                ? "is gone"
                                : was.isEmpty() ? "is there again" : "changed back");
    }

    private static String word(PlanKey.Kind kind) {
        return kind == PlanKey.Kind.DOCUMENT ? "page" : kind.name().toLowerCase(Locale.ROOT);
    }
}
