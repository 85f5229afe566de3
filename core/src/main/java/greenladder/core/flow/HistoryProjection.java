package greenladder.core.flow;

import static greenladder.core.flow.Standing.NONE;

import greenladder.core.change.Change;
import greenladder.core.flow.Flow.Passage;
import greenladder.core.flow.Moment.Facts;
import greenladder.core.flow.PastTree.Own;
import greenladder.core.item.Field;
import greenladder.core.level.Category;
import greenladder.core.level.Level;
import greenladder.core.level.State;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.core.workspace.Workspace;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Folds the log, operation by operation, into what each item, each parent and each release was over
 * time, and how much stood where at the end of each day. Goes on from where it stands; read through
 * {@link Past}, and by nobody while it goes on.
 */
public final class HistoryProjection {
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

    /** Those that figures need and moments do not hold. */
    private static final Set<Field> OWN =
            Set.of(Field.BROKEN_DOWN, Field.HOURS_INVESTED, Field.HOURS_REMAINING);

    private static final Days NOTHING = new Days();

    private final ZoneId zone;
    private final PastTree tree = new PastTree();
    private final DayCounts counts;
    private final Map<String, Days> days = new HashMap<>();

    /** One object for each text that comes again and again. */
    private final Map<String, String> pool = new HashMap<>();

    /** What happened on which day, by product. */
    private static final class Days {
        private final NavigableMap<Integer, List<ItemKey>> changed = new TreeMap<>();
        private final NavigableMap<Integer, Map<ItemKey, Passage>> finished = new TreeMap<>();
        private final Map<String, Map<ItemKey, Passage>> underWay = new HashMap<>();

        /** Where an item stands while it is done, or under way. */
        private Map<ItemKey, Passage> at(Passage passage, ZoneId zone) {
            var done = passage.finished();
            return done == null
                    ? underWay.computeIfAbsent(passage.level(), any -> new LinkedHashMap<>())
                    : finished.computeIfAbsent(
                            (int) LocalDate.ofInstant(done, zone).toEpochDay(),
                            any -> new LinkedHashMap<>());
        }
    }

    /**
     * @param zone in which days end
     */
    public HistoryProjection(ZoneId zone) {
        this.zone = zone;
        this.counts = new DayCounts(zone);
    }

    ZoneId zone() {
        return zone;
    }

    /**
     * Takes the changes of one operation; each operation comes once, in the order of the log.
     *
     * @param by whose it was
     */
    public void take(Instant at, String by, Collection<Change> changes, Workspace workspace) {
        var who = pool.computeIfAbsent(by, any -> by);
        var byItem = new LinkedHashMap<ItemKey, List<Change>>();
        for (var change : changes) {
            if (FIELDS.contains(change.field())) {
                byItem.computeIfAbsent(change.item(), any -> new ArrayList<>(4)).add(change);
            }
        }
        byItem.forEach((key, own) -> apply(key, own, at, who, workspace));
    }

    private void apply(
            ItemKey key, List<Change> changes, Instant at, String by, Workspace workspace) {
        var node = tree.node(key);
        var before = node.now();
        var draft = new MomentDraft(before, node.own(), pool);
        changes.forEach(draft::set);
        var level = levelOf(workspace, key, draft.level());
        var own = draft.own(level.map(Level::carriesPoints).orElse(true));
        var moment =
                draft.isMoment() || before == null
                        ? draft.moment(
                                Moment.micros(at),
                                by,
                                level.map(found -> category(workspace, found, draft))
                                        .orElse(Category.TO_DO))
                        : null;
        var date = LocalDate.ofInstant(at, zone);
        int day = (int) date.toEpochDay();
        tree.change(node, moment, own, day);
        if (moment != null) {
            counts.change(key, before, moment, node.moments().getFirst(), day);
            note(key, node, moment, day);
        }
    }

    private static Optional<Level> levelOf(Workspace workspace, ItemKey key, String level) {
        return workspace
                .findProduct(key.product())
                .flatMap(product -> product.levels().find(level));
    }

    /** A state that no longer exists counts as to do. */
    private static Category category(Workspace workspace, Level level, MomentDraft draft) {
        return workspace
                .statesOf(level, draft.team())
                .find(draft.state())
                .map(State::category)
                .orElse(Category.TO_DO);
    }

    private void note(ItemKey key, PastTree.Node node, Moment now, int day) {
        var those = days.computeIfAbsent(key.product(), any -> new Days());
        those.changed.computeIfAbsent(day, any -> new ArrayList<>()).add(key);
        var passage = node.passage();
        if (passage != null) {
            those.at(passage, zone).remove(key);
        }
        var next =
                now.counts()
                        ? Flow.passage(new ItemPast(key, node.moments()), now, now.at())
                        : null;
        // What was never started goes through nothing yet.
        next = next == null || next.finished() == null && next.started() == null ? null : next;
        node.pass(next);
        if (next != null) {
            those.at(next, zone).put(key, next);
        }
    }

    Optional<ItemPast> of(ItemKey key) {
        return tree.find(key)
                .filter(node -> !node.moments().isEmpty())
                .map(node -> new ItemPast(key, node.moments()));
    }

