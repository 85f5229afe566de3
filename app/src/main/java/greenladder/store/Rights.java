package greenladder.store;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.HandingOver;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.papers.Review;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.core.product.Product;
import greenladder.core.product.ProductFacts;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.SprintPlan;
import greenladder.core.team.StepRule;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.workspace.PlanFacts;
import greenladder.core.workspace.Workspace;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import greenladder.words.HandOverWords;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Who may do which command. Shaping the backlog takes {@link Permission#SHAPE}. With {@link
 * Permission#WORK} alone, people keep items true (state, person, hours, size, hindrance, labels,
 * what is ticked, what hangs on them, what is to be talked about and what was decided) and do as
 * they need with the tasks under them. With {@link Permission#RAISE}, they add stories and bugs at
 * the end of their list, unless the product's owners withdrew that.
 */
@Component
public class Rights {
    /** Refuses what somebody need not even ask for, whatever would come of it. */
    void check(SignedIn actor, Command command, Snapshot snapshot) {
        var permission = command.need(snapshot);
        for (var product : command.inProducts()) {
            if (!actor.mayIn(product, permission)) {
                throw refused(actor, product);
            }
        }
        for (var subject : command.plans()) {
            if (!goesWithProduct(snapshot.workspace(), subject, command.plans())) {
                requirePlan(actor, subject, snapshot.workspace(), command.fact());
            }
        }
    }

    /** Whether a team is taken back with the product that it was made with; judged as that. */
    private static boolean goesWithProduct(
            Workspace workspace, PlanKey subject, Collection<PlanKey> all) {
        return subject.kind() == PlanKey.Kind.TEAM
                && workspace
                        .findTeam(subject.key())
                        .map(Team::products)
                        .filter(products -> !products.isEmpty())
                        .filter(products ->
                                products.stream().map(PlanKey::product).allMatch(all::contains))
                        .isPresent();
    }

    /**
     * Teams are looked after by administrators; what a team or a product plans, by whoever plans
     * for the product, or for one of those that the team works for; so is a team's calendar. What a
     * team agrees to is said by whoever works for it.
     *
     * @param fact what of it is to change; null for any of it
     */
    private static void requirePlan(
            SignedIn actor, PlanKey subject, Workspace workspace, @Nullable String fact) {
        switch (subject.kind()) {
            case PERSON -> {
                requirePerson(actor, subject.key(), fact);
                return;
            }
            case PRODUCT -> {
                requireSetup(actor, subject.key(), fact);
                return;
            }
            default -> {}
        }
        boolean isTeam =
                subject.kind() == PlanKey.Kind.TEAM && (fact == null || !Team.isOfWork(fact));
        var needed =
                fact != null && Review.isAnswer(fact)
                        ? Permission.READ
                        : subject.kind().isWork()
                                        || fact != null
                                                && subject.kind() == PlanKey.Kind.SPRINT
                                                && SprintPlan.isWork(fact)
                                ? Permission.WORK
                                : Permission.PLAN;
        boolean may =
                isTeam
                        ? actor.may(Permission.ADMINISTER)
                        : !isThere(workspace, subject)
                                || mayIn(actor, workspace.productsOf(subject), needed);
        if (!may) {
            throw new Failure.Forbidden(
                    isTeam
                            ? "Administrators look after teams."
                            : "%ss cannot plan this.".formatted(actor.role().label()));
        }
    }

    /** People call themselves as they like; all else about them is for administrators. */
    private static void requirePerson(SignedIn actor, String handle, @Nullable String fact) {
        boolean isOwnName = actor.handle().equals(handle) && (fact == null || Person.isName(fact));
        if (!isOwnName && !actor.may(Permission.ADMINISTER)) {
            throw new Failure.Forbidden("Administrators look after people.");
        }
    }

    /** Levels and states are for administrators, the rest of a set-up for the product's owners. */
    private static void requireSetup(SignedIn actor, String product, @Nullable String fact) {
        if (fact != null && ProductFacts.isOfLevels(fact) && !actor.may(Permission.ADMINISTER)) {
            throw new Failure.Forbidden("Administrators look after levels and states.");
        }
        if (!actor.mayIn(product, Permission.SHAPE)) {
            throw refused(actor, product);
        }
    }

    private static void requireStarting(SignedIn actor) {
        if (!actor.may(Permission.START_PRODUCTS)) {
            throw new Failure.Forbidden(
                    "Products are started by product owners and administrators.");
        }
    }

    private static boolean isThere(Workspace workspace, PlanKey subject) {
        return subject.kind().isPaper()
                ? workspace.papers().find(subject).isPresent()
                : !PlanFacts.of(workspace, subject).isEmpty();
    }

    private static boolean mayIn(
            SignedIn actor, Collection<String> products, Permission permission) {
        return products.isEmpty()
                ? actor.may(permission)
                : products.stream().anyMatch(code -> actor.mayIn(code, permission));
    }

    /** Whether somebody may plan what a team does. */
    public boolean mayPlan(SignedIn actor, Team team) {
        return mayIn(actor, team.products(), Permission.PLAN);
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
            var needed =
                    isTask(before, change) && isTask(accepted.after(), change)
                            ? Permission.WORK
                            : isRaised(actor, before, accepted.after(), change)
                                    ? Permission.RAISE
                                    : Permission.SHAPE;
            require(
                    actor,
                    change.item().product(),
                    change.field().isWork() ? Permission.WORK : needed);
            if (change.field() == Field.PARENT) {
                Stream.of(change.before(ItemKey.class), change.after(ItemKey.class))
                        .flatMap(Optional::stream)
                        .forEach(parent -> require(actor, parent.product(), needed));
            }
        }
        requireSteps(actor, before, accepted);
        for (var change : accepted.plans()) {
            var fact = change.fact();
            if (isStartedOrUnmade(before, accepted.after(), change.subject())) {
                requireStarting(actor);
                continue;
            }
            requirePlan(actor, change.subject(), before.workspace(), fact);
            requirePlan(actor, change.subject(), accepted.after().workspace(), fact);
        }
    }

    private static boolean isStartedOrUnmade(Snapshot before, Snapshot after, PlanKey subject) {
        return subject.kind() == PlanKey.Kind.TEAM
                ? isTeamOfStarted(before, after, subject.key())
                : subject.kind() == PlanKey.Kind.PRODUCT
                        && isStartedOrUnmade(before, after, subject.key());
    }

    private static boolean isStartedOrUnmade(Snapshot before, Snapshot after, String product) {
        return before.findProduct(product).isPresent() != after.findProduct(product).isPresent();
    }

    /** Whether a team comes or goes with the products that it works for. */
    private static boolean isTeamOfStarted(Snapshot before, Snapshot after, String key) {
        var was = before.workspace().findTeam(key);
        var is = after.workspace().findTeam(key);
        var products = was.or(() -> is).map(Team::products).orElse(List.of());
        return was.isPresent() != is.isPresent()
                && !products.isEmpty()
                && products.stream().allMatch(code -> isStartedOrUnmade(before, after, code));
    }

    /** Who may take which step is said by the item's team; what its rules do then is theirs. */
    private void requireSteps(SignedIn actor, Snapshot before, Accepted accepted) {
        var judged = new HashSet<ItemKey>();
        for (var change : accepted.changes()) {
            if (change.field() != Field.STATE || change.followed() || !judged.add(change.item())) {
                continue;
            }
            var item = accepted.after().findItem(change.item());
            var team = item.flatMap(one -> before.workspace().findTeam(one.team()));
            var state = change.after(String.class);
            if (team.isEmpty() || state.isEmpty()) {
                continue;
            }
            var level = item.orElseThrow().level().key();
            for (var rule : team.get().practice().steps()) {
                if (rule.holds(level, change.textBefore(), state.get())
                        && !mayTake(actor, before, team.get(), rule)) {
                    throw new Failure.Forbidden(
                            "%s stays where it is. %s"
                                    .formatted(
                                            change.item(),
                                            HandOverWords.sentence(
                                                    before.workspace(), team.get(), rule)));
                }
            }
        }
    }

    private boolean mayTake(SignedIn actor, Snapshot snapshot, Team team, StepRule rule) {
        var who = rule.who();
        if (who == null) {
            return mayPlan(actor, team);
        }
        return who.isSkill()
                ? HandingOver.withSkill(snapshot, team, who.name()).contains(actor.handle())
                : who.name().equals(actor.handle());
    }

    /** Whether an item is a task where it is, or is not there. */
    private static boolean isTask(Snapshot snapshot, Change change) {
        return snapshot.findItem(change.item())
                .map(item -> !item.level().carriesPoints())
                .orElse(true);
    }

    /**
     * Whether a change is part of raising a story: it comes into being, for no other release than
     * what it hangs under, or who raised it takes it away again.
     */
    private static boolean isRaised(
            SignedIn actor, Snapshot before, Snapshot after, Change change) {
        var was = before.findItem(change.item());
        var is = after.findItem(change.item());
        var item = is.or(() -> was);
        if (was.isPresent() == is.isPresent()
                || item.isEmpty()
                || !after.requireProduct(change.item().product()).isRaised(item.get().level())) {
            return false;
        }
        if (is.isEmpty()) {
            return actor.handle().equals(item.get().raisedBy());
        }
        var parent = Optional.ofNullable(item.get().parent()).flatMap(after::findItem);
        return change.field() != Field.RELEASE
                || Objects.equals(item.get().release(), parent.map(Item::release).orElse(null));
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
                        && (!level.carriesPoints() || field.isWork());
    }

    public boolean mayEdit(SignedIn actor, Item item, Field field) {
        return mayEdit(actor, item.key().product(), item.level(), field);
    }

    /** Whether somebody may add an item of this level at the end of its list. */
    public boolean mayAdd(SignedIn actor, Product product, Level level) {
        return mayShape(actor, product.code(), level)
                || product.isRaised(level) && actor.mayIn(product.code(), Permission.RAISE);
    }

    /** Whether somebody may make, move and delete items of this level. */
    public boolean mayShape(SignedIn actor, String product, Level level) {
        return actor.mayIn(product, Permission.SHAPE)
                || actor.mayIn(product, Permission.WORK) && !level.carriesPoints();
    }
}
