package greenladder.item;

import greenladder.core.change.Command;
import greenladder.core.item.Field;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.ladder.Ladder;
import greenladder.people.Permission;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Who may do which command. Shaping the backlog takes {@link Permission#SHAPE}. With {@link
 * Permission#WORK} alone, people keep items true (state, person, hours, size, hindrance) and do as
 * they need with the tasks under them.
 */
@Component
public class Rights {
    private static final Set<String> KEPT_TRUE_BY_WORKERS =
            Set.of(
                    Field.STATE.label(),
                    Field.ASSIGNEE.label(),
                    Field.SIZE.label(),
                    Field.BLOCKED.label(),
                    Field.HOURS_ESTIMATE.label(),
                    Field.HOURS_INVESTED.label(),
                    Field.HOURS_REMAINING.label());

    void check(SignedIn actor, Command command, Ladder ladder) {
        if (!may(actor, command, ladder)) {
            throw new Failure.Forbidden(
                    "As %s you may not do this."
                            .formatted(actor.role().label().toLowerCase(Locale.ROOT)));
        }
    }

    /** Whether somebody may change a field of an item of this level. */
    public boolean mayEdit(SignedIn actor, Level level, Field field) {
        return actor.may(Permission.SHAPE)
                || actor.may(Permission.WORK)
                        && (!level.carriesPoints() || KEPT_TRUE_BY_WORKERS.contains(field.label()));
    }

    /** Whether somebody may make, move and delete items of this level. */
    public boolean mayShape(SignedIn actor, Level level) {
        return actor.may(Permission.SHAPE) || actor.may(Permission.WORK) && !level.carriesPoints();
    }

    private boolean may(SignedIn actor, Command command, Ladder ladder) {
        if (actor.may(Permission.SHAPE)) {
            return true;
        }
        if (!actor.may(Permission.WORK)) {
            return false;
        }
        return switch (command) {
            case Command.Create create ->
                    create.entries().stream()
                            .allMatch(entry ->
                                    isTask(ladder, create.product(), entry.fields().get("level")));
            case Command.Edit edit ->
                    KEPT_TRUE_BY_WORKERS.containsAll(edit.fields().keySet())
                            || areTasks(ladder, edit.items()) && staysTask(ladder, edit);
            case Command.Move move -> areTasks(ladder, move.items());
            case Command.Delete delete -> areTasks(ladder, delete.items());
            case Command.ShortenRanks ignored -> true;
        };
    }

    private static boolean staysTask(Ladder ladder, Command.Edit edit) {
        var level = edit.fields().get(Field.LEVEL.label());
        return level == null
                || edit.items().stream().allMatch(key -> isTask(ladder, key.product(), level));
    }

    private static boolean isTask(Ladder ladder, String product, @Nullable String level) {
        return ladder.findProduct(product)
                .flatMap(found -> found.levels().find(level == null ? "" : level))
                .map(found -> !found.carriesPoints())
                .orElse(false);
    }

    private static boolean areTasks(Ladder ladder, List<ItemKey> items) {
        return items.stream()
                .allMatch(key ->
                        ladder.findItem(key)
                                .map(item -> !item.level().carriesPoints())
                                .orElse(true));
    }
}