    PastTree tree() {
        return tree;
    }

    /** What happened to a product on each day between two, both among them. */
    Collection<List<ItemKey>> changed(String product, LocalDate from, LocalDate to) {
        return from.isAfter(to)
                ? List.of()
                : days.getOrDefault(product, NOTHING)
                        .changed
                        .subMap((int) from.toEpochDay(), true, (int) to.toEpochDay(), true)
                        .values();
    }

    /** How what is done now came to be done between two days, both among them, in that order. */
    Collection<Map<ItemKey, Passage>> finished(String product, LocalDate from, LocalDate to) {
        return days.getOrDefault(product, NOTHING)
                .finished
                .subMap((int) from.toEpochDay(), true, (int) to.toEpochDay(), true)
                .values();
    }

    /** What is under way now on a level. */
    Map<ItemKey, Passage> underWay(String product, String level) {
        return days.getOrDefault(product, NOTHING).underWay.getOrDefault(level, Map.of());
    }

    /**
     * How many there were of each sort on each day. Time O(1) for all, else O(moments of the items
     * × log).
     *
     * @param only the items that count; null for all
     */
    DayCounts counts(@Nullable Set<ItemKey> only) {
        if (only == null) {
            return counts;
        }
        var steps = new ArrayList<Step>();
        for (var key : only) {
            tree.find(key).ifPresent(node -> steps.addAll(steps(key, node.moments())));
        }
        steps.sort(Comparator.comparingLong(step -> step.now().micros()));
        var some = new DayCounts(zone);
        steps.forEach(step ->
                some.change(
                        step.item(),
                        step.before(),
                        step.now(),
                        step.first(),
                        (int) LocalDate.ofInstant(step.now().at(), zone).toEpochDay()));
        return some;
    }

    private record Step(ItemKey item, @Nullable Moment before, Moment now, Moment first) {}

    private static List<Step> steps(ItemKey key, List<Moment> moments) {
        var steps = new ArrayList<Step>(moments.size());
        Moment before = null;
        for (var moment : moments) {
            steps.add(new Step(key, before, moment, moments.getFirst()));
            before = moment;
        }
        return steps;
    }

    /** The facts of an item while an operation's changes are laid over them. */
    private static final class MomentDraft {
        private final Facts facts;
        private final Map<String, String> pool;
        private boolean exists;
        private String level;
        private String state;
        private String kind;
        private @Nullable Amount size;
        private @Nullable ItemKey parent;
        private @Nullable String team;
        private @Nullable String sprint;
        private @Nullable String release;
        private @Nullable String assignee;
        private boolean brokenDown;
        private long invested;
        private long remaining;
        private boolean isMoment;

        MomentDraft(@Nullable Moment before, Own own, Map<String, String> pool) {
            this.pool = pool;
            facts = before == null ? Facts.NONE : before.facts();
            exists = before != null && before.category() != null;
            state = before == null ? "" : before.state();
            level = facts.level();
            kind = facts.kind();
            size = facts.size();
            parent = facts.parent();
            team = facts.team();
            sprint = facts.sprint();
            release = facts.release();
            assignee = facts.assignee();
            brokenDown = own.brokenDown();
            invested = own.invested();
            remaining = own.remaining();
        }

        void set(Change change) {
            isMoment |= !OWN.contains(change.field());
            switch (change.field().base()) {
                case EXISTS -> exists = change.after() != null;
                case LEVEL -> level = key(change);
                case STATE -> state = key(change);
                case KIND -> kind = key(change);
                case SIZE -> size = (Amount) change.after();
                case PARENT -> parent = (ItemKey) change.after();
                case TEAM -> team = shared(change);
                case SPRINT -> sprint = shared(change);
                case RELEASE -> release = shared(change);
                case ASSIGNEE -> assignee = shared(change);
                default -> setOwn(change);
            }
        }

        /** What makes no moment of its own. */
        private void setOwn(Change change) {
            if (change.field().equals(Field.BROKEN_DOWN)) {
                brokenDown = change.after() != null;
            } else if (change.field().equals(Field.HOURS_INVESTED)) {
                invested = thousandths(change);
            } else {
                remaining = thousandths(change);
            }
        }

        private String key(Change change) {
            return Objects.requireNonNullElse(shared(change), "");
        }

        private @Nullable String shared(Change change) {
            return change.after(String.class)
                    .map(key -> pool.computeIfAbsent(key, any -> key))
                    .orElse(null);
        }

        private static long thousandths(Change change) {
            return change.after(Amount.class).map(Amount::thousandths).orElse(NONE);
        }

        boolean isMoment() {
            return isMoment;
        }

        String level() {
            return level;
        }

        String state() {
            return state;
        }

        @Nullable String team() {
            return team;
        }

        Moment moment(long micros, String by, Category category) {
            var now = new Facts(level, kind, size, parent, team, sprint, release, assignee);
            return new Moment(
                    micros, by, exists ? category : null, state, now.equals(facts) ? facts : now);
        }

        Own own(boolean carriesPoints) {
            return new Own(carriesPoints, brokenDown, invested, remaining);
        }
    }
}
