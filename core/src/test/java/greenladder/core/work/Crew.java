package greenladder.core.work;

import greenladder.core.Trees;
import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decision.Refused;
import greenladder.core.change.Decisions;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Reverse;
import greenladder.core.edit.EditItems;
import greenladder.core.item.Item;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Calendar;
import greenladder.core.team.Calendar.Member;
import greenladder.core.team.Calendar.Skill;
import greenladder.core.team.HandOver;
import greenladder.core.team.HandOver.Taker;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** A team at work: Ada and Ben build, Cleo tests, Dov has left. */
final class Crew {
    Snapshot snapshot;
    Instant now = Trees.NOW;
    Accepted last;

    Crew(String tree) {
        var people =
                List.of(
                        new Person("ada", "Ada"),
                        new Person("ben", "Ben"),
                        new Person("cleo", "Cleo"),
                        new Person("dov", "Dov", true));
        snapshot = Trees.of(tree);
        for (var person : people) {
            snapshot = snapshot.with(person);
        }
        var cleo = new Member(null, null, Set.of(), List.of(new Skill("testing", null)), List.of());
        snapshot =
                snapshot.with(
                        snapshot.workspace()
                                .with(
                                        new Team(
                                                        "lantern",
                                                        "Lantern",
                                                        List.of("ada", "ben", "cleo"),
                                                        List.of("MSF"),
                                                        Map.of())
                                                .with(
                                                        new Calendar(
                                                                Calendar.USUAL_FOCUS,
                                                                Calendar.MONDAY_TO_FRIDAY,
                                                                new TreeMap<>(),
                                                                new TreeMap<>(
                                                                        Map.of("cleo", cleo))))));
    }

    /** With hand-over rules, numbered from 1. */
    Crew ruled(HandOver... rules) {
        return does(
                new KeepPractice(
                        "lantern", practice -> practice.withRules(List.of(rules), List.of())));
    }

    static HandOver rule(int number, String state, Taker to, String moveTo) {
        return new HandOver("rule-" + number, "story", state, to, moveTo, true);
    }

    Crew does(Command command) {
        switch (Decisions.decide(snapshot, command, now)) {
            case Accepted accepted -> {
                last = accepted;
                snapshot = accepted.after();
            }
            case Refused(var problems) -> throw new IllegalStateException(problems.toString());
        }
        now = now.plus(1, ChronoUnit.HOURS);
        return this;
    }

    Crew takesBack() {
        return does(
                new Reverse(
                        OperationKind.UNDO, 1, last.changes(), last.plans(), List.of(), Set.of()));
    }

    Crew later(int days) {
        now = now.plus(days, ChronoUnit.DAYS);
        return this;
    }

    List<String> wrong(Command command) {
        return switch (Decisions.decide(snapshot, command, now)) {
            case Accepted ignored -> List.of();
            case Refused(var problems) -> problems.all().stream().map(Problem::message).toList();
        };
    }

    static Command edit(int number, String... pairs) {
        var fields = new TreeMap<String, String>();
        for (int i = 0; i < pairs.length; i += 2) {
            fields.put(pairs[i], pairs[i + 1]);
        }
        return new EditItems(List.of(key(number)), fields);
    }

    static ItemKey key(int number) {
        return Trees.key(number);
    }

    static List<ItemKey> keys(int... numbers) {
        return Arrays.stream(numbers).mapToObj(Crew::key).toList();
    }

    Item item(int number) {
        return snapshot.requireNode(key(number)).item();
    }
}
