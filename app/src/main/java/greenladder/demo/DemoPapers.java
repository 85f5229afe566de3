package greenladder.demo;

import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.papers.Baseline;
import greenladder.core.papers.Document;
import greenladder.core.papers.Review;
import greenladder.core.papers.Round;
import greenladder.core.papers.TestCase;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.AnswerReview;
import greenladder.core.trace.BugOfCheck;
import greenladder.core.trace.CloseRound;
import greenladder.core.trace.ItemsOfPassages;
import greenladder.core.trace.KeepPaper;
import greenladder.core.trace.NewRound;
import greenladder.core.trace.NoteResult;
import greenladder.core.trace.RemarkOn;
import greenladder.core.trace.SendReview;
import greenladder.core.trace.WritePassage;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * What the demo's teams agreed, checked and wrote down: baselines, tests with a round half-way
 * through, a review with an objection, a specification, and an initiative for named readers.
 */
final class DemoPapers {
    private static final int SPEC_DAYS = 34;
    private static final int OLD_ROUND_DAYS = 40;

    private final DemoHistory history;
    private final DemoCalendar calendar;

    DemoPapers(DemoHistory history, DemoCalendar calendar) {
        this.history = history;
        this.calendar = calendar;
    }

    private record Tried(
            String name, String covers, List<String> groups, List<TestCase.Step> steps) {}

    private static Tried tried(String name, String covers, String groups, String... steps) {
        var all = new ArrayList<TestCase.Step>();
        for (var step : steps) {
            var parts = step.split(" → ", 2);
            all.add(new TestCase.Step(parts[0], parts.length < 2 ? "" : parts[1]));
        }
        return new Tried(name, covers, List.of(groups.split(" / ")), all);
    }

    private static final List<Tried> TESTS =
            List.of(
                    tried(
                            "A wet ticket is read within a second",
                            "Read at arm's length in rain",
                            "Ramp / Handheld / Reading",
                            "Hold a ticket under the rain rig → nothing drips on the lens",
                            "Read it at arm's length → a short tone, and green"),
                    tried(
                            "A ticket shown twice warns once",
                            "A ticket read twice within a minute warns once",
                            "Ramp / Handheld / Reading",
                            "Read a ticket → green",
                            "Read it again → a double tone, once"),
                    tried(
                            "Today's list is there before the first sailing",
                            "Tickets for today are on the device before the first sailing",
                            "Ramp / Handheld / Without signal",
                            "Switch the device on at five → the list of today is on it"),
                    tried(
                            "The list survives a restart",
                            "Handheld restarts in a car park without signal",
                            "Ramp / Handheld / Without signal",
                            "Take the battery out in the car park",
                            "Switch it on → the list is still there"),
                    tried(
                            "A battery at a fifth warns",
                            "Battery warns at a fifth",
                            "Ramp / Handheld / Power",
                            "Run the battery down to a fifth → it says so"),
                    tried(
                            "The count survives a change of ramp hand",
                            "Count survives a change of ramp hand",
                            "Ramp / Counting",
                            "Count five cars, and hand the device over → it says five"),
                    tried(
                            "A group ticket counts people down",
                            "Group tickets count people down",
                            "Ramp / Counting",
                            "Show a ticket for eight → eight left",
                            "Let three aboard → five left"),
                    tried(
                            "A place is held for an hour",
                            "Pay at the pier, hold the place for an hour",
                            "Booking / Places",
                            "Book without paying, and wait fifty minutes → the place is still"
                                    + " held"),
                    tried(
                            "A roof box is asked for once",
                            "Roof box is asked for once",
                            "Booking / Cars",
                            "Book a car with a box twice → it is asked for the first time only"),
                    tried(
                            "An old car can be forgotten",
                            "Old cars can be forgotten",
                            "Booking / Cars",
                            "Forget a car → it is not offered again"));

