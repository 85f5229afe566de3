package greenladder.track;

import greenladder.core.level.Level;
import greenladder.core.snapshot.Node;
import greenladder.core.value.ItemKey;
import greenladder.list.FilterLine;
import greenladder.list.FilterLines;
import greenladder.list.ListState;
import greenladder.list.Narrowed;
import greenladder.view.ViewContext;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** What a view of Track is narrowed down to by the line over it. Belongs to one request. */
public final class Sieve {
    private final FilterLines lines;
    private final ViewContext context;
    private final Narrowed narrowed;

    public Sieve(FilterLines lines, ViewContext context, ListState state) {
        this.lines = lines;
        this.context = context;
        this.narrowed =
                lines.narrowed(
                        context.snapshot(), List.of(context.product()), state, context.reader());
    }

    boolean isNarrow() {
        return narrowed.isNarrow();
    }

    boolean lets(Node node) {
        return !isNarrow() || narrowed.finds(node);
    }

    public List<Node> of(Collection<Node> nodes) {
        return isNarrow() ? nodes.stream().filter(narrowed::finds).toList() : List.copyOf(nodes);
    }

    /** Those of a level that are found as they are now; null where nothing is narrowed down. */
    public @Nullable Set<ItemKey> keys(Level level) {
        return isNarrow()
                ? of(context.snapshot().level(context.product(), level)).stream()
                        .map(node -> node.item().key())
                        .collect(Collectors.toSet())
                : null;
    }

    /** What is found, and all that stands below it, as far as it carries points. */
    Map<ItemKey, Node> withBelow() {
        var found = new LinkedHashMap<ItemKey, Node>();
        context.snapshot()
                .roots(context.product().code())
                .forEach(root -> take(root, false, found));
        return found;
    }

    private void take(Node node, boolean isBelow, Map<ItemKey, Node> found) {
        if (node.item().isDropped() || !node.item().level().carriesPoints()) {
            return;
        }
        boolean isIn = isBelow || lets(node);
        if (isIn) {
            found.put(node.item().key(), node);
        }
        node.children().forEach(child -> take(child, isIn, found));
    }

    /**
     * @param path of the view
     * @param own the view's own parameters
     */
    String url(String path, Map<String, String> own) {
        return "/%s/%s?%s".formatted(context.product().code(), path, narrowed.state().query(own));
    }

    public FilterLine line(
            String path, Map<String, String> own, Collection<Node> found, Collection<Node> all) {
        return lines.line(narrowed, path, own, context.reader(), found, all);
    }

    /** The line over what tells of the items of a level. */
    public FilterLine line(String path, Map<String, String> own, Level level) {
        var all = context.snapshot().level(context.product(), level);
        return line(path, own, isNarrow() ? of(all) : all, all);
    }
}
