package greenladder.core.papers;

import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
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
 * @param beside the keys of the pages of each item
 */
public record Papers(
        PMap<PlanKey, Paper> all,
        PMap<ItemKey, Set<String>> covering,
        PMap<ItemKey, Set<String>> beside) {
    public static final Papers NONE =
            new Papers(TreePMap.empty(), HashTreePMap.empty(), HashTreePMap.empty());

    private static final Comparator<Paper> BY_NUMBER =
            Comparator.comparingInt((Paper paper) -> paper.planKey().key().length())
                    .thenComparing(paper -> paper.planKey().key());

    public Papers with(Paper paper) {
        var without = without(paper.planKey());
        var key = paper.planKey().key();
        var next =
                new Papers(
                        without.all.plus(paper.planKey(), paper), without.covering, without.beside);
        return switch (paper) {
            case TestCase test ->
                    new Papers(next.all, plus(next.covering, test.covers(), key), next.beside);
            case Document page ->
                    new Papers(
                            next.all, next.covering, plus(next.beside, Set.of(page.item()), key));
            default -> next;
        };
    }

    public Papers without(PlanKey key) {
        var before = all.get(key);
        if (before == null) {
            return this;
        }
        var left = all.minus(key);
        return switch (before) {
            case TestCase test ->
                    new Papers(left, minus(covering, test.covers(), key.key()), beside);
            case Document page ->
                    new Papers(left, covering, minus(beside, Set.of(page.item()), key.key()));
            default -> new Papers(left, covering, beside);
        };
    }

    private static PMap<ItemKey, Set<String>> plus(
            PMap<ItemKey, Set<String>> byItem, Set<ItemKey> items, String paper) {
        var next = byItem;
        for (var item : items) {
            next =
                    next.plus(
                            item,
                            Stream.concat(
                                            next.getOrDefault(item, Set.of()).stream(),
                                            Stream.of(paper))
                                    .collect(Collectors.toUnmodifiableSet()));
        }
        return next;
    }

    private static PMap<ItemKey, Set<String>> minus(
            PMap<ItemKey, Set<String>> byItem, Set<ItemKey> items, String paper) {
        var next = byItem;
        for (var item : items) {
            var left =
                    next.getOrDefault(item, Set.of()).stream()
                            .filter(key -> !key.equals(paper))
                            .collect(Collectors.toUnmodifiableSet());
            next = left.isEmpty() ? next.minus(item) : next.plus(item, left);
        }
        return next;
    }

    public Papers withoutProducts(Set<String> codes) {
        var left = this;
        for (var paper : all.values()) {
            if (codes.contains(paper.product())) {
                left = left.without(paper.planKey());
            }
        }
        return left;
    }

    /** Without what stands for some items alone, and without these where they are among others. */
    public Papers withoutItems(Set<ItemKey> hidden) {
        var left = this;
        for (var paper : all.values()) {
            var seen = paper.withoutItems(hidden);
            if (seen.isEmpty()) {
                left = left.without(paper.planKey());
            } else if (seen.get() != paper) {
                left = left.with(seen.get());
            }
        }
        return hidden.isEmpty() ? left : left.withChecksOfTests();
    }

    /**
     * With rounds in which tests are left out that are not there: their names may be hidden too.
     */
    private Papers withChecksOfTests() {
        var left = this;
        for (var paper : all.values()) {
            if (paper instanceof Round round) {
                var seen = round.onlyOf(test -> findTest(test).isPresent());
                if (seen != round) {
                    left = left.with(seen);
                }
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

    /** The pages beside an item. */
    public List<Document> pagesOf(ItemKey item) {
        return beside.getOrDefault(item, Set.of()).stream()
                .sorted()
                .flatMap(key -> findDocument(key).stream())
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