    void write() {
        triedOtherwise();
        baseline("Scope agreed with the harbour", 31);
        baseline("Before the spring timetable", 12);
        for (int i = 0; i < TESTS.size(); i++) {
            var test = TESTS.get(i);
            history.add(
                    at(70, 10 + i),
                    "oona.marsh",
                    any ->
                            new KeepPaper(
                                    new TestCase(
                                            "",
                                            "MSF",
                                            test.name(),
                                            test.steps(),
                                            Set.of(history.keyOf(test.covers())),
                                            test.groups())));
        }
        round("October, before the storm season", OLD_ROUND_DAYS, TESTS.size(), -1);
        history.add(
                at(OLD_ROUND_DAYS - 4, 10),
                "oona.marsh",
                now -> new CloseRound(lastRound(now), true));
        round("November, for the spring timetable", 5, 6, 3);
        history.add(at(3, 200), "tam.keel", now -> new BugOfCheck(lastRound(now), "msf-t4"));
        specification();
        review();
        reserved();
    }

    /** What was agreed was cut otherwise for a while, so that its baseline tells of every kind. */
    private void triedOtherwise() {
        var first = "First in line gets the place for ten minutes";
        var second = "Notice when the place has gone";
        var moved = "Crew see it in the evening list";
        edit(40, first, () -> Map.of("size", "3"));
        edit(40, second, () -> Map.of("size", "5"));
        edit(
                40,
                moved,
                () -> Map.of("parent", history.keyOf("Wait list moves up by itself").toString()));
        edit(20, first, () -> Map.of("size", "5"));
        edit(20, second, () -> Map.of("size", "3"));
        edit(
                18,
                moved,
                () ->
                        Map.of(
                                "parent",
                                history.keyOf("Wheelchair place is held on the car deck")
                                        .toString()));
    }

    private void edit(int daysAgo, String title, Supplier<Map<String, String>> fields) {
        history.add(
                at(daysAgo, 30),
                "ines.rowe",
                any -> new EditItems(List.of(history.keyOf(title)), fields.get()));
    }

    private Instant at(int daysAgo, int minute) {
        return DemoCalendar.at(calendar.today().minusDays(daysAgo), 150 + minute);
    }

    private void baseline(String name, int daysAgo) {
        var at = at(daysAgo, 0);
        history.add(
                at,
                "ines.rowe",
                any -> new KeepPaper(new Baseline("", "MSF", name, null, at, "ines.rowe")));
    }

    /** Several people go through a round; the later ones are still open. */
    private void round(String name, int daysAgo, int done, int failed) {
        history.add(
                at(daysAgo, 20),
                "oona.marsh",
                any -> new NewRound("MSF", name, List.of(), List.of(), null, "oona.marsh"));
        var people = List.of("oona.marsh", "tam.keel", "lio.fenn");
        for (int i = 0; i < done; i++) {
            var who = people.get(i % people.size());
            var test = "msf-t" + (i + 1);
            boolean passed = i != failed;
            history.add(
                    at(daysAgo - 1 - i / 4, 30 + i),
                    who,
                    now ->
                            new NoteResult(
                                    lastRound(now),
                                    test,
                                    passed,
                                    passed ? "" : "the list was empty after the restart",
                                    who,
                                    null));
        }
    }

    private static String lastRound(Snapshot now) {
        return now.workspace().papers().of("MSF", Round.class).getLast().key();
    }

