package greenladder.core.filter;

import greenladder.core.item.Item;
import greenladder.core.snapshot.Node;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** The orders that a list can be looked at in. Ties go by rank; what has no value comes last. */
public enum Sorting {
    RANK("rank", "rank", false) {
        @Override
        Comparator<Node> values(Lens lens) {
            return BY_RANK;
        }
    },
    SCORE("score", "score", true) {
        @Override
        Comparator<Node> values(Lens lens) {
            return nullsLast(lens.scores()::of, true);
        }
    },
    VALUE("value", "value", true) {
        @Override
        Comparator<Node> values(Lens lens) {
            return nullsLast(node -> node.item().value(), true);
        }
    },
    SIZE("size", "size", false) {
        @Override
        Comparator<Node> values(Lens lens) {
            return nullsLast(node -> node.rollUp().effective(), false);
        }
    },
    TITLE("title", "title", false) {
        @Override
        Comparator<Node> values(Lens lens) {
            return Comparator.comparing(node -> node.item().title(), String.CASE_INSENSITIVE_ORDER);
        }
    },
    KEY("key", "number", false) {
        @Override
        Comparator<Node> values(Lens lens) {
            return Comparator.comparing(node -> node.item().key());
        }
    },
    MADE("made", "newest first", true) {
        @Override
        Comparator<Node> values(Lens lens) {
            return Comparator.comparing((Node node) -> node.item().createdAt()).reversed();
        }
    },
    UPDATED("updated", "last changed first", true) {
        @Override
        Comparator<Node> values(Lens lens) {
            return Comparator.comparing((Node node) -> node.item().updatedAt()).reversed();
        }
    },
    FINISH("finish", "finish", false) {
        @Override
        Comparator<Node> values(Lens lens) {
            return nullsLast(node -> node.rollUp().dates().finish(), false);
        }
    };

    private static final Comparator<Node> BY_RANK =
            Comparator.comparing(
                    Node::item, Comparator.comparing(Item::rank).thenComparing(Item::key));

    private final String id;
    private final String label;
    private final boolean falling;

    Sorting(String id, String label, boolean falling) {
        this.id = id;
        this.label = label;
        this.falling = falling;
    }

    abstract Comparator<Node> values(Lens lens);

    public String id() {
        return id;
    }

    public String label() {
        return label;
    }

    /** Whether the largest comes first. */
    public boolean isFalling() {
        return falling;
    }

    public static Optional<Sorting> find(String id) {
        return List.of(values()).stream().filter(sorting -> sorting.id.equals(id)).findFirst();
    }

    /** Nodes in this order. Time O(n log n); each node's value is taken once. */
    public List<Node> sorted(Lens lens, List<Node> inRankOrder) {
        return this == RANK
                ? inRankOrder
                : inRankOrder.stream().sorted(values(lens).thenComparing(BY_RANK)).toList();
    }

    private static <T extends Comparable<? super T>> Comparator<Node> nullsLast(
            Function<Node, @Nullable T> value, boolean falling) {
        Comparator<T> order = falling ? Comparator.reverseOrder() : Comparator.naturalOrder();
        return Comparator.comparing(value, Comparator.nullsLast(order));
    }
}
