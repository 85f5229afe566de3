package greenladder.core.edit;

import greenladder.core.change.Legality;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.FieldReader.Reading;
import greenladder.core.item.Details;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.Lines;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.core.value.Shortened;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * One item's fields on their way from what was entered to what is kept. Reads every field, finds
 * everything that is wrong, and fills in what follows: the plain kind, the first state, the first
 * estimate, the remaining hours.
 */
public final class Fields {
    private final Snapshot snapshot;
    private final Product product;
    private final int entry;
    private final ProblemCollector found;
    private final @Nullable Item item;

    /** The fields that change; a null value empties one. */
    private final Map<Field, @Nullable Object> kept = new TreeMap<>();

    Fields(
            Snapshot snapshot,
            Product product,
            @Nullable Item item,
            int entry,
            ProblemCollector found) {
        this.snapshot = snapshot;
        this.product = product;
        this.item = item;
        this.entry = entry;
        this.found = found;
    }

    /**
     * Reads all fields entered.
     *
     * @return the fields that change; only to be used where nothing wrong was found
     */
    Map<Field, @Nullable Object> read(Map<String, String> entered) {
        var reader = new FieldReader(snapshot, product);
        var byField = new TreeMap<Field, String>();
        entered.forEach((label, text) ->
                Field.findEditable(label)
                        .ifPresentOrElse(
                                field -> byField.put(field, text),
                                () ->
                                        problem(
                                                label,
                                                "There is no field “%s” that can be set."
                                                        .formatted(Shortened.inMessage(label)))));
        if (item == null) {
            byField.putIfAbsent(Field.TITLE, "");
            byField.putIfAbsent(Field.LEVEL, "");
        }
        byField.forEach((field, text) -> {
            if (field != Field.KIND && field != Field.STATE) {
                keep(field, reader.read(field, text));
            }
        });
        followDetails(byField);
        var level = levelNow();
        followTeam();
        if (level != null) {
            fillKindAndState(reader, level, byField);
            checkMeasure(level);
            followHours(level);
        }
        checkDates();
        followFirstEstimate();
        return kept;
    }

    /** The level that the item will have; null where none could be read. */
    @Nullable Level levelNow() {
        return kept.get(Field.LEVEL) instanceof String key
                ? product.levels().find(key).orElse(null)
                : item == null ? null : item.level();
    }

    /** Checks the parent and, for a level that changes, the children. */
    void checkTree(@Nullable Item parent) {
        var level = levelNow();
        if (level == null) {
            return;
        }
        var key = item == null ? null : item.key();
        if (parent != null) {
            Legality.parentProblem(snapshot, key, level, parent)
                    .ifPresent(message ->
                            problem(
                                    kept.containsKey(Field.PARENT) ? Field.PARENT : Field.LEVEL,
                                    message));
        }
        if (item != null && !level.equals(item.level())) {
            Legality.levelProblem(snapshot, item, level)
                    .ifPresent(message -> problem(Field.LEVEL, message));
        }
    }

    /**
     * The parent that the item will have; null for none, and where the one entered could not be
     * read.
     */
    @Nullable Item parentNow() {
        return now(Field.PARENT, ItemKey.class).flatMap(snapshot::findItem).orElse(null);
    }

    private void fillKindAndState(FieldReader reader, Level level, Map<Field, String> byField) {
        boolean levelChanges = item == null || !level.equals(item.level());
        var kind = byField.getOrDefault(Field.KIND, "");
        if (!kind.isBlank()) {
            keep(Field.KIND, reader.kind(level, kind));
        } else if (levelChanges || byField.containsKey(Field.KIND)) {
            kept.put(Field.KIND, level.plainKind());
        }
        var states = snapshot.workspace().statesOf(level, keyNow(Field.TEAM));
        var state = byField.getOrDefault(Field.STATE, "");
        if (!state.isBlank()) {
            keep(Field.STATE, reader.state(level, states, state));
        } else if (byField.containsKey(Field.STATE) && item != null) {
            problem(Field.STATE, "A state is needed.");
        } else if (item == null) {
            kept.put(Field.STATE, states.first().key());
        } else if (states.find(item.state().key()).isEmpty()) {
            kept.put(Field.STATE, states.firstOf(item.category()).key());
        }
    }

