package greenladder.core.sprint;

import greenladder.core.sprint.SprintPlan.Tally;
import greenladder.core.value.Facts;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.PlanFacts;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A stretch of days that a team plans work into. What it was committed to is what stood in it when
 * it was started; the change log tells.
 *
 * @param key short and lasting, such as {@code lantern-7}
 * @param team the team's key
 * @param start first day
 * @param finish last day
 * @param startedAt when the team committed itself; null before
 * @param closedAt null until it is closed
 */
public record Sprint(
        String key,
        String team,
        String name,
        LocalDate start,
        LocalDate finish,
        @Nullable Instant startedAt,
        @Nullable Instant closedAt,
        SprintPlan plan) {
    /** Where a sprint stands. */
    public enum Standing {
        PLANNED("planned"),
        STARTED("started"),
        CLOSED("closed");

        private final String label;

        Standing(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }

    public Sprint(
            String key,
            String team,
            String name,
            LocalDate start,
            LocalDate finish,
            @Nullable Instant startedAt,
            @Nullable Instant closedAt) {
        this(key, team, name, start, finish, startedAt, closedAt, SprintPlan.NONE);
    }

    /** This sprint, started at a time. */
    public Sprint startedAt(Instant at) {
        return new Sprint(key, team, name, start, finish, at, closedAt, plan);
    }

    /** This sprint, started at a time with what it holds, see {@link SprintPlan#committed}. */
    public Sprint started(Instant at, Map<String, Tally> committed) {
        return startedAt(at).with(plan.started(committed));
    }

    /** This sprint, closed at a time. */
    public Sprint closedAt(Instant at) {
        return new Sprint(key, team, name, start, finish, startedAt, at, plan);
    }

    /**
     * This sprint, closed at a time with what was done, in so many hours, as it stood.
     *
     * @param completed see {@link SprintPlan#completed}
     */
    public Sprint closed(
            Instant at, Map<String, Tally> completed, BigDecimal hours, SprintPicture picture) {
        return closedAt(at).with(plan.closed(completed, hours, picture));
    }

    public Sprint with(SprintPlan other) {
        return new Sprint(key, team, name, start, finish, startedAt, closedAt, other);
    }

    public Sprint named(String other) {
        return new Sprint(key, team, other, start, finish, startedAt, closedAt, plan);
    }

    public Sprint on(LocalDate first, LocalDate last) {
        return new Sprint(key, team, name, first, last, startedAt, closedAt, plan);
    }

    public static Sprint of(String key, Map<String, String> facts) {
        return new Sprint(
                key,
                Facts.required(key, facts, "team"),
                Facts.required(key, facts, "name"),
                LocalDate.parse(Facts.required(key, facts, "start")),
                LocalDate.parse(Facts.required(key, facts, "finish")),
                time(facts, "startedAt"),
                time(facts, "closedAt"),
                SprintPlan.of(facts));
    }

    private static @Nullable Instant time(Map<String, String> facts, String name) {
        var text = facts.get(name);
        return text == null ? null : Instant.parse(text);
    }

    /** What it is by name, see {@link PlanFacts}. */
    public Map<String, String> facts() {
        var facts = new HashMap<>(plan.facts());
        facts.put("team", team);
        facts.put("name", name);
        facts.put("start", start.toString());
        facts.put("finish", finish.toString());
        if (startedAt != null) {
            facts.put("startedAt", startedAt.toString());
        }
        if (closedAt != null) {
            facts.put("closedAt", closedAt.toString());
        }
        return facts;
    }

    /** This sprint without what is kept of some items; itself where nothing is. */
    public Sprint withoutItems(Set<ItemKey> hidden) {
        var seen = plan.withoutItems(hidden);
        return seen == plan ? this : with(seen);
    }

    public boolean isClosed() {
        return closedAt != null;
    }

    /** Whether it was started and is not closed. */
    public boolean isRunning() {
        return startedAt != null && closedAt == null;
    }

    public Standing standing() {
        return isClosed() ? Standing.CLOSED : isRunning() ? Standing.STARTED : Standing.PLANNED;
    }

    /**
     * What it brought at its close, of products that are not hidden; null where nobody noted it.
     */
    public @Nullable Tally completed(Set<String> products) {
        return sum(plan.completed(), plan.available() != null, products);
    }

    /** What it was started with, of products that are not hidden; null where nobody noted it. */
    public @Nullable Tally committed(Set<String> products) {
        return sum(plan.committed(), !plan.committed().isEmpty(), products);
    }

    private static @Nullable Tally sum(
            Map<String, Tally> tallies, boolean noted, Set<String> products) {
        if (!noted) {
            return null;
        }
        var sum = Tally.NONE;
        for (var entry : tallies.entrySet()) {
            if (products.contains(SprintPlan.product(entry.getKey()))) {
                sum = sum.plus(entry.getValue());
            }
        }
        return sum;
    }
}
