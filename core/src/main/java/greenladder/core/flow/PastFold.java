package greenladder.core.flow;

import static greenladder.core.flow.Standing.NONE;

import greenladder.core.change.Change;
import greenladder.core.flow.DayCounts.Attribute;
import greenladder.core.flow.PastTree.Own;
import greenladder.core.item.Amount;
import greenladder.core.item.Category;
import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.item.Refinement;
import greenladder.core.item.State;
import greenladder.core.item.Workspace;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Folds the log, operation by operation, into what each item, each parent and each release was over
 * time, and how much stood where at the end of each day. Goes on from where it stands; not to be
 * shared between threads.
 */
public final class PastFold {
    /** The fields that it needs; changes of others may be left out. */
    public static final Set<Field> FIELDS =
            Set.of(
                    Field.EXISTS,
                    Field.LEVEL,
                    Field.KIND,
                    Field.STATE,
                    Field.SIZE,
                    Field.PARENT,
                    Field.TEAM,
                    Field.SPRINT,
                    Field.RELEASE,
                    Field.ASSIGNEE,
                    Field.BROKEN_DOWN,
                    Field.HOURS_INVESTED,
                    Field.HOURS_REMAINING);

    private final ZoneId zone;
    private final PastTree tree = new PastTree();
    private final DayCounts counts;
    private final Map<String, Days> days = new HashMap<>();

    /** What happened on which day, by product. */
    private static final class Days {
        private final NavigableMap<LocalDate, Set<ItemKey>> changed = new TreeMap<>();
        private final NavigableMap<LocalDate, Set<ItemKey>> finished = new TreeMap<>();
        private final Set<ItemKey> underWay = new LinkedHashSet<>();
    }

    /**
     * @param zone in which days end
     */
    public PastFold(ZoneId zone) {
        this.zone = zone;
        this.counts = new DayCounts(zone);
    }

    public ZoneId zone() {
        return zone;
    }

    /** Takes the changes of one operation; each operation comes once, in the order of the log. */
    public void take(Instant at, Collection<Change> changes, Workspace workspace) {
        var byItem = new LinkedHashMap<ItemKey, List<Change>>();
        for (var change : changes) {
            if (FIELDS.contains(change.field())) {
                byItem.computeIfAbsent(change.item(), any -> new ArrayList<>(4)).add(change);
            }
        }
        byItem.forEach((key, own) -> apply(key, own, at, workspace));
    }

    private void apply(ItemKey key, List<Change> changes, Instant at, Workspace workspace) {
        var node = tree.node(key);
        var before = node.now();
        var draft = new MomentDraft(before, node.own());
        changes.forEach(draft::set);
        var level = levelOf(workspace, key, draft.level());
        var own = draft.own(level.map(Level::carriesPoints).orElse(true));
        var moment =
                draft.isMoment() || before == null
                        ? draft.moment(
                                at,
                                level.map(found -> category(workspace, found, draft))
                                        .orElse(Category.TO_DO))
                        : null;
        var date = LocalDate.ofInstant(at, zone);
        tree.change(node, moment, own, date);
        if (moment != null) {
            counts.change(key, before, moment, node.moments().getFirst());
            note(key, before, moment, date);
        }
    }

    private static Optional<Level> levelOf(Workspace workspace, ItemKey key, String level) {
        return workspace
                .findProduct(key.product())
                .flatMap(product -> product.levels().find(level));
    }

    /** A state that is not there any more counts as to do. */
    private static Category category(Workspace workspace, Level level, MomentDraft draft) {
        return workspace
                .statesOf(level, draft.team())
                .find(draft.state())
                .map(State::category)
                .orElse(Category.TO_DO);
    }

    private void note(ItemKey key, @Nullable Moment before, Moment now, LocalDate date) {
        var those = days.computeIfAbsent(key.product(), any -> new Days());
        those.changed.computeIfAbsent(date, any -> new LinkedHashSet<>()).add(key);
        var was = before == null ? null : before.category();
        if (was == now.category()) {
            return;
        }
        if (now.category() == Category.DONE) {
            those.finished.computeIfAbsent(date, any -> new LinkedHashSet<>()).add(key);
        }
        if (now.category() == Category.IN_PROGRESS) {
            those.underWay.add(key);
        } else {
            those.underWay.remove(key);
        }
    }

    public Optional<ItemPast> of(ItemKey key) {
        return tree.find(key)
                .filter(node -> !node.moments().isEmpty())
                .map(node -> new ItemPast(key, node.moments()));
    }

    /** The items that something happened to between two days, both among them. */
    public Set<ItemKey> changed(String product, LocalDate from, LocalDate to) {
        return between(days.getOrDefault(product, new Days()).changed, from, to);
    }

    /** The items that came to be done between two days, whatever became of them since. */
    Set<ItemKey> finished(String product, LocalDate from, LocalDate to) {
        return between(days.getOrDefault(product, new Days()).finished, from, to);
    }

