package greenladder.core.sprint;

import greenladder.core.value.Amount;
import greenladder.core.value.Facts;
import greenladder.core.value.ItemKey;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What a team agreed on about a sprint, and what it came to.
 *
 * @param goal what it is for; null where nothing is said
 * @param capacity in points, entered by hand for a team that has closed no sprint yet
 * @param order its items in an order of their own; others come after them as they are ranked
 * @param agreed the items of which the team said that it will do them
 * @param guests people who take part though they are not in the team
 * @param away members of the team who take no part
 * @param committed at the start, by item, with nothing for each product of the team; in sprints of
 *     before, by product
 * @param completed at the close, as committed
 * @param available hours of all who took part, as the calendar was at the close
 * @param end its picture, and what was noted
 */
public record SprintPlan(
        @Nullable String goal,
        @Nullable Amount capacity,
        List<ItemKey> order,
        Set<ItemKey> agreed,
        Set<String> guests,
        Set<String> away,
        SortedMap<String, Tally> committed,
        SortedMap<String, Tally> completed,
        @Nullable BigDecimal available,
        SprintEnd end) {
    public static final SprintPlan NONE =
            new SprintPlan(
                    null,
                    null,
                    List.of(),
                    Set.of(),
                    Set.of(),
                    Set.of(),
                    Collections.emptySortedMap(),
                    Collections.emptySortedMap(),
                    null,
                    SprintEnd.NONE);

    private static final String GOAL = "goal";
    private static final String CAPACITY = "capacity";
    private static final String ORDER = "order";
    private static final String AGREED = "agreed.";
    private static final String GUEST = "guest.";
    private static final String AWAY = "away.";
    private static final String COMMITTED = "committed.";
    private static final String COMPLETED = "completed.";
    private static final String AVAILABLE = "available";

    /** Items and their points. */
    public record Tally(int items, Amount points) {
        public static final Tally NONE = new Tally(0, Amount.ZERO);

        public Tally plus(Tally other) {
            return new Tally(items + other.items, points.plus(other.points));
        }

        public Tally plus(@Nullable Amount size) {
            return new Tally(items + 1, size == null ? points : points.plus(size));
        }

        private Tally minus(@Nullable Amount size) {
            return new Tally(
                    Math.max(0, items - 1),
                    size == null || size.compareTo(points) > 0 ? points : points.minus(size));
        }

        static Tally parse(String text) {
            var parts = text.split(" ", 2);
            return new Tally(Integer.parseInt(parts[0]), Amount.parse(parts[1]).orElseThrow());
        }

        @Override
        public String toString() {
            return items + " " + points;
        }
    }

    public SprintPlan {
        order = List.copyOf(order);
        agreed = Collections.unmodifiableSet(new TreeSet<>(agreed));
        guests = Collections.unmodifiableSet(new TreeSet<>(guests));
        away = Collections.unmodifiableSet(new TreeSet<>(away));
        committed = Collections.unmodifiableSortedMap(new TreeMap<>(committed));
        completed = Collections.unmodifiableSortedMap(new TreeMap<>(completed));
    }

    public static String agreedFact(ItemKey item) {
        return AGREED + item;
    }

    /** Whether a fact is one that whoever works in the sprint keeps true. */
    public static boolean isWork(String fact) {
        return fact.startsWith(AGREED) || SprintNote.isOne(fact);
    }

    static SprintPlan of(Map<String, String> facts) {
        var capacity = facts.get(CAPACITY);
        var available = facts.get(AVAILABLE);
        return new SprintPlan(
                facts.get(GOAL),
                capacity == null ? null : Amount.parse(capacity).orElseThrow(),
                keys(Stream.of(facts.getOrDefault(ORDER, "").split(" "))),
                Set.copyOf(keys(names(facts, AGREED))),
                names(facts, GUEST).collect(Collectors.toSet()),
                names(facts, AWAY).collect(Collectors.toSet()),
                tallies(facts, COMMITTED),
                tallies(facts, COMPLETED),
                available == null ? null : new BigDecimal(available),
                SprintEnd.of(facts));
    }

    private static Stream<String> names(Map<String, String> facts, String start) {
        return facts.keySet().stream()
                .filter(name -> name.startsWith(start))
                .map(name -> name.substring(start.length()));
    }

    private static List<ItemKey> keys(Stream<String> texts) {
        return texts.flatMap(text -> ItemKey.parse(text).stream()).toList();
    }

    private static SortedMap<String, Tally> tallies(Map<String, String> facts, String start) {
        var tallies = new TreeMap<String, Tally>();
        facts.forEach((name, text) -> {
            if (name.startsWith(start)) {
                tallies.put(name.substring(start.length()), Tally.parse(text));
            }
        });
        return tallies;
    }

    Map<String, String> facts() {
        var facts = new HashMap<String, String>();
        if (goal != null) {
            facts.put(GOAL, goal);
        }
        if (capacity != null) {
            facts.put(CAPACITY, capacity.toString());
        }
        if (!order.isEmpty()) {
            facts.put(
                    ORDER, order.stream().map(ItemKey::toString).collect(Collectors.joining(" ")));
        }
        agreed.forEach(key -> facts.put(agreedFact(key), Facts.YES));
        guests.forEach(handle -> facts.put(GUEST + handle, Facts.YES));
        away.forEach(handle -> facts.put(AWAY + handle, Facts.YES));
        committed.forEach((product, tally) -> facts.put(COMMITTED + product, tally.toString()));
        completed.forEach((product, tally) -> facts.put(COMPLETED + product, tally.toString()));
        if (available != null) {
            facts.put(AVAILABLE, available.toPlainString());
        }
        facts.putAll(end.facts());
        return facts;
    }

    /** With a note, or without the one of its number where it is null. */
    public SprintPlan withNote(int number, @Nullable SprintNote note) {
        var all = new ArrayList<>(end.notes());
        all.removeIf(one -> one.number() == number);
        if (note != null) {
            all.add(note);
            all.sort(Comparator.comparingInt(SprintNote::number));
        }
        return new SprintPlan(
                goal,
                capacity,
                order,
                agreed,
                guests,
                away,
                committed,
                completed,
                available,
                new SprintEnd(end.picture(), all));
    }

    /** As if some items had not been in the sprint; itself where none of them was. */
    SprintPlan withoutItems(Set<ItemKey> hidden) {
        var picture = end.picture();
        var seen = picture == null ? null : picture.withoutItems(hidden);
        var started = new TreeMap<>(committed);
        var finished = new TreeMap<>(completed);
        started.keySet().removeIf(of -> ItemKey.parse(of).filter(hidden::contains).isPresent());
        finished.keySet().removeIf(of -> ItemKey.parse(of).filter(hidden::contains).isPresent());
        if (seen != picture) {
            lessen(started, Objects.requireNonNull(picture), card -> hidden.contains(card.item()));
            lessen(finished, picture, card -> hidden.contains(card.item()) && card.done());
        }
        var left =
                new SprintPlan(
                        goal,
                        capacity,
                        order.stream().filter(item -> !hidden.contains(item)).toList(),
                        agreed.stream()
                                .filter(item -> !hidden.contains(item))
                                .collect(Collectors.toSet()),
                        guests,
                        away,
                        started,
                        finished,
                        available,
                        seen == picture ? end : new SprintEnd(seen, end.notes()));
        return left.equals(this) ? this : left;
    }

    /**
     * Sprints of before items were noted one by one have sums by product alone: of those the cards
     * tell nearly what to take away.
     */
    private static void lessen(
            SortedMap<String, Tally> sums,
            SprintPicture picture,
            Predicate<SprintPicture.Card> which) {
        for (var card : picture.cards()) {
            if (which.test(card)) {
                sums.computeIfPresent(
                        card.item().product(),
                        (any, all) -> all.items() == 0 ? all : all.minus(card.size()));
            }
        }
    }

    /** The product of what a figure is of: an item, or a product as a whole. */
    static String product(String of) {
        return ItemKey.parse(of).map(ItemKey::product).orElse(of);
    }

    public SprintPlan withGoal(@Nullable String other) {
        return new SprintPlan(
                other, capacity, order, agreed, guests, away, committed, completed, available, end);
    }

    public SprintPlan withCapacity(@Nullable Amount other) {
        return new SprintPlan(
                goal, other, order, agreed, guests, away, committed, completed, available, end);
    }

    public SprintPlan withOrder(List<ItemKey> other) {
        return new SprintPlan(
                goal, capacity, other, agreed, guests, away, committed, completed, available, end);
    }

    public SprintPlan withPeople(Set<String> otherGuests, Set<String> otherAway) {
        return new SprintPlan(
                goal,
                capacity,
                order,
                agreed,
                otherGuests,
                otherAway,
                committed,
                completed,
                available,
                end);
    }

    /** With an item that the team agrees to, or not any more. */
    public SprintPlan withAgreed(ItemKey item, boolean yes) {
        var all = new ArrayList<>(agreed);
        all.remove(item);
        if (yes) {
            all.add(item);
        }
        return new SprintPlan(
                goal,
                capacity,
                order,
                Set.copyOf(all),
                guests,
                away,
                committed,
                completed,
                available,
                end);
    }

    SprintPlan started(Map<String, Tally> all) {
        return new SprintPlan(
                goal,
                capacity,
                order,
                agreed,
                guests,
                away,
                new TreeMap<>(all),
                completed,
                available,
                end);
    }

    SprintPlan closed(Map<String, Tally> all, BigDecimal hours, SprintPicture picture) {
        return new SprintPlan(
                goal,
                capacity,
                order,
                agreed,
                guests,
                away,
                committed,
                new TreeMap<>(all),
                hours,
                new SprintEnd(picture, end.notes()));
    }
}
