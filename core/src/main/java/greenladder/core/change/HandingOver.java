package greenladder.core.change;

import greenladder.core.item.Doing.HandedOver;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.level.State;
import greenladder.core.level.States;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.HandOver;
import greenladder.core.team.HandOver.Taker;
import greenladder.core.team.Team;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What a team's hand-over rules do with an item that came to another state: it goes to a person or
 * to whoever has a skill, and may go on to a further state, of which the rules hold again. What
 * comes back to an earlier state goes back to whoever passed it on.
 */
public final class HandingOver {
    private final Snapshot snapshot;
    private final Item item;
    private final Team team;
    private final States states;
    private final List<Change> changes = new ArrayList<>();
    private @Nullable String person;
    private @Nullable HandedOver handedOver;
    private State state;

    private HandingOver(Snapshot snapshot, Item item, Team team) {
        this.snapshot = snapshot;
        this.item = item;
        this.team = team;
        this.states = snapshot.workspace().statesOf(item);
        this.person = item.assignee();
        this.handedOver = item.details().doing().handedOver();
        this.state = item.state();
    }

    /**
     * @param was the item before it came to its state; null where it was made in it
     * @param item as it is now
     * @param isGiven whether it was given to somebody in the same step, who keeps it
     */
    static List<Change> of(Snapshot snapshot, @Nullable Item was, Item item, boolean isGiven) {
        var team = snapshot.workspace().findTeam(item.team());
        if (team.isEmpty() || was != null && was.state().key().equals(item.state().key())) {
            return List.of();
        }
        var handing = new HandingOver(snapshot, item, team.get());
        if (was != null && handing.isEarlier(item.state(), was.state())) {
            handing.giveBack(isGiven);
        } else {
            handing.passOn(isGiven);
        }
        return handing.changes;
    }

    /** What rules would do with an item of a team that comes to a state; for trying them. */
    public static List<Change> tried(Snapshot snapshot, Item item, Team team) {
        var handing = new HandingOver(snapshot, item, team);
        handing.passOn(false);
        return handing.changes;
    }

    private boolean isEarlier(State one, State other) {
        return one.category() != Category.DROPPED
                && other.category() != Category.DROPPED
                && states.all().indexOf(one) < states.all().indexOf(other);
    }

    private void giveBack(boolean isGiven) {
        if (handedOver == null) {
            return;
        }
        var from = handedOver.from();
        boolean isHere =
                from != null && snapshot.findPerson(from).filter(one -> !one.gone()).isPresent();
        hand(null);
        if (!isGiven && isHere) {
            give(from);
        }
    }

    private void passOn(boolean isGiven) {
        Set<String> seen = new HashSet<>();
        while (seen.add(state.key())) {
            var rule = ruleFor(team, item.level().key(), state.key());
            if (rule.isEmpty()) {
                return;
            }
            if (!isGiven) {
                taker(rule.get().to()).ifPresent(taker -> pass(rule.get(), taker));
            }
            var next = states.find(Objects.requireNonNullElse(rule.get().moveTo(), ""));
            if (next.isEmpty()) {
                return;
            }
            changes.add(new Change(item.key(), Field.STATE, state.key(), next.get().key()));
            state = next.get();
        }
    }

    private static Optional<HandOver> ruleFor(Team team, String level, String state) {
        return team.practice().handOvers().stream()
                .filter(HandOver::on)
                .filter(rule -> rule.level().equals(level) && rule.state().equals(state))
                .findFirst();
    }

    private void pass(HandOver rule, String taker) {
        if (!taker.equals(person)) {
            hand(new HandedOver(person, rule.key()));
            give(taker);
        }
    }

    private void hand(@Nullable HandedOver next) {
        changes.add(new Change(item.key(), Field.HANDED_OVER, handedOver, next));
        handedOver = next;
    }

    private void give(@Nullable String taker) {
        if (!Objects.equals(person, taker)) {
            changes.add(new Change(item.key(), Field.ASSIGNEE, person, taker));
            person = taker;
        }
    }

    /** The person, or of those with the skill the one who has least, rather somebody else. */
    private Optional<String> taker(@Nullable Taker to) {
        if (to == null) {
            return Optional.empty();
        }
        if (!to.isSkill()) {
            return Optional.of(to.name())
                    .filter(handle ->
                            snapshot.findPerson(handle).filter(one -> !one.gone()).isPresent());
        }
        return withSkill(snapshot, team, to.name()).stream()
                .min(
                        Comparator.comparing((String handle) -> handle.equals(person))
                                .thenComparing(handle -> snapshot.countMarked(Mark.PERSON, handle))
                                .thenComparing(Comparator.naturalOrder()));
    }

    /** Who of a team has a skill. */
    public static List<String> withSkill(Snapshot snapshot, Team team, String skill) {
        return snapshot.workspace().membersAtWork(team).stream()
                .filter(handle ->
                        team.calendar().member(handle).skills().stream()
                                .anyMatch(one -> one.name().equalsIgnoreCase(skill)))
                .toList();
    }
}
