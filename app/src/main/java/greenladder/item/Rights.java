package greenladder.item;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Target;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Level;
import greenladder.core.snapshot.Snapshot;
import greenladder.people.Permission;
import greenladder.people.Role;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Who may do which command. Shaping the backlog takes {@link Permission#SHAPE}. With {@link
 * Permission#WORK} alone, people keep items true (state, person, hours, size, hindrance, labels,
 * what is ticked, what hangs on them, what is to be talked about and what was decided) and do as
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
                    Field.ACCEPTANCE.label(),
                    Field.DEFINITION_OF_DONE.label(),
                    Field.CHECKLIST.label(),
                    Field.LINKS.label(),
                    Field.LABELS.label(),
                    Field.ATTACHMENTS.label(),
                    Field.AGENDA.label(),
                    Field.QUESTION.label(),
                    Field.READY.label(),
                    Field.DECISIONS.label(),
                    Field.HOURS_ESTIMATE.label(),
                    Field.HOURS_INVESTED.label(),
                    Field.HOURS_REMAINING.label());

    void check(SignedIn actor, Command command, Snapshot snapshot) {
        for (var product : productsOf(command)) {
            if (!may(actor, product, command, snapshot)) {
                throw refused(actor, product);
            }
        }
    }

    /**
     * Judges what was decided: every item that changes, and every parent that an item leaves or
     * comes under, whatever the request named. What only follows needs no right of its own.
     */
    void checkDecided(SignedIn actor, Snapshot before, Accepted accepted) {
        for (var change : accepted.changes()) {
            if (change.followed()) {
                continue;
            }
            boolean isTask = isTask(before, change) && isTask(accepted.after(), change);
            boolean keepsTrue =
                    change.field() == Field.FIRST_ESTIMATE
                            || KEPT_TRUE_BY_WORKERS.contains(change.field().label());
            require(
                    actor,
                    change.item().product(),
                    isTask || keepsTrue ? Permission.WORK : Permission.SHAPE);
            if (change.field() == Field.PARENT) {
                Stream.of(change.before(), change.after())
                        .flatMap(text -> Optional.ofNullable(text).flatMap(ItemKey::parse).stream())
                        .forEach(parent ->
                                require(
                                        actor,
                                        parent.product(),
                                        isTask ? Permission.WORK : Permission.SHAPE));
            }
        }
    }

    /** Whether an item is a task where it is, or is not there. */
    private static boolean isTask(Snapshot snapshot, Change change) {
        return snapshot.findItem(change.item())
                .map(item -> !item.level().carriesPoints())
                .orElse(true);
    }

    private static void require(SignedIn actor, String product, Permission permission) {
        if (!actor.mayIn(product, permission)) {
            throw refused(actor, product);
        }
    }

    private static Failure refused(SignedIn actor, String product) {
        var role = actor.roleIn(product);
        return role == Role.NO_ACCESS
                ? new Failure.Forbidden("This touches work that is not open to you.")
                : new Failure.Forbidden(
                        "%ss cannot do this in %s.".formatted(role.label(), product));
    }

    /** Whether somebody may change a field of an item of this level. */
    public boolean mayEdit(SignedIn actor, String product, Level level, Field field) {
        return actor.mayIn(product, Permission.SHAPE)
                || actor.mayIn(product, Permission.WORK)
                        && (!level.carriesPoints() || KEPT_TRUE_BY_WORKERS.contains(field.label()));
    }

    public boolean mayEdit(SignedIn actor, Item item, Field field) {
        return mayEdit(actor, item.key().product(), item.level(), field);
    }

    /** Whether somebody may make, move and delete items of this level. */
    public boolean mayShape(SignedIn actor, String product, Level level) {
        return actor.mayIn(product, Permission.SHAPE)
                || actor.mayIn(product, Permission.WORK) && !level.carriesPoints();
    }

    private static Set<String> productsOf(Command command) {
        return switch (command) {
            case Command.Create create -> Set.of(create.product());
            case Command.Edit edit -> products(edit.items());
            case Command.Move move -> {
                var products = new TreeSet<>(products(move.items()));
                if (move.parent() instanceof Target.Parent.Under(var key) && key != null) {
                    products.add(key.product());
                }
                yield products;
            }
            case Command.Order order -> products(order.items());
            case Command.Settle settle -> Set.of(settle.item().product());
            case Command.Delete delete -> products(delete.items());
            case Command.EditList edit -> Set.of(edit.item().product());
            case Command.Promote promote -> Set.of(promote.item().product());
            case Command.Attach attach -> Set.of(attach.item().product());
            case Command.Detach detach -> Set.of(detach.item().product());
            case Command.Split split -> Set.of(split.item().product());
            case Command.Merge merge -> products(List.of(merge.stays(), merge.goes()));
            case Command.Gather gather -> products(gather.items());
            case Command.Indent indent -> products(indent.items());
            case Command.ChangeLevel change -> products(change.items());
            case Command.ShortenRanks ignored -> Set.of();
            case Command.Reverse reverse ->
                    products(reverse.changes().stream().map(Change::item).toList());
        };
    }

    private static Set<String> products(List<ItemKey> items) {
        return items.stream().map(ItemKey::product).collect(Collectors.toCollection(TreeSet::new));
    }

    private boolean may(SignedIn actor, String product, Command command, Snapshot snapshot) {
        if (actor.mayIn(product, Permission.SHAPE)) {
            return true;
        }
        if (!actor.mayIn(product, Permission.WORK)) {
            return false;
        }
        return switch (command) {
            case Command.Create create ->
                    create.entries().stream()
                            .allMatch(entry ->
                                    isTask(
                                            snapshot,
                                            create.product(),
                                            entry.fields().get("level")));
            case Command.Edit edit ->
                    KEPT_TRUE_BY_WORKERS.containsAll(edit.fields().keySet())
                            || areTasks(snapshot, edit.items()) && staysTask(snapshot, edit);
            case Command.Move move -> areTasks(snapshot, move.items());
            case Command.Order order -> areTasks(snapshot, order.items());
            case Command.Settle settle -> settle.by().equals(actor.handle());
            case Command.Delete delete -> areTasks(snapshot, delete.items());
            case Command.EditList ignored -> true;
            case Command.Promote promote -> isTask(snapshot, product, promote.level());
            case Command.Attach ignored -> true;
            case Command.Detach ignored -> true;
            case Command.Split split -> areTasks(snapshot, List.of(split.item()));
            case Command.Merge merge -> areTasks(snapshot, List.of(merge.stays(), merge.goes()));
            case Command.Gather ignored -> false;
            case Command.Indent ignored -> false;
            case Command.ChangeLevel change ->
                    areTasks(snapshot, change.items()) && isTask(snapshot, product, change.level());
            case Command.ShortenRanks ignored -> true;
            case Command.Reverse reverse ->
                    reverse.changes().stream()
                            .allMatch(change -> mayTakeBack(snapshot, reverse, change));
        };
    }

    /** What somebody may do, they may take back: the fields that workers keep true, and tasks. */
    private static boolean mayTakeBack(Snapshot snapshot, Command.Reverse reverse, Change change) {
        if (change.followed()
                || change.field() == Field.FIRST_ESTIMATE
                || KEPT_TRUE_BY_WORKERS.contains(change.field().label())) {
            return snapshot.findItem(change.item()).isPresent()
                    || isTask(snapshot, change.item().product(), levelIn(reverse, change.item()));
        }
        return snapshot.findItem(change.item())
                .map(item -> !item.level().carriesPoints())
                .orElseGet(() ->
                        isTask(snapshot, change.item().product(), levelIn(reverse, change.item())));
    }

    private static @Nullable String levelIn(Command.Reverse reverse, ItemKey item) {
        return reverse.changes().stream()
                .filter(change -> change.item().equals(item) && change.field() == Field.LEVEL)
                .map(Change::before)
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(null);
    }

    private static boolean staysTask(Snapshot snapshot, Command.Edit edit) {
        var level = edit.fields().get(Field.LEVEL.label());
        return level == null
                || edit.items().stream().allMatch(key -> isTask(snapshot, key.product(), level));
    }

    private static boolean isTask(Snapshot snapshot, String product, @Nullable String level) {
        return snapshot.findProduct(product)
                .flatMap(found -> found.levels().find(level == null ? "" : level))
                .map(found -> !found.carriesPoints())
                .orElse(false);
    }

    private static boolean areTasks(Snapshot snapshot, List<ItemKey> items) {
        return items.stream()
                .allMatch(key ->
                        snapshot.findItem(key)
                                .map(item -> !item.level().carriesPoints())
                                .orElse(true));
    }
}
