package greenladder.core.papers;

import greenladder.core.value.Facts;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * Items sent to named people, each of whom agrees or objects to each.
 *
 * @param key such as {@code msf-r2}
 * @param words what is asked of them
 * @param asOf the moment whose texts are read: when it was sent, or that of a baseline
 * @param seen a digest of each item's text at that moment
 * @param readers sign-in names
 * @param answers by item, then by reader
 * @param closedAt null while answers are waited for
 */
public record Review(
        String key,
        String product,
        String name,
        String words,
        String by,
        Instant at,
        Instant asOf,
        SortedMap<ItemKey, String> seen,
        Set<String> readers,
        Map<ItemKey, Map<String, Answer>> answers,
        @Nullable Instant closedAt)
        implements Paper {
    private static final String ITEM = "item.";
    private static final String READER = "reader.";
    private static final String ANSWER = "answer.";
    private static final int PARTS = 4;

    /**
     * @param seen a digest of the item's text when it was answered
     */
    public record Answer(boolean agrees, Instant at, String seen, String words) {
        /** {@code agrees}, {@code objects: the wind is left out}. */
        public String inWords() {
            return (agrees ? "agrees" : "objects") + (words.isEmpty() ? "" : ": " + words);
        }

        private String text() {
            return "%s\t%s\t%s\t%s".formatted(agrees ? "agrees" : "objects", at, seen, words);
        }

        private static Answer of(String text) {
            var parts = text.split("\t", PARTS);
            return new Answer(
                    parts[0].equals("agrees"), Instant.parse(parts[1]), parts[2], parts[3]);
        }
    }

    /** The fact that holds what somebody answered. */
    public static String answerFact(ItemKey item, String who) {
        return ANSWER + item + "." + who;
    }

    /** Whether a fact of a review is what somebody answered. */
    public static boolean isAnswer(String fact) {
        return fact.startsWith(ANSWER);
    }

    /** An answer with the item that it is to. */
    public record Answered(ItemKey item, Answer answer) {}

    /** The answer that a fact holds; empty where it was taken back. */
    public Optional<Answered> findAnswered(String fact) {
        var parts = fact.substring(ANSWER.length()).split("\\.", 2);
        return ItemKey.parse(parts[0])
                .flatMap(item ->
                        Optional.ofNullable(answer(item, parts[1]))
                                .map(answer -> new Answered(item, answer)));
    }

    public @Nullable Answer answer(ItemKey item, String who) {
        return answers.getOrDefault(item, Map.of()).get(who);
    }

    /** Whether somebody has answered to every item that is still there. */
    public boolean hasAnswered(String who, Set<ItemKey> there) {
        return seen.keySet().stream()
                .filter(there::contains)
                .allMatch(item -> answer(item, who) != null);
    }

    public Review with(ItemKey item, String who, Answer answer) {
        var all = new LinkedHashMap<>(answers);
        var its = new TreeMap<>(answers.getOrDefault(item, Map.of()));
        its.put(who, answer);
        all.put(item, its);
        return new Review(key, product, name, words, by, at, asOf, seen, readers, all, closedAt);
    }

    public Review closed(@Nullable Instant when) {
        return new Review(key, product, name, words, by, at, asOf, seen, readers, answers, when);
    }

    @Override
    public Review keyed(String other) {
        return new Review(
                other, product, name, words, by, at, asOf, seen, readers, answers, closedAt);
    }

    @Override
    public Optional<Paper> withoutItems(Set<ItemKey> hidden) {
        if (seen.keySet().stream().noneMatch(hidden::contains)) {
            return Optional.of(this);
        }
        var left = new TreeMap<>(seen);
        left.keySet().removeAll(hidden);
        var said = new TreeMap<>(answers);
        said.keySet().removeAll(hidden);
        return left.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        new Review(
                                key, product, name, words, by, at, asOf, left, readers, said,
                                closedAt));
    }

    @Override
    public PlanKey planKey() {
        return new PlanKey(PlanKey.Kind.REVIEW, key);
    }

    @Override
    public Map<String, String> facts() {
        var facts = new HashMap<String, String>();
        facts.put("product", product);
        facts.put("name", name);
        facts.put("words", words);
        facts.put("by", by);
        facts.put("at", at.toString());
        if (!asOf.equals(at)) {
            facts.put("asOf", asOf.toString());
        }
        if (closedAt != null) {
            facts.put("closedAt", closedAt.toString());
        }
        seen.forEach((item, digest) -> facts.put(ITEM + item, digest));
        readers.forEach(who -> facts.put(READER + who, Facts.YES));
        answers.forEach((item, its) ->
                its.forEach((who, answer) -> facts.put(answerFact(item, who), answer.text())));
        return facts;
    }

    static Review of(String key, Map<String, String> facts) {
        var seen = new TreeMap<ItemKey, String>();
        var readers = new TreeSet<String>();
        var answers = new TreeMap<ItemKey, Map<String, Answer>>();
        facts.forEach((name, text) -> {
            if (name.startsWith(ITEM)) {
                seen.put(ItemKey.parse(name.substring(ITEM.length())).orElseThrow(), text);
            } else if (name.startsWith(READER)) {
                readers.add(name.substring(READER.length()));
            } else if (name.startsWith(ANSWER)) {
                var parts = name.substring(ANSWER.length()).split("\\.", 2);
                answers.computeIfAbsent(
                                ItemKey.parse(parts[0]).orElseThrow(), any -> new TreeMap<>())
                        .put(parts[1], Answer.of(text));
            }
        });
        var closed = facts.get("closedAt");
        var at = Facts.required(key, facts, "at");
        return new Review(
                key,
                Facts.required(key, facts, "product"),
                Facts.required(key, facts, "name"),
                facts.getOrDefault("words", ""),
                Facts.required(key, facts, "by"),
                Instant.parse(at),
                Instant.parse(facts.getOrDefault("asOf", at)),
                seen,
                readers,
                answers,
                closed == null ? null : Instant.parse(closed));
    }
}
