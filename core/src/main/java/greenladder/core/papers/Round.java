package greenladder.core.papers;

import greenladder.core.value.Facts;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.pcollections.PMap;
import org.pcollections.TreePMap;

/**
 * A set of tests gone through together, by whoever has time.
 *
 * @param key such as {@code msf-r2}
 * @param checks the name that each test had when the round began, by the test's key
 * @param results what came of them so far, by the test's key
 * @param bugs what was made of those that failed, by the test's key
 * @param closedAt null while it is open
 */
public record Round(
        String key,
        String product,
        String name,
        Instant startedAt,
        String by,
        SortedMap<String, String> checks,
        PMap<String, Result> results,
        PMap<String, ItemKey> bugs,
        @Nullable Instant closedAt)
        implements Paper {
    private static final String CHECK = "check.";
    private static final String RESULT = "result.";
    private static final String BUG = "bug.";
    private static final int PARTS = 4;

    /**
     * @param who their sign-in name
     * @param words what was seen
     */
    public record Result(boolean passed, String who, Instant at, String words) {
        /** What it was and whose, to tell whether it is still the one that somebody saw. */
        public String asSeen() {
            return (passed ? "passed " : "failed ") + who;
        }

        private String text() {
            return "%s\t%s\t%s\t%s".formatted(passed ? "passed" : "failed", who, at, words);
        }

        private static Result of(String text) {
            var parts = text.split("\t", PARTS);
            return new Result(
                    parts[0].equals("passed"), parts[1], Instant.parse(parts[2]), parts[3]);
        }
    }

    /** The fact that holds what came of a test. */
    public static String resultFact(String test) {
        return RESULT + test;
    }

    /** The test that a fact of a round is about; empty for what is about the whole round. */
    public static Optional<String> testOf(String fact) {
        return Stream.of(CHECK, RESULT, BUG)
                .filter(fact::startsWith)
                .map(start -> fact.substring(start.length()))
                .findFirst();
    }

    public Round with(String test, @Nullable Result result) {
        return new Round(
                key,
                product,
                name,
                startedAt,
                by,
                checks,
                result == null ? results.minus(test) : results.plus(test, result),
                bugs,
                closedAt);
    }

    public Round with(String test, ItemKey bug) {
        return new Round(
                key, product, name, startedAt, by, checks, results, bugs.plus(test, bug), closedAt);
    }

    public Round closed(@Nullable Instant at) {
        return new Round(key, product, name, startedAt, by, checks, results, bugs, at);
    }

    @Override
    public Round keyed(String other) {
        return new Round(other, product, name, startedAt, by, checks, results, bugs, closedAt);
    }

    @Override
    public Optional<Paper> withoutItems(Set<ItemKey> hidden) {
        return Optional.of(
                bugs.values().stream().noneMatch(hidden::contains)
                        ? this
                        : new Round(
                                key,
                                product,
                                name,
                                startedAt,
                                by,
                                checks,
                                results,
                                bugs.minusAll(
                                        bugs.keySet().stream()
                                                .filter(test -> hidden.contains(bugs.get(test)))
                                                .toList()),
                                closedAt));
    }

    /** With the checks of some tests alone. */
    Round onlyOf(Predicate<String> tests) {
        if (checks.keySet().stream().allMatch(tests)) {
            return this;
        }
        var left = new TreeMap<>(checks);
        left.keySet().removeIf(tests.negate());
        var gone = checks.keySet().stream().filter(tests.negate()).toList();
        return new Round(
                key,
                product,
                name,
                startedAt,
                by,
                left,
                results.minusAll(gone),
                bugs.minusAll(gone),
                closedAt);
    }

    @Override
    public PlanKey planKey() {
        return new PlanKey(PlanKey.Kind.ROUND, key);
    }

    @Override
    public Map<String, String> facts() {
        var facts = new HashMap<String, String>();
        facts.put("product", product);
        facts.put("name", name);
        facts.put("startedAt", startedAt.toString());
        facts.put("by", by);
        if (closedAt != null) {
            facts.put("closedAt", closedAt.toString());
        }
        checks.forEach((test, title) -> facts.put(CHECK + test, title));
        results.forEach((test, result) -> facts.put(RESULT + test, result.text()));
        bugs.forEach((test, bug) -> facts.put(BUG + test, bug.toString()));
        return facts;
    }

    static Round of(String key, Map<String, String> facts) {
        var checks = new TreeMap<String, String>();
        PMap<String, Result> results = TreePMap.empty();
        PMap<String, ItemKey> bugs = TreePMap.empty();
        for (var fact : facts.entrySet()) {
            var name = fact.getKey();
            if (name.startsWith(CHECK)) {
                checks.put(name.substring(CHECK.length()), fact.getValue());
            } else if (name.startsWith(RESULT)) {
                results = results.plus(name.substring(RESULT.length()), Result.of(fact.getValue()));
            } else if (name.startsWith(BUG)) {
                bugs =
                        bugs.plus(
                                name.substring(BUG.length()),
                                ItemKey.parse(fact.getValue()).orElseThrow());
            }
        }
        var closed = facts.get("closedAt");
        return new Round(
                key,
                Facts.required(key, facts, "product"),
                Facts.required(key, facts, "name"),
                Instant.parse(Facts.required(key, facts, "startedAt")),
                Facts.required(key, facts, "by"),
                checks,
                results,
                bugs,
                closed == null ? null : Instant.parse(closed));
    }
}
