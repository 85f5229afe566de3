package greenladder.core.item;

import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
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
        @Nullable Instant closedAt) {
    public Sprint {
        if (finish.isBefore(start)) {
            throw new IllegalArgumentException(key + " finishes before it starts");
        }
    }

    /** This sprint, started at a time. */
    public Sprint startedAt(Instant at) {
        return new Sprint(key, team, name, start, finish, at, closedAt);
    }

    /** This sprint, closed at a time. */
    public Sprint closedAt(Instant at) {
        return new Sprint(key, team, name, start, finish, startedAt, at);
    }

    static Sprint of(String key, Map<String, String> facts) {
        return new Sprint(
                key,
                PlanFacts.required(key, facts, "team"),
                PlanFacts.required(key, facts, "name"),
                LocalDate.parse(PlanFacts.required(key, facts, "start")),
                LocalDate.parse(PlanFacts.required(key, facts, "finish")),
                time(facts, "startedAt"),
                time(facts, "closedAt"));
    }

    private static @Nullable Instant time(Map<String, String> facts, String name) {
        var text = facts.get(name);
        return text == null ? null : Instant.parse(text);
    }

    /** What it is by name, see {@link PlanFacts}. */
    Map<String, String> facts() {
        var facts = new HashMap<String, String>();
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

    public boolean isClosed() {
        return closedAt != null;
    }
}
