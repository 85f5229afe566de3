package greenladder.core.filter;

import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Parts that each leave some items out; an item is found where all let it through. Within one part,
 * any of the values asked for will do.
 */
public final class Filter {
    private static final int BLOCK = 256;

    private static final Part NOT_DROPPED =
            new Part("dropped", "Not dropped", node -> !node.item().isDropped());

    private final List<Part> parts;

    /**
     * One part of a filter.
     *
     * @param id of its facet, or a name of its own
     * @param words its label and what was asked for, such as "Team: Lantern or Gannet"
     */
    public record Part(String id, String words, Predicate<Node> lets) {}

    /** A value with the number of items that have it, of those that all other parts let through. */
    public record Count(String value, int items) {}

    /** A part without which so many items would be found. */
    public record Blame(Part part, int items) {}

    public Filter(List<Part> parts) {
        this.parts = List.copyOf(parts);
    }

    /** A part that lets through what has one of these values of a facet. */
    public static Part part(Facet facet, Collection<String> asked) {
        var words =
                asked.stream()
                        .map(value -> wordsOf(facet, value))
                        .collect(Collectors.joining(" or "));
        return new Part(facet.id(), facet.label() + ": " + words, facet.picking().of(asked));
    }

    /** A part that lets through what has none of these values of a facet. */
    public static Part without(Facet facet, Collection<String> asked) {
        var words =
                asked.stream()
                        .map(value -> wordsOf(facet, value))
                        .collect(Collectors.joining(" nor "));
        return new Part(
                PickName.hasNot(facet.id()),
                facet.label() + ": not " + words,
                facet.picking().of(asked).negate());
    }

    /** A part that lets through what one of several lets through. */
    public static Part either(String id, List<Part> alternatives) {
        return new Part(
                id,
                alternatives.stream().map(Part::words).collect(Collectors.joining(" or ")),
                node -> alternatives.stream().anyMatch(part -> part.lets().test(node)));
    }

    private static String wordsOf(Facet facet, String value) {
        return switch (value) {
            case Facets.ME -> "me";
            case Facets.CURRENT -> "current";
            default -> facet.words().apply(value);
        };
    }

    /** A part that lets through what stands under one of these items, at any depth. */
    public static Part under(Snapshot snapshot, Collection<ItemKey> above) {
        var words =
                above.stream()
                        .map(key ->
                                snapshot.findItem(key)
                                        .map(item -> item.title())
                                        .orElse(key.toString()))
                        .collect(Collectors.joining(" or "));
        return new Part(
                "under",
                "Under: " + words,
                node -> above.stream().anyMatch(key -> snapshot.isUnder(node.item(), key)));
    }

    /** A part that lets through the items that a search for words found. */
    public static Part text(String words, Set<ItemKey> hits) {
        return new Part("text", "Text: " + words, node -> hits.contains(node.item().key()));
    }

    /** This one for a list that shows dropped items only where their state is picked. */
    public Filter withoutDropped() {
        var all = new ArrayList<>(parts);
        all.add(NOT_DROPPED);
        return new Filter(all);
    }

    public List<Part> parts() {
        return parts;
    }

    public boolean lets(Node node) {
        for (var part : parts) {
            if (!part.lets().test(node)) {
                return false;
            }
        }
        return true;
    }

    /**
     * Counts the values of facets: each among the items that all parts but the facet's own let
     * through, so that every count tells what picking that value would find. One pass, time O(n ·
     * (parts + facets)).
     *
     * @return by the facet's id, in the facet's order of values
     */
    public Map<String, List<Count>> counts(List<Facet> facets, Iterable<Node> nodes) {
        var tallies = facets.stream().map(Tally::new).toList();
        var own = new IdentityHashMap<Part, List<Tally>>();
        for (var part : parts) {
            own.put(part, tallies.stream().filter(tally -> isOf(tally.facet, part)).toList());
        }
        // By blocks, one facet after the other: a block stays in the processor's cache.
        var block = new ArrayList<Node>(BLOCK);
        for (var node : nodes) {
            var failing = failing(node);
            if (failing == null) {
                block.add(node);
                if (block.size() == BLOCK) {
                    tallies.forEach(tally -> tally.count(block));
                    block.clear();
                }
            } else {
                own.getOrDefault(failing, List.of())
                        .forEach(tally -> tally.facet.values().of(node, tally));
            }
        }
        tallies.forEach(tally -> tally.count(block));
        return tallies.stream().collect(Collectors.toMap(tally -> tally.facet.id(), Tally::counts));
    }

    /** Whether a part picks or leaves out values of a facet, by itself. */
    private static boolean isOf(Facet facet, Part part) {
        if (part == NOT_DROPPED) {
            return facet.id().equals("category") || facet.id().equals("state");
        }
        return part.id().equals(facet.id()) || part.id().equals(PickName.hasNot(facet.id()));
    }

    /** How many items picking one value of a facet finds beside all parts but the facet's own. */
    public int count(Facet facet, String value, Collection<Node> nodes) {
        var others = new Filter(parts.stream().filter(part -> !isOf(facet, part)).toList());
        var picked = facet.picking().of(List.of(value));
        return (int) nodes.stream().filter(picked).filter(others::lets).count();
    }

    private static final Part MANY = new Part("", "", any -> false);

    /** The only part that does not let a node through; null for none, MANY for several. */
    private @Nullable Part failing(Node node) {
        Part failing = null;
        for (var part : parts) {
            if (!part.lets().test(node)) {
                if (failing != null) {
                    return MANY;
                }
                failing = part;
            }
        }
        return failing;
    }

    /**
     * For a filter that finds nothing: the parts without which alone something would be found, or,
     * where there are none, those that find nothing by themselves.
     */
    public List<Blame> blames(Collection<Node> nodes) {
        var without = new HashMap<Part, Integer>();
        var finds = new HashSet<Part>();
        for (var node : nodes) {
            var failing = failing(node);
            if (failing != null && failing != MANY) {
                without.merge(failing, 1, Integer::sum);
            }
            parts.stream()
                    .filter(part -> !finds.contains(part) && part.lets().test(node))
                    .toList()
                    .forEach(finds::add);
        }
        var blames = new ArrayList<Blame>();
        for (var part : parts) {
            int items = without.getOrDefault(part, 0);
            if (items > 0) {
                blames.add(new Blame(part, items));
            }
        }
        if (blames.isEmpty()) {
            parts.stream()
                    .filter(part -> !finds.contains(part))
                    .forEach(part -> blames.add(new Blame(part, 0)));
        }
        return blames;
    }

    private static final class Tally implements Consumer<String> {
        final Facet facet;
        final Map<String, int[]> counts = new HashMap<>();
        private @Nullable String last;
        private int[] lastCount = new int[1];

        Tally(Facet facet) {
            this.facet = facet;
        }

        void count(List<Node> nodes) {
            for (var node : nodes) {
                facet.values().of(node, this);
            }
        }

        /** Items next to each other mostly have the same value, as the same object. */
        @Override
        public void accept(String value) {
            if (value != last) {
                last = value;
                lastCount = counts.computeIfAbsent(value, any -> new int[1]);
            }
            lastCount[0]++;
        }

        List<Count> counts() {
            var sorted = new TreeMap<String, int[]>(facet.order());
            sorted.putAll(counts);
            return sorted.entrySet().stream()
                    .map(entry -> new Count(entry.getKey(), entry.getValue()[0]))
                    .toList();
        }
    }
}