    private void specification() {
        history.add(
                at(SPEC_DAYS, 0),
                "ines.rowe",
                any ->
                        new KeepPaper(
                                new Document(
                                        "",
                                        "MSF",
                                        "Specification",
                                        history.keyOf("Scan and go at the ramp"),
                                        List.of(),
                                        List.of())));
        write("ines.rowe", 2, Document.Kind.HEADING, "What a ramp hand does");
        write(
                "ines.rowe",
                3,
                Document.Kind.TEXT,
                "One hand holds the rail, so everything is done with the other. Tickets come on"
                        + " paper, on phones and on season cards, in rain and in the dark.");
        write(
                "ines.rowe",
                4,
                Document.Kind.LINE,
                "Hand-over note is read aloud at the change of watch\n\n"
                        + "Gloves do not stop the screen\n\n"
                        + "A lost device can be locked from the office");
        write("oona.marsh", 30, Document.Kind.HEADING, "What it must not do");
        write(
                "oona.marsh",
                31,
                Document.Kind.TEXT,
                "It must not wait for a signal. Two ramps agree within a second where there is one,"
                        + " and later where there is none.");
        history.add(
                at(SPEC_DAYS - 2, 0),
                "lio.fenn",
                now ->
                        new RemarkOn(
                                document(now), 2, 0, "lio.fenn", "And in snow? We had four days."));
        history.add(
                at(SPEC_DAYS - 3, 0),
                "ines.rowe",
                now ->
                        new WritePassage(
                                document(now),
                                2,
                                0,
                                Document.Kind.TEXT,
                                "One hand holds the rail, so everything is done with the other."
                                    + " Tickets come on paper, on phones and on season cards, in"
                                    + " rain, in snow and in the dark.",
                                null));
        history.add(
                at(SPEC_DAYS - 5, 0),
                "ines.rowe",
                now -> new ItemsOfPassages(document(now), List.of(3, 4), "feature"));
    }

    private void write(String who, int minute, Document.Kind kind, String text) {
        history.add(
                at(SPEC_DAYS, minute),
                who,
                now -> new WritePassage(document(now), 0, 0, kind, text, null));
    }

    private static String document(Snapshot now) {
        return now.workspace().papers().of("MSF", Document.class).getFirst().key();
    }

    private void review() {
        history.add(
                at(8, 0),
                "ines.rowe",
                any ->
                        new SendReview(
                                "MSF",
                                "Scan and go, before the spring timetable",
                                "Is this what you need on the ramp?",
                                List.of(
                                        history.keyOf("Handheld reads tickets without signal"),
                                        history.keyOf("Group tickets count people down"),
                                        history.keyOf("Ramp lights follow the scan")),
                                false,
                                null,
                                Set.of("saga.lind", "oona.marsh", "juna.frost"),
                                "ines.rowe"));
        answer("oona.marsh", 7, "Handheld reads tickets without signal", true, "");
        answer("oona.marsh", 7, "Group tickets count people down", true, "");
        answer("oona.marsh", 7, "Ramp lights follow the scan", true, "");
        answer("saga.lind", 6, "Handheld reads tickets without signal", true, "at last");
        answer(
                "saga.lind",
                6,
                "Ramp lights follow the scan",
                false,
                "the lights blind whoever drives the first van; ask them first");
    }

    private void answer(String who, int daysAgo, String title, boolean agrees, String words) {
        history.add(
                at(daysAgo, title.length()),
                who,
                now ->
                        new AnswerReview(
                                now.workspace().papers().of("MSF", Review.class).getFirst().key(),
                                history.keyOf(title),
                                who,
                                agrees,
                                words));
    }

    /** Work that not everybody is to know of yet. */
    private void reserved() {
        history.add(
                at(9, 0),
                "ines.rowe",
                any ->
                        new CreateItems(
                                "MSF",
                                List.of(
                                        entry(
                                                "a",
                                                null,
                                                Map.of(
                                                        "level", "initiative",
                                                        "title", "Second ship is bought",
                                                        "parent",
                                                                history.keyOf(
                                                                                "Boarding takes"
                                                                                        + " half as"
                                                                                        + " long")
                                                                        .toString(),
                                                        "readers", "ines.rowe, edda.quill")),
                                        entry(
                                                "b",
                                                "a",
                                                Map.of(
                                                        "level", "epic",
                                                        "title", "Ramps fit her too")),
                                        entry(
                                                "c",
                                                "b",
                                                Map.of(
                                                        "level", "story",
                                                        "title", "Width of her car deck is known",
                                                        "size", "3")))));
    }

    private static NewItem entry(String ref, @Nullable String parent, Map<String, String> fields) {
        return new NewItem(ref, parent, fields, new Target.Stay());
    }
}
