package greenladder.core.flow;

import greenladder.core.flow.DayCounts.Attribute;
import greenladder.core.flow.Flow.Passage;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What items, parents and releases were over time, as somebody sees it. Whatever is hidden is left
 * out of one fold that all share: single items are passed over, counts are taken off, and a parent
 * or a release with something hidden in it is folded once more without that ({@link Part}).
 */
public final class Past {
    private final HistoryProjection fold;
    private final Set<String> hiddenProducts;
    private final Set<ItemKey> hiddenItems;
    private final Function<Part, HistoryProjection> parts;
    private @Nullable Set<ItemKey> above;
    private @Nullable Set<String> hiddenReleases;
    private @Nullable DayCounts counts;

    /** A part of all items: what was ever under one of them, or in a release; one of both. */
    public record Part(@Nullable ItemKey top, @Nullable String release) {
        static Part under(ItemKey top) {
            return new Part(top, null);
        }

        static Part in(String release) {
            return new Part(null, release);
        }
    }

    private Past(
            HistoryProjection fold,
            Set<String> hiddenProducts,
            Set<ItemKey> hiddenItems,
            Function<Part, HistoryProjection> parts) {
        this.fold = fold;
        this.hiddenProducts = hiddenProducts;
        this.hiddenItems = hiddenItems;
        this.parts = parts;
    }

    /** All of it, for whoever sees everything. */
    public static Past of(HistoryProjection fold) {
        return new Past(
                fold,
                Set.of(),
                Set.of(),
                part -> {
                    throw new IllegalStateException(
                            "nothing is hidden, and " + part + " asked for");
                });
    }

    /**
     * All of it but what is hidden.
     *
     * @param parts gives the fold of the {@link #members} of a part
     */
    public static Past without(
            HistoryProjection fold,
            Set<String> hiddenProducts,
            Set<ItemKey> hiddenItems,
            Function<Part, HistoryProjection> parts) {
        return new Past(fold, hiddenProducts, hiddenItems, parts);
    }

    private boolean isRestricted() {
        return !hiddenProducts.isEmpty() || !hiddenItems.isEmpty();
    }

    private boolean isSeen(ItemKey key) {
        return !hiddenProducts.contains(key.product()) && !hiddenItems.contains(key);
    }

    public ZoneId zone() {
        return fold.zone();
    }

    public Optional<ItemPast> of(ItemKey key) {
        return isSeen(key) ? fold.of(key) : Optional.empty();
    }

    /** The items that something happened to between two days, both among them. */
    public Set<ItemKey> changed(String product, LocalDate from, LocalDate to) {
        var found = new LinkedHashSet<ItemKey>();
        fold.changed(product, from, to).forEach(found::addAll);
        if (isRestricted()) {
            found.removeIf(key -> !isSeen(key));
        }
        return found;
    }

    /** How what is done now came to be done between two days, both among them, in that order. */
    Collection<Map<ItemKey, Passage>> finished(String product, LocalDate from, LocalDate to) {
        return fold.finished(product, from, to).stream().map(this::seen).toList();
    }

    /** What is under way now on a level. */
    Collection<Passage> underWay(String product, String level) {
        return seen(fold.underWay(product, level)).values();
    }

    private Map<ItemKey, Passage> seen(Map<ItemKey, Passage> all) {
        if (!isRestricted()) {
            return all;
        }
        var seen = new LinkedHashMap<>(all);
        seen.keySet().removeIf(key -> !isSeen(key));
        return seen;
    }

    /**
     * How many there were of each sort on each day. Time O(1) for all that there is, else O(moments
     * of the items, or of those that are hidden, × log).
     *
     * @param only the items that count; null for all
     */
    DayCounts counts(@Nullable Set<ItemKey> only) {
        if (only != null) {
            return fold.counts(isRestricted() ? seen(only) : only);
        }
        if (hiddenItems.isEmpty()) {
            return fold.counts(null);
        }
        var known = counts;
        if (known == null) {
            known = fold.counts(null).without(fold.counts(hiddenItems));
            counts = known;
        }
        return known;
    }

    private Set<ItemKey> seen(Set<ItemKey> some) {
        var seen = new LinkedHashSet<>(some);
        seen.removeIf(key -> !isSeen(key));
        return seen;
    }

    /** The last moment of a day. */
    public Instant endOf(LocalDate day) {
        return day.plusDays(1).atStartOfDay(zone()).toInstant().minusNanos(1);
    }