    /**
     * A sprint belongs to one team: what is planned into it goes to that team, unless a team is
     * entered too; what goes to another team leaves the sprint.
     */
    private void followTeam() {
        var meantFor = snapshot.workspace().findSprint((String) kept.get(Field.CANDIDATE));
        if (meantFor.isPresent() && keyNow(Field.TEAM) == null) {
            kept.put(Field.TEAM, meantFor.get().team());
        }
        var sprint = snapshot.workspace().findSprint(keyNow(Field.SPRINT));
        if (sprint.isEmpty() || sprint.get().team().equals(keyNow(Field.TEAM))) {
            return;
        }
        if (!kept.containsKey(Field.TEAM)) {
            kept.put(Field.TEAM, sprint.get().team());
        } else if (!kept.containsKey(Field.SPRINT)) {
            kept.put(Field.SPRINT, null);
        } else {
            problem(Field.SPRINT, "%s is another team's.".formatted(sprint.get().name()));
        }
    }

    private void checkMeasure(Level level) {
        for (var field :
                List.of(
                        Field.SIZE,
                        Field.HOURS_ESTIMATE,
                        Field.HOURS_INVESTED,
                        Field.HOURS_REMAINING)) {
            if (kept.get(field) == null) {
                continue;
            }
            boolean isThought = field == Field.HOURS_ESTIMATE && isAboveHours(level);
            if (field != Field.SIZE && level.carriesPoints() && !isThought) {
                problem(
                        field,
                        "Work that is %s carries points, not hours."
                                .formatted(Legality.aWord(level)));
            }
            if (field == Field.SIZE && !level.carriesPoints()) {
                problem(
                        field,
                        "Work that is %s carries hours, not points."
                                .formatted(Legality.aWord(level)));
            }
        }
    }

    /**
     * Whether what stands under such a level carries hours: time can be thought of ahead of tasks.
     */
    private boolean isAboveHours(Level level) {
        var levels = product.levels().all();
        int next = level.index() + 1;
        return next < levels.size() && !levels.get(next).carriesPoints();
    }

    /**
     * A task that is estimated for the first time has all of it left, unless something else is
     * said.
     */
    private void followHours(Level level) {
        boolean untouched = item == null || item.hours().remaining() == null;
        if (kept.get(Field.HOURS_ESTIMATE) instanceof Amount estimate
                && untouched
                && !kept.containsKey(Field.HOURS_REMAINING)
                && !level.carriesPoints()) {
            var invested = now(Field.HOURS_INVESTED, Amount.class).orElse(Amount.ZERO);
            kept.put(Field.HOURS_REMAINING, estimate.minus(invested).orZero());
        }
    }

    private void checkDates() {
        var start = now(Field.START, LocalDate.class);
        var finish = now(Field.FINISH, LocalDate.class);
        if (start.isPresent() && finish.isPresent() && finish.get().isBefore(start.get())) {
            boolean startEntered = kept.containsKey(Field.START) && !kept.containsKey(Field.FINISH);
            problem(
                    startEntered ? Field.START : Field.FINISH,
                    "The finish %s is before the start %s.".formatted(finish.get(), start.get()));
        }
    }

    /**
     * Labels after a plus are added to those there are, those after a minus are taken away; lines
     * that have grown into items stay tied to them.
     */
    private void followDetails(Map<Field, String> entered) {
        var details = item == null ? Details.NONE : item.details();
        var labels = entered.getOrDefault(Field.LABELS, "").strip();
        if (kept.containsKey(Field.LABELS) && !labels.isEmpty()) {
            keep(Field.LABELS, DetailReader.merged(details.labels(), labels));
        }
        var ticked = entered.getOrDefault(Field.READY, "").strip();
        if (kept.containsKey(Field.READY) && !ticked.isEmpty()) {
            keep(Field.READY, DetailReader.merged(details.refinement().ticked(), ticked));
        }
        if (kept.get(Field.CHECKLIST) instanceof Lines lines) {
            kept.put(Field.CHECKLIST, DetailReader.tied(lines, details.checklist()));
        }
    }

    private void followFirstEstimate() {
        var size = kept.get(Field.SIZE);
        if (size != null && (item == null || item.firstEstimate() == null)) {
            kept.put(Field.FIRST_ESTIMATE, size);
        }
    }

    private <T> Optional<T> now(Field field, Class<T> type) {
        return Optional.ofNullable(
                type.cast(
                        kept.containsKey(field) || item == null
                                ? kept.get(field)
                                : field.valueOf(item)));
    }

    /** The key of a part of the plan, as it will be. */
    private @Nullable String keyNow(Field field) {
        return now(field, String.class).orElse(null);
    }

    private void keep(Field field, Reading reading) {
        switch (reading) {
            case Reading.Kept(var value) -> kept.put(field, field.fit(value));
            case Reading.Wrong(var message) -> problem(field, message);
        }
    }

    private void problem(Field field, String message) {
        problem(field.label(), message);
    }

    private void problem(String label, String message) {
        found.add(entry, label, message);
    }
}
