package greenladder.words;

import greenladder.core.plan.Contradiction;
import greenladder.core.snapshot.Snapshot;

/** Says in what a plan contradicts itself, and how it can be mended. */
public final class ContradictionWords {
    private ContradictionWords() {}

    /** The reason, such as "MSF12 needs MSF30, which is in no sprint". */
    public static String reason(Snapshot snapshot, Contradiction one) {
        var from = one.linked().from().key();
        var to = one.linked().to().key();
        return "%s needs %s, %s"
                .formatted(
                        from,
                        to,
                        switch (one.kind()) {
                            case NOT_PLANNED -> "which is in no sprint";
                            case LATER_SPRINT ->
                                    "which is in %s, a later sprint".formatted(one.place());
                            case SPRINT_ORDER -> "which comes after it in " + one.place();
                            case NOT_RELEASED -> "which is in no release";
                            case LATER_RELEASE ->
                                    "which is for %s, a later release".formatted(one.place());
                            case LATER_DATES -> "which is finished later by its dates";
                            case RANK -> "which is ranked below it";
                        });
    }

    /** The remedy, such as "Plan MSF30 into Lantern 8"; empty where there is none at hand. */
    public static String remedy(Snapshot snapshot, Contradiction one) {
        var remedy = one.remedy();
        var item = remedy.item();
        return switch (remedy.step()) {
            case PLAN_INTO_SPRINT ->
                    "Plan %s into %s"
                            .formatted(
                                    item,
                                    snapshot.workspace()
                                            .findSprint(remedy.to())
                                            .orElseThrow()
                                            .name());
            case PLAN_INTO_RELEASE ->
                    "Plan %s for %s"
                            .formatted(
                                    item,
                                    snapshot.workspace()
                                            .findRelease(remedy.to())
                                            .orElseThrow()
                                            .name());
            case PUT_BEFORE_IN_SPRINT, PUT_BEFORE ->
                    "Put %s before %s".formatted(item, one.linked().from().key());
            case NONE -> "";
        };
    }
}
