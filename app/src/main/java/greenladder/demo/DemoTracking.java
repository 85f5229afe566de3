package greenladder.demo;

import greenladder.core.edit.EditItems;
import greenladder.core.plan.KeepNote;
import greenladder.core.sprint.SprintNote.Kind;
import java.util.List;
import java.util.Map;

/**
 * What there is to learn from: work that was called done too early and taken up again, and what
 * teams noted at the end of their sprints.
 */
record DemoTracking(DemoHistory history, DemoCalendar calendar) {
    private static final int REOPENED_HOUR = 150;

    /** Days before today on which something done was taken up again, and was done once more. */
    private record Again(String title, String who, int taken, int done) {}

    private static final List<Again> AGAIN =
            List.of(
                    new Again("Moved bookings appear in the evening's count", "bram.holt", 41, 38),
                    new Again("Moved bookings appear in the evening's count", "bram.holt", 30, 27),
                    new Again("Sign shows sailing and lane in turn", "bram.holt", 24, 20),
                    new Again("Card is read through a wallet", "tam.keel", 17, 16),
                    new Again("Teacher sees who is still ashore", "lio.fenn", 12, 9));

    private record Said(String sprint, String who, Kind kind, String text) {}

    private static final List<Said> SAID =
            List.of(
                    new Said(
                            "lantern-5",
                            "bram.holt",
                            Kind.BADLY,
                            "Two stories waited a week for the rain rig"),
                    new Said("lantern-5", "oona.marsh", Kind.TRY, "Book the rig when we plan"),
                    new Said(
                            "lantern-6",
                            "tam.keel",
                            Kind.WELL,
                            "Dispatchers came to see the first screens"),
                    new Said(
                            "lantern-6",
                            "lio.fenn",
                            Kind.BADLY,
                            "The board at Skerry was called done without having been seen there"),
                    new Said(
                            "lantern-6",
                            "bram.holt",
                            Kind.TRY,
                            "Nothing is done before somebody has stood in front of it"),
                    new Said(
                            "gannet-4",
                            "petra.nye",
                            Kind.BADLY,
                            "Half the team was ill for a week"),
                    new Said(
                            "gannet-4",
                            "petra.nye",
                            Kind.TRY,
                            "Leave a story out as soon as somebody is away"),
                    new Said(
                            "gannet-6",
                            "petra.nye",
                            Kind.WELL,
                            "Everything that we said we would do"));

    void write() {
        for (var again : AGAIN) {
            edit(again, again.taken(), "done", "in-test");
            edit(again, again.done(), "in-test", "done");
        }
        for (var said : SAID) {
            int number = Integer.parseInt(said.sprint().replaceAll("\\D", ""));
            var at = DemoCalendar.at(calendar.finishOf(number), 555);
            history.add(
                    at,
                    said.who(),
                    any -> new KeepNote(said.sprint(), 0, said.kind(), said.text()));
        }
    }

    /** Only from the state in which it is expected: histories shift with the day of the week. */
    private void edit(Again again, int daysAgo, String from, String to) {
        history.add(
                DemoCalendar.at(calendar.today().minusDays(daysAgo), REOPENED_HOUR),
                again.who(),
                snapshot -> {
                    var item = snapshot.requireNode(history.keyOf(again.title())).item();
                    return item.state().key().equals(from)
                            ? new EditItems(List.of(item.key()), Map.of("state", to))
                            : new EditItems(
                                    List.of(item.key()), Map.of("state", item.state().key()));
                });
    }
}
