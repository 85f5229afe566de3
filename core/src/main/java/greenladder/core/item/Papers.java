package greenladder.core.item;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.pcollections.HashTreePMap;
import org.pcollections.PMap;
import org.pcollections.TreePMap;

/**
 * All papers of a workspace. Immutable.
 *
 * @param covering the keys of the tests of each item
 */
public record Papers(PMap<PlanKey, Paper> all, PMap<ItemKey, Set<String>> covering) {
    public static final Papers NONE = new Papers(TreePMap.empty(), HashTreePMap.empty());

    private static final Comparator<Paper> BY_NUMBER =
            Comparator.comparingInt((Paper paper) -> paper.planKey().key().length())
                    .thenComparing(paper -> paper.planKey().key());

    Papers with(Paper paper) {
        var without = without(paper.planKey());
        return new Papers(
                without.all.plus(paper.planKey(), paper),
                paper instanceof TestCase test ? plus(without.covering, test) : without.covering);
    }

    Papers without(PlanKey key) {
        var before = all.get(key);
        return before == null
                ? this
                : new Papers(
                        all.minus(key),
                        before instanceof TestCase test ? minus(covering, test) : covering);
    }

    private static PMap<ItemKey, Set<String>> plus(
            PMap<ItemKey, Set<String>> covering, TestCase test) {
        var next = covering;
        for (var item : test.covers()) {
            var tests =
                    Stream.concat(next.getOrDefault(item, Set.of()).stream(), Stream.of(test.key()))
                            .collect(Collectors.toUnmodifiableSet());
            next = next.plus(item, tests);
        }
        return next;
    }

    private static PMap<ItemKey, Set<String>> minus(
            PMap<ItemKey, Set<String>> covering, TestCase test) {
        var next = covering;
        for (var item : test.covers()) {
            var tests =
                    next.getOrDefault(item, Set.of()).stream()
                            .filter(key -> !key.equals(test.key()))
                            .collect(Collectors.toUnmodifiableSet());
            next = tests.isEmpty() ? next.minus(item) : next.plus(item, tests);
        }
        return next;
    }

    Papers withoutProducts(Set<String> codes) {
        var left = this;
        for (var paper : all.values()) {
            if (codes.contains(paper.product())) {
                left = left.without(paper.planKey());
            }
        }
        return left;
    }

    /** Without what stands for some items alone, and without these where they are among others. */
    Papers withoutItems(Set<ItemKey> hidden) {
        var left = this;
        for (var paper : all.values()) {
            var seen = paper.withoutItems(hidden);
            if (seen.isEmpty()) {
                left = left.without(paper.planKey());
            } else if (seen.get() != paper) {
                left = left.with(seen.get());
            }
        }
        return left;
    }

    public Optional<Paper> find(PlanKey key) {
        return Optional.ofNullable(all.get(key));
    }

    private <T extends Paper> Optional<T> find(PlanKey.Kind kind, String key, Class<T> type) {
        return find(new PlanKey(kind, key)).map(type::cast);
    }

    public Optional<Baseline> findBaseline(String key) {
        return find(PlanKey.Kind.BASELINE, key, Baseline.class);
    }

    public Optional<TestCase> findTest(String key) {
        return find(PlanKey.Kind.TEST, key, TestCase.class);
    }

    public Optional<Round> findRound(String key) {
        return find(PlanKey.Kind.ROUND, key, Round.class);
    }

    public Optional<Review> findReview(String key) {
        return find(PlanKey.Kind.REVIEW, key, Review.class);
    }

    public Optional<Document> findDocument(String key) {
        return find(PlanKey.Kind.DOCUMENT, key, Document.class);
    }

    /** Those of a product, in the order of their making. */
    public <T extends Paper> List<T> of(String product, Class<T> type) {
        return all.values().stream()
                .filter(type::isInstance)
                .map(type::cast)
                .filter(paper -> paper.product().equals(product))
                .sorted(BY_NUMBER)
                .toList();
    }

    /** The tests that cover an item itself. */
    public List<TestCase> testsOf(ItemKey item) {
        return covering.getOrDefault(item, Set.of()).stream()
                .sorted()
                .flatMap(key -> findTest(key).stream())
                .toList();
    }

    /** What came of a test the last time, in whichever round. */
    public Optional<Round.Result> lastResult(String product, String test) {
        return of(product, Round.class).reversed().stream()
                .flatMap(round -> Stream.ofNullable(round.results().get(test)))
                .max(Comparator.comparing(Round.Result::at));
    }

    /** What came of each test of a product the last time, by its key. Time O(results). */
    public Map<String, Round.Result> lastResults(String product) {
        var last = new HashMap<String, Round.Result>();
        for (var round : of(product, Round.class)) {
            round.results()
                    .forEach((test, result) ->
                            last.merge(
                                    test,
                                    result,
                                    (one, other) -> one.at().isAfter(other.at()) ? one : other));
        }
        return last;
    }

    /** A key that no paper of a kind has or had in what is there: such as {@code msf-t12}. */
    public String nextKey(PlanKey.Kind kind, String product) {
        var letter = kind == PlanKey.Kind.REVIEW ? "v" : kind.name().substring(0, 1);
        var prefix = "%s-%s".formatted(product, letter).toLowerCase(Locale.ROOT);
        int last =
                Stream.concat(
                                all.keySet().stream()
                                        .filter(key -> key.kind() == kind)
                                        .map(PlanKey::key),
                                kind == PlanKey.Kind.TEST
                                        ? of(product, Round.class).stream()
                                                .flatMap(round -> round.checks().keySet().stream())
                                        : Stream.empty())
                        .filter(key -> key.startsWith(prefix))
                        .map(key -> key.substring(prefix.length()))
                        .filter(number -> number.matches("\\d{1,8}"))
                        .mapToInt(Integer::parseInt)
                        .max()
                        .orElse(0);
        return prefix + (last + 1);
    }
}
