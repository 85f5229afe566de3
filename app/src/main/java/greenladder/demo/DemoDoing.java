package greenladder.demo;

import greenladder.core.change.Command;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.item.StandardFields;
import greenladder.core.snapshot.Mark;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Board;
import greenladder.core.team.Board.Column;
import greenladder.core.team.Board.Place;
import greenladder.core.team.HandOver;
import greenladder.core.team.HandOver.Taker;
import greenladder.core.team.Mix;
import greenladder.core.team.Practice;
import greenladder.core.team.StepRule;
import greenladder.core.value.ItemKey;
import greenladder.core.work.KeepPractice;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/**
 * How the teams work from day to day: their boards and rules, and a team that takes small repairs
 * from a queue of its own instead of planning sprints.
 */
record DemoDoing(DemoHistory history, Instant now) {
    private static final String YARD = "yard";
    private static final String OWNER = "ines.rowe";
    private static final String UNDER_WAY = "under-way";
    private static final String IN_TEST = "in-test";
    private static final String DONE = "done";

    /**
     * A repair and how far it has come.
     *
     * @param person who has it; empty for nobody, while nothing was done
     * @param steps states with the days before now on which it came to them
     */
    private record Repair(String title, String size, String person, List<Step> steps) {}

    private record Step(String state, double daysAgo) {}

    private static final List<Repair> REPAIRS =
            List.of(
                    repair(
                            "Ticket printer at the north pier jams on long names",
                            "2",
                            "ama.teal",
                            step(UNDER_WAY, 19),
                            step(IN_TEST, 17),
                            step(DONE, 16)),
                    repair(
                            "Timetable shows the old ramp after a change",
                            "1",
                            "jory.finch",
                            step(UNDER_WAY, 15),
                            step(DONE, 13)),
                    repair(
                            "Two bells ring for one crossing",
                            "1",
                            "ama.teal",
                            step(UNDER_WAY, 12),
                            step(IN_TEST, 10),
                            step(DONE, 9)),
                    repair(
                            "Receipt has the wrong pier in its head",
                            "1",
                            "jory.finch",
                            step(UNDER_WAY, 8),
                            step(DONE, 6)),
                    repair(
                            "Gate forgets its language over night",
                            "2",
                            "ama.teal",
                            step(UNDER_WAY, 6),
                            step(IN_TEST, 4),
                            step(DONE, 3)),
                    repair(
                            "Screen in the waiting room turns off too early",
                            "1",
                            "jory.finch",
                            step(UNDER_WAY, 4),
                            step(DONE, 2)),
                    repair("Dog ticket cannot be given back", "2", "ama.teal", step(UNDER_WAY, 9)),
                    repair(
                            "Lantern icon is cut off on small phones",
                            "1",
                            "jory.finch",
                            step(UNDER_WAY, 2)),
                    repair(
                            "Season card is read twice at the south gate",
                            "3",
                            "ama.teal",
                            step(UNDER_WAY, 1.2),
                            step(IN_TEST, 0.4)),
                    repair("Boat names overlap on the printed sheet", "1", ""),
                    repair("Fog notice stays after the fog", "1", ""),
                    repair("Change of crew is not saved on a slow line", "3", ""),
                    repair("Help page names a desk that closed", "1", ""),
                    repair("Sound of the scanner cannot be turned down", "2", ""));

    private static Repair repair(String title, String size, String person, Step... steps) {
        return new Repair(title, size, person, List.of(steps));
    }

    private static Step step(String state, double daysAgo) {
        return new Step(state, daysAgo);
    }

    void write() {
        var made = now.minus(Duration.ofDays(24));
        for (var repair : REPAIRS) {
            history.add(made, OWNER, any -> made(repair));
            for (var step : repair.steps()) {
                history.add(
                        ago(step.daysAgo()),
                        repair.person(),
                        snapshot -> moved(snapshot, repair, step.state()));
            }
        }
        history.add(
                ago(5),
                "ama.teal",
                snapshot ->
                        waits(
                                find(snapshot, "Dog ticket cannot be given back"),
                                "the harbour office sends the new rules"));
        practice("lantern", "bram.holt", DemoDoing::lantern);
        practice("gannet", "petra.nye", DemoDoing::gannet);
        practice(YARD, "kit.arden", DemoDoing::yard);
    }

