package greenladder.core.flow;

import greenladder.core.change.Change;
import greenladder.core.item.Amount;
import greenladder.core.item.Category;
import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.item.State;
import greenladder.core.item.Workspace;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Folds the log, operation by operation, into what each item was over time. Goes on from where it
 * stands; not to be shared between threads.
 */
public final class PastFold {
    private static final Set<Field> FOLLOWED =
            Set.of(Field.EXISTS, Field.LEVEL, Field.STATE, Field.SIZE, Field.TEAM);

    private final Map<ItemKey, List<Moment>> moments = new LinkedHashMap<>();
    private final Map<ItemKey, Map<Field.Base, String>> known = new HashMap<>();

    /** Takes the changes of one operation; each operation comes once, in the order of the log. */
    public void take(Instant at, Collection<Change> changes, Workspace workspace) {
        var touched = new HashSet<ItemKey>();
        for (var change : changes) {
            if (!FOLLOWED.contains(change.field())) {
                continue;
            }
            touched.add(change.item());
            var texts =
                    known.computeIfAbsent(change.item(), any -> new EnumMap<>(Field.Base.class));
            if (change.after() == null) {
                texts.remove(change.field().base());
            } else {
                texts.put(change.field().base(), change.after());
            }
        }
        touched.forEach(key -> add(key, at, workspace));
    }

    private void add(ItemKey key, Instant at, Workspace workspace) {
        var texts = Objects.requireNonNull(known.get(key));
        var level = texts.getOrDefault(Field.Base.LEVEL, "");
        var state = texts.getOrDefault(Field.Base.STATE, "");
        var team = texts.get(Field.Base.TEAM);
        var size = texts.get(Field.Base.SIZE);
        moments.computeIfAbsent(key, any -> new ArrayList<>())
                .add(
                        new Moment(
                                at,
                                texts.containsKey(Field.Base.EXISTS)
                                        ? category(workspace, key, level, team, state)
                                        : null,
                                level,
                                state,
                                size == null ? null : Amount.parse(size).orElse(null),
                                team));
    }

    /** A state that is not there any more counts as to do. */
    private static Category category(
            Workspace workspace, ItemKey key, String level, @Nullable String team, String state) {
        return workspace
                .findProduct(key.product())
                .flatMap(product -> product.levels().find(level))
                .map((Level found) -> workspace.statesOf(found, team))
                .flatMap(states -> states.find(state))
                .map(State::category)
                .orElse(Category.TO_DO);
    }

    /** The items of a product over time. */
    public List<ItemPast> of(String product) {
        return moments.entrySet().stream()
                .filter(entry -> entry.getKey().product().equals(product))
                .map(entry -> new ItemPast(entry.getKey(), entry.getValue()))
                .toList();
    }
}