    /** The items that may have been under way at the end of a day, and all that were. */
    Set<ItemKey> underWay(String product, LocalDate day) {
        var those = days.getOrDefault(product, new Days());
        var found = new LinkedHashSet<>(those.underWay);
        those.changed.tailMap(day, false).values().forEach(found::addAll);
        return found;
    }

    private static Set<ItemKey> between(
            NavigableMap<LocalDate, Set<ItemKey>> days, LocalDate from, LocalDate to) {
        var found = new LinkedHashSet<ItemKey>();
        days.subMap(from, true, to, true).values().forEach(found::addAll);
        return found;
    }

    DayCounts counts() {
        return counts;
    }

    /** The last moment of a day. */
    public Instant endOf(LocalDate day) {
        return day.plusDays(1).atStartOfDay(zone).toInstant().minusNanos(1);
    }

    /** What an item with everything under it came to at the end of a day. */
    public Standing standing(ItemKey key, LocalDate day) {
        return of(key).flatMap(past -> past.at(endOf(day)))
                .map(moment -> tree.standing(key, day, moment))
                .orElse(Standing.NOTHING);
    }

    /** What the items of a release came to at the end of a day, each with its own part. */
    public Standing release(String release, LocalDate day) {
        return tree.release(release, day);
    }

    /** How much is open under each value of an attribute at the end of a day. */
    public List<OpenWork> open(
            String product, String level, @Nullable String team, String attribute, LocalDate day) {
        return OpenWork.of(
                counts.at(
                        product,
                        OpenWork.ATTRIBUTES.getOrDefault(attribute, Attribute.STATE),
                        level,
                        team,
                        day),
                attribute.equals(OpenWork.AGE) ? day : null);
    }

    /** The facts of an item while an operation's changes are laid over them. */
    private static final class MomentDraft {
        private final Map<Field.Base, String> texts = new HashMap<>();
        private boolean exists;
        private boolean isMoment;

        MomentDraft(@Nullable Moment before, Own own) {
            if (before != null) {
                exists = before.category() != null;
                put(Field.Base.LEVEL, before.level());
                put(Field.Base.STATE, before.state());
                put(Field.Base.KIND, before.kind());
                put(Field.Base.SIZE, before.size());
                put(Field.Base.PARENT, before.parent());
                put(Field.Base.TEAM, before.team());
                put(Field.Base.SPRINT, before.sprint());
                put(Field.Base.RELEASE, before.release());
                put(Field.Base.ASSIGNEE, before.assignee());
            }
            put(Field.Base.BROKEN_DOWN, own.brokenDown() ? Refinement.YES : null);
            put(Field.Base.HOURS_INVESTED, amount(own.invested()));
            put(Field.Base.HOURS_REMAINING, amount(own.remaining()));
        }

        private static @Nullable Amount amount(long thousandths) {
            return thousandths == NONE ? null : new Amount(thousandths);
        }

        private void put(Field.Base field, @Nullable Object value) {
            if (value == null) {
                texts.remove(field);
            } else {
                texts.put(field, value.toString());
            }
        }

        void set(Change change) {
            var base = change.field().base();
            switch (base) {
                case EXISTS -> exists = change.after() != null;
                case BROKEN_DOWN, HOURS_INVESTED, HOURS_REMAINING -> {
                    put(base, change.after());
                    return;
                }
                default -> put(base, change.after());
            }
            isMoment = true;
        }

        boolean isMoment() {
            return isMoment;
        }

        String level() {
            return texts.getOrDefault(Field.Base.LEVEL, "");
        }

        String state() {
            return texts.getOrDefault(Field.Base.STATE, "");
        }

        @Nullable String team() {
            return texts.get(Field.Base.TEAM);
        }

        Moment moment(Instant at, Category category) {
            return new Moment(
                    at,
                    exists ? category : null,
                    level(),
                    state(),
                    texts.getOrDefault(Field.Base.KIND, ""),
                    amount(Field.Base.SIZE),
                    ItemKey.parse(texts.getOrDefault(Field.Base.PARENT, "")).orElse(null),
                    team(),
                    texts.get(Field.Base.SPRINT),
                    texts.get(Field.Base.RELEASE),
                    texts.get(Field.Base.ASSIGNEE));
        }

        Own own(boolean carriesPoints) {
            return new Own(
                    carriesPoints,
                    texts.containsKey(Field.Base.BROKEN_DOWN),
                    thousandths(Field.Base.HOURS_INVESTED),
                    thousandths(Field.Base.HOURS_REMAINING));
        }

        private @Nullable Amount amount(Field.Base field) {
            return Amount.parse(texts.getOrDefault(field, "")).orElse(null);
        }

        private long thousandths(Field.Base field) {
            var amount = amount(field);
            return amount == null ? NONE : amount.thousandths();
        }
    }
}