    private Instant ago(double days) {
        return now.minus(Duration.ofMinutes(Math.round(days * Duration.ofDays(1).toMinutes())));
    }

    private static Command made(Repair repair) {
        return new CreateItems(
                "MSF",
                List.of(
                        new NewItem(
                                null,
                                null,
                                Map.of(
                                        "title",
                                        repair.title(),
                                        "level",
                                        "story",
                                        "kind",
                                        "bug",
                                        "size",
                                        repair.size(),
                                        "team",
                                        YARD,
                                        "state",
                                        "ready"),
                                new Target.Stay())));
    }

    private static Command moved(Snapshot snapshot, Repair repair, String state) {
        return new EditItems(
                List.of(find(snapshot, repair.title())),
                Map.of("state", state, "assignee", repair.person()));
    }

    private static Command waits(ItemKey item, String reason) {
        return new EditItems(
                List.of(item),
                Map.of(
                        "blocked",
                        "waits until " + reason,
                        StandardFields.WAITS_ON,
                        "harbour office"));
    }

    private static ItemKey find(Snapshot snapshot, String title) {
        return snapshot.marked(Mark.TEAM, YARD).stream()
                .map(node -> node.item())
                .filter(item -> item.title().equals(title))
                .findFirst()
                .orElseThrow()
                .key();
    }

    private void practice(String team, String lead, UnaryOperator<Practice> how) {
        history.add(ago(0.2), lead, any -> new KeepPractice(team, how));
    }

    /** What is not begun stands together; little is under way at once; whoever tests accepts it. */
    private static Practice lantern(Practice usual) {
        return new Practice(
                new Board(
                        List.of(
                                new Column(
                                        "ready",
                                        "Ready",
                                        null,
                                        places("story/ready", "story/to-do", "task/to-do")),
                                new Column(
                                        UNDER_WAY,
                                        "Under way",
                                        3,
                                        places("story/under-way", "task/under-way")),
                                new Column(IN_TEST, "In test", 2, places("story/in-test")),
                                new Column(DONE, "Done", null, places("story/done", "task/done"))),
                        List.of("labels", Board.EPIC),
                        "kind"),
                List.of(
                        new HandOver(
                                "rule-1", "story", IN_TEST, Taker.skill("testing"), null, true)),
                List.of(
                        new StepRule(
                                "rule-2", "story", IN_TEST, DONE, Taker.skill("testing"), true)),
                new Mix("kind", Map.of("story", 60, "bug", 20, "enabler", 20)));
    }

    private static Practice gannet(Practice usual) {
        return usual.withRules(
                List.of(
                        new HandOver(
                                "rule-1",
                                "story",
                                IN_TEST,
                                Taker.person("noor.hale"),
                                null,
                                false)),
                List.of());
    }

    private static Practice yard(Practice usual) {
        return usual.with(
                usual.board()
                        .with(
                                List.of(
                                        new Column(
                                                "next",
                                                "Next",
                                                null,
                                                places("story/to-do", "story/ready", "task/to-do")),
                                        new Column(
                                                "bench",
                                                "On the slip",
                                                2,
                                                places("story/under-way", "task/under-way")),
                                        new Column(
                                                "tried", "Tried out", 2, places("story/in-test")),
                                        new Column(
                                                DONE,
                                                "Back in the water",
                                                null,
                                                places("story/done", "task/done")))));
    }

    private static List<Place> places(String... texts) {
        return List.of(texts).stream()
                .map(text -> text.split("/"))
                .map(parts -> new Place(parts[0], null, parts[1]))
                .toList();
    }
}
