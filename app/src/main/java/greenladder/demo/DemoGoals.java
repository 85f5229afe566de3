package greenladder.demo;

import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.item.LinkType;
import greenladder.core.trace.KeepMeasure;
import greenladder.core.trace.LinkItems;
import greenladder.core.trace.NoteHealth;
import greenladder.core.trace.TakeReading;
import greenladder.core.value.Amount;
import java.time.Duration;
import java.util.List;
import java.util.Map;

/**
 * What the goals are held against, with readings over months and what their owners said of them;
 * and what serves a second goal beside its own.
 */
record DemoGoals(DemoHistory history, DemoCalendar calendar) {
    private static final int DAYS_APART = 12;

    /**
     * @param readings the last of them a few days ago
     */
    private record Measured(
            String goal,
            String who,
            String from,
            String target,
            String unit,
            List<String> readings) {}

    private static final List<Measured> MEASURED =
            List.of(
                    new Measured(
                            "Boarding takes half as long",
                            "ines.rowe",
                            "14",
                            "7",
                            "minutes",
                            List.of("14", "13.5", "13.6", "12", "11.2", "10.5")),
                    new Measured(
                            "More people book before they come",
                            "ines.rowe",
                            "38",
                            "70",
                            "%",
                            List.of("38", "41", "44", "50", "53", "57")),
                    new Measured(
                            "Nobody is surprised by a sailing that is off",
                            "ines.rowe",
                            "20",
                            "90",
                            "% told in time",
                            List.of("20", "22", "19", "24", "26")),
                    new Measured(
                            "No sailing leaves late for want of a hand",
                            "juna.frost",
                            "31",
                            "5",
                            "late sailings a month",
                            List.of("31", "28", "22", "23", "17", "16")));

    private record Said(String goal, String who, int daysAgo, String state, String words) {}

    private static final List<Said> SAID =
            List.of(
                    new Said(
                            "Boarding takes half as long",
                            "ines.rowe",
                            60,
                            "on course",
                            "two ramps measured"),
                    new Said(
                            "Boarding takes half as long",
                            "ines.rowe",
                            6,
                            "in doubt",
                            "the aft ramp waits for its cable; lanes came later than planned"),
                    new Said(
                            "More people book before they come",
                            "ines.rowe",
                            40,
                            "in doubt",
                            "the kiosks were slow"),
                    new Said(
                            "More people book before they come",
                            "ines.rowe",
                            3,
                            "on course",
                            "phones make up most of it now"),
                    new Said(
                            "Nobody is surprised by a sailing that is off",
                            "ines.rowe",
                            20,
                            "off course",
                            "messages are written, but no reading has moved for two months"),
                    new Said(
                            "No sailing leaves late for want of a hand",
                            "juna.frost",
                            9,
                            "on course",
                            "the duty list is read on board"));

    void write() {
        for (var one : MEASURED) {
            var goal = one.goal();
            var first = DemoCalendar.at(calendar.firstDay().plusDays(14), 60);
            history.add(
                    first,
                    one.who(),
                    any ->
                            new KeepMeasure(
                                    history.keyOf(goal), one.from(), one.target(), one.unit()));
            int count = one.readings().size();
            for (int i = 0; i < count; i++) {
                long ago = 2L + (long) (count - 1 - i) * DAYS_APART;
                var day = DemoCalendar.workday(calendar.today().minusDays(ago));
                var value = one.readings().get(i);
                history.add(
                        DemoCalendar.at(day, 80),
                        one.who(),
                        any -> new TakeReading(history.keyOf(goal), day, value));
            }
        }
        for (var said : SAID) {
            history.add(
                    DemoCalendar.at(calendar.today().minusDays(said.daysAgo()), 95),
                    said.who(),
                    any ->
                            new NoteHealth(
                                    history.keyOf(said.goal()),
                                    said.who(),
                                    said.state(),
                                    said.words()));
        }
        gap("Muzzle rule shown before the ramp", "lio.fenn", 20, "under-way");
        gap("Ramp lights follow the scan", "ines.rowe", 5, "done");
        gap("Wrong sailing is explained, not refused", "ines.rowe", 4, "under-way");
        gap("Calls counted by reason", "ines.rowe", 25, "under-way");
        history.add(
                DemoCalendar.at(calendar.today().minusDays(12), 140),
                "ines.rowe",
                any ->
                        new CreateItems(
                                "MSF",
                                List.of(
                                        NewItem.of(
                                                Map.of(
                                                        "level", "goal",
                                                        "title", "Nights at the pier are quiet",
                                                        "description",
                                                                "Agreed with the village; nobody"
                                                                        + " has broken it down"
                                                                        + " yet.")))));
        share("Scan and go at the ramp", "More people book before they come", 25);
        share("Crews know their day", "The harbour sees trouble first", 20);
    }

    /**
     * Something set by hand that does not fit what stands below it, or that nobody goes on with.
     */
    private void gap(String title, String who, int daysAgo, String state) {
        history.add(
                DemoCalendar.at(calendar.today().minusDays(daysAgo), 130),
                who,
                any -> new EditItems(List.of(history.keyOf(title)), Map.of("state", state)));
    }

    private void share(String from, String to, int percent) {
        history.add(
                DemoCalendar.at(calendar.today().minusDays(30), 90).plus(Duration.ofMinutes(5)),
                "ines.rowe",
                any ->
                        new LinkItems(
                                history.keyOf(from),
                                LinkType.CONTRIBUTES_TO,
                                history.keyOf(to),
                                Amount.of(percent)));
    }
}
