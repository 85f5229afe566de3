package greenladder.core.plan;

import greenladder.core.Trees;
import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decision.Refused;
import greenladder.core.change.Decisions;
import greenladder.core.change.OperationKind;
import greenladder.core.change.Problem;
import greenladder.core.change.Reverse;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Lives through commands at their times, with the ledger of sprints that comes of them. */
public final class Journal {
    static final LocalDate MONDAY = LocalDate.parse("2026-05-04");

    Snapshot snapshot;
    final List<SprintEntry> entries = new ArrayList<>();
    Instant now = MONDAY.atTime(9, 0).toInstant(ZoneOffset.UTC);
    Accepted last;

    /** Items in a product whose team is Lantern, with Ada and Ben. */
    Journal(String tree) {
        snapshot = Trees.of(tree);
        var team = new Team("lantern", "Lantern", List.of("ada", "ben"), List.of("MSF"), Map.of());
        snapshot =
                snapshot.with(new Person("ada", "Ada"))
                        .with(new Person("ben", "Ben"))
                        .with(snapshot.workspace().with(new Person("ada", "Ada")).with(team));
        snapshot = snapshot.with(new Person("ben", "Ben"));
    }

    Journal on(LocalDate day, int hour) {
        now = day.atTime(hour, 0).toInstant(ZoneOffset.UTC);
        return this;
    }

    Journal does(Command command) {
        switch (Decisions.decide(snapshot, command, now)) {
            case Accepted accepted -> {
                entries.addAll(
                        SprintLedger.between(
                                snapshot,
                                accepted.after(),
                                accepted.changes(),
                                accepted.plans(),
                                now));
                snapshot = accepted.after();
                last = accepted;
            }
            case Refused(var problems) -> throw new IllegalStateException(problems.toString());
        }
        return this;
    }

    /** What is wrong with a command. */
    List<String> wrong(Command command) {
        return switch (Decisions.decide(snapshot, command, now)) {
            case Accepted ignored -> List.of();
            case Refused(var problems) -> problems.all().stream().map(Problem::message).toList();
        };
    }

    static Reverse reverse(Accepted accepted) {
        return new Reverse(
                OperationKind.UNDO, 1, accepted.changes(), accepted.plans(), List.of(), Set.of());
    }

    /** Two weeks, Monday to Friday. */
    public static Sprint sprint(int number) {
        var start = MONDAY.plusWeeks(2L * (number - 1));
        return new Sprint(
                "lantern-" + number,
                "lantern",
                "Tide " + number,
                start,
                start.plusDays(11),
                null,
                null);
    }

    Sprint the(int number) {
        return snapshot.workspace().findSprint("lantern-" + number).orElseThrow();
    }

    SprintReport report(int number) {
        var sprint = the(number);
        var calendar = snapshot.workspace().findTeam("lantern").orElseThrow().calendar();
        var its = entries.stream().filter(one -> one.sprint().equals(sprint.key())).toList();
        return SprintReport.of(sprint, calendar, its, ZoneOffset.UTC, now);
    }
}