    /** What an item with everything under it came to at the end of a day. */
    public Standing standing(ItemKey key, LocalDate day) {
        var tree = isRestricted() && above().contains(key) ? parts.apply(Part.under(key)) : fold;
        return of(key).flatMap(past -> past.at(endOf(day)))
                .map(moment -> tree.tree().standing(key, day, moment))
                .orElse(Standing.NOTHING);
    }

    /** What the items of a release came to at the end of a day, each with its own part. */
    public Standing release(String release, LocalDate day) {
        return isRestricted() && hiddenReleases().contains(release)
                ? parts.apply(Part.in(release)).tree().release(release, day, hiddenProducts)
                : fold.tree().release(release, day, hiddenProducts);
    }

    /**
     * How much is open under each value of an attribute at the end of a day.
     *
     * @param only the items that count; null for all
     */
    public List<OpenWork> open(
            String product,
            String level,
            @Nullable String team,
            String attribute,
            LocalDate day,
            @Nullable Set<ItemKey> only) {
        return OpenWork.of(
                counts(only)
                        .at(
                                product,
                                OpenWork.ATTRIBUTES.getOrDefault(attribute, Attribute.STATE),
                                level,
                                team,
                                day),
                attribute.equals(OpenWork.AGE) ? day : null);
    }

    /** What is seen and ever had something hidden below it. */
    private Set<ItemKey> above() {
        var known = above;
        if (known == null) {
            var found = new HashSet<ItemKey>();
            hidden().forEach(key -> climb(key, found));
            known = found;
            above = known;
        }
        return known;
    }

    private Collection<ItemKey> hidden() {
        return hiddenProducts.isEmpty()
                ? hiddenItems
                : fold.tree().all().keySet().stream().filter(key -> !isSeen(key)).toList();
    }

    private void climb(ItemKey from, Set<ItemKey> found) {
        var ahead = new ArrayDeque<ItemKey>();
        ahead.add(from);
        while (!ahead.isEmpty()) {
            for (var parent : parentsOf(ahead.remove())) {
                if (isSeen(parent) && found.add(parent)) {
                    ahead.add(parent);
                }
            }
        }
    }

    private Set<ItemKey> parentsOf(ItemKey key) {
        var parents = new HashSet<ItemKey>(2);
        for (var moment : momentsOf(key)) {
            if (moment.parent() != null) {
                parents.add(moment.parent());
            }
        }
        return parents;
    }

    private List<Moment> momentsOf(ItemKey key) {
        return fold.of(key).map(ItemPast::moments).orElse(List.of());
    }

    /**
     * The releases that what is hidden was ever in, itself or by what stands above it, and those of
     * what stood under it, which went with it where it was dropped.
     */
    private Set<String> hiddenReleases() {
        var known = hiddenReleases;
        if (known == null) {
            var found = new HashSet<String>();
            Stream.of(hidden(), above(), below(this::stoodUnderHidden))
                    .flatMap(Collection::stream)
                    .flatMap(key -> momentsOf(key).stream())
                    .map(Moment::release)
                    .filter(Objects::nonNull)
                    .forEach(found::add);
            known = found;
            hiddenReleases = known;
        }
        return known;
    }

    private boolean stoodUnderHidden(ItemKey key) {
        return parentsOf(key).stream().anyMatch(parent -> !isSeen(parent));
    }

    /** What is seen of some items and of what was ever below them. Time O(all moments). */
    private Set<ItemKey> below(Predicate<ItemKey> tops) {
        var children = new HashMap<ItemKey, List<ItemKey>>();
        var found = new LinkedHashSet<ItemKey>();
        for (var key : fold.tree().all().keySet()) {
            if (!isSeen(key)) {
                continue;
            }
            if (tops.test(key)) {
                found.add(key);
            }
            parentsOf(key)
                    .forEach(parent ->
                            children.computeIfAbsent(parent, any -> new ArrayList<>()).add(key));
        }
        var ahead = new ArrayDeque<>(found);
        while (!ahead.isEmpty()) {
            for (var child : children.getOrDefault(ahead.remove(), List.of())) {
                if (found.add(child)) {
                    ahead.add(child);
                }
            }
        }
        return found;
    }

    /**
     * The items of which a part has to be folded: those that were ever in it and are seen, and what
     * stands above them, since what is dropped takes with it what is below. Time O(all moments).
     */
    public Set<ItemKey> members(Part part) {
        var release = part.release();
        var members =
                below(release == null ? key -> key.equals(part.top()) : key -> wasIn(release, key));
        var above = new HashSet<ItemKey>();
        members.forEach(key -> climb(key, above));
        members.addAll(above);
        return members;
    }

    private boolean wasIn(String release, ItemKey key) {
        return momentsOf(key).stream().anyMatch(one -> release.equals(one.release()));
    }
}
