package greenladder.core.flow;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.change.Command;
import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.level.Category;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class FlowTests {
    private static final LocalDate MONDAY = LocalDate.parse("2026-05-04");
    private static final List<String> STATES =
            List.of("to-do", "ready", "under-way", "in-test", "done", "dropped");

    private Snapshot snapshot = Trees.empty();
    private String who = "ada";
    private HistoryProjection fold = new HistoryProjection(ZoneOffset.UTC);

    private void does(Instant at, Command command) {
        if (Decisions.decide(snapshot, command, at) instanceof Accepted accepted) {
            snapshot = accepted.after();
            fold.take(at, who, accepted.changes(), snapshot.workspace());
        }
    }

    private static Instant at(int day, int hour) {
        return MONDAY.plusDays(day).atTime(hour, 0).toInstant(ZoneOffset.UTC);
    }

    private void makes(int day, String title, String size) {
        does(
                at(day, 9),
                new CreateItems(
                        "MSF",
                        List.of(
                                NewItem.of(
                                        Map.of("level", "story", "title", title, "size", size)))));
    }

    private void moves(int day, int hour, int item, String state) {
        does(at(day, hour), new EditItems(List.of(Trees.key(item)), Map.of("state", state)));
    }

    private Flow flow(int from, int to, boolean points) {
        return flow(from, to, points, null);
    }

    private Flow flow(int from, int to, boolean points, Set<ItemKey> only) {
        return Flow.of(
                Past.of(fold),
                new Flow.Query(
                        "MSF",
                        MONDAY.plusDays(from),
                        MONDAY.plusDays(to),
                        "story",
                        null,
                        points,
                        at(to, 23),
                        only));
    }

    private void begin() {
        begin(ZoneOffset.UTC);
    }

    private void begin(ZoneId zone) {
        snapshot = Trees.empty();
        who = "ada";
        fold = new HistoryProjection(zone);
    }

    @Test
    public void leadAndCycleShouldRunToTheLastFinish() {
        begin();
        makes(0, "A", "3");
        moves(1, 9, 1, "under-way");
        moves(2, 9, 1, "done");
        moves(3, 9, 1, "in-test");
        moves(5, 9, 1, "done");

        var passage = flow(0, 6, true).passages().getFirst();

        assertThat(passage.leadDays()).isEqualTo(5.0);
        assertThat(passage.cycleDays()).isEqualTo(4.0);
        assertThat(passage.reopened()).isEqualTo(1);
        // On the fourth day it was not done.
        assertThat(flow(0, 4, true).ages().getFirst().days()).isBetween(3.5, 3.7);
    }

    private void movesAt(String time, int item, String state) {
        does(Instant.parse(time), new EditItems(List.of(Trees.key(item)), Map.of("state", state)));
    }

    @DataProvider
    public Object[][] slips() {
        return new Object[][] {
            // done by mistake: put back within ten minutes by whoever moved it
            {"done", "ada", "under-way", "2026-05-06T09:10:00Z", 0},
            {"done", "ada", "under-way", "2026-05-06T09:10:01Z", 1},
            {"done", "ben", "under-way", "2026-05-06T09:05:00Z", 1},
            {"done", "ada", "to-do", "2026-05-06T09:05:00Z", 0},
        };
    }

    @Test(dataProvider = "slips")
    public void whatIsPutBackAtOnceByWhoeverMovedItShouldBeASlip(
            String state, String other, String back, String time, int reopened) {
        begin();
        makes(0, "A", "3");
        moves(1, 9, 1, "under-way");
        moves(2, 9, 1, state);
        who = other;
        movesAt(time, 1, back);
        assertThat(fold.of(Trees.key(1)).orElseThrow().reopenings(at(9, 9))).hasSize(reopened);
    }

    @Test
    public void reopeningThatIsPutBackAtOnceShouldBeASlip() {
        begin();
        makes(0, "A", "3");
        moves(1, 9, 1, "under-way");
        moves(2, 9, 1, "done");
        movesAt("2026-05-08T09:00:00Z", 1, "under-way");
        movesAt("2026-05-08T09:09:00Z", 1, "done");
        assertThat(flow(0, 6, true).passages().getFirst().reopened()).isZero();
        assertThat(Reopened.between(Past.of(fold), "MSF", MONDAY, MONDAY.plusDays(9))).isEmpty();
        who = "ben";
        movesAt("2026-05-09T09:00:00Z", 1, "under-way");
        who = "ada";
        movesAt("2026-05-09T09:01:00Z", 1, "done");
        assertThat(flow(0, 6, true).passages().getFirst().reopened()).isEqualTo(1);
    }

    @Test
    public void whatComesBackByWayOfDroppedShouldCountAsReopenedOnce() {
        begin();
        makes(0, "A", "3");
        moves(1, 9, 1, "under-way");
        moves(2, 9, 1, "done");
        moves(3, 9, 1, "dropped");
        assertThat(fold.of(Trees.key(1)).orElseThrow().reopenings(at(9, 9))).isEmpty();
        moves(5, 9, 1, "under-way");
        var reopened = Reopened.between(Past.of(fold), "MSF", MONDAY, MONDAY.plusDays(9));
        assertThat(reopened).hasSize(1);
        assertThat(reopened.getFirst().times()).isEqualTo(1);
        assertThat(reopened.getFirst().afterDays()).isEqualTo(3.0);
    }

    @Test
    public void whatIsDoneAgainByWayOfDroppedShouldNotCountAsReopened() {
        begin();
        makes(0, "A", "3");
        moves(1, 9, 1, "done");
        moves(2, 9, 1, "dropped");
        moves(3, 9, 1, "done");
        assertThat(fold.of(Trees.key(1)).orElseThrow().reopenings(at(9, 9))).isEmpty();
    }

    @Test
    public void ageShouldCountWhatWasStartedAndStandsInToDoAgain() {
        begin();
        makes(0, "A", "3");
        makes(0, "B", "3");
        moves(1, 9, 1, "under-way");
        moves(2, 9, 1, "to-do");
        moves(1, 9, 2, "under-way");
        moves(2, 9, 2, "dropped");
        var ages = flow(0, 4, true).ages();
        assertThat(ages).hasSize(1);
        assertThat(ages.getFirst().item()).isEqualTo(Trees.key(1));
        assertThat(ages.getFirst().days()).isBetween(3.5, 3.7);
        // The same of a day that is past.
        moves(5, 9, 1, "done");
        assertThat(flow(0, 4, true).ages()).hasSize(1);
        assertThat(flow(0, 6, true).ages()).isEmpty();
    }

    @Test
    public void daysShouldTellWhatStoodWhereAtTheirEnd() {
        begin();
        makes(0, "A", "3");
        makes(1, "B", "5");
        moves(1, 12, 1, "under-way");
        moves(2, 12, 1, "done");
        moves(3, 12, 2, "dropped");

        var days = flow(0, 3, true).days();

        assertThat(days)
                .extracting(Flow.Day::toDo)
                .extracting(Amount::toString)
                .containsExactly("3", "5", "5", "0");
        assertThat(days)
                .extracting(Flow.Day::inProgress)
                .extracting(Amount::toString)
                .containsExactly("0", "3", "0", "0");
        assertThat(days)
                .extracting(Flow.Day::done)
                .extracting(Amount::toString)
                .containsExactly("0", "0", "3", "3");
        assertThat(flow(0, 3, false).weeks().getFirst().points()).hasToString("3");
    }

    @Test
    public void daysShouldEndInTheZone() {
        for (var zone : List.of("UTC", "Asia/Tokyo")) {
            begin(ZoneId.of(zone));
            makes(0, "A", "3");
            moves(1, 23, 1, "done");

            assertThat(flow(1, 2, true).days().getFirst().done())
                    .as(zone)
                    .hasToString(zone.equals("UTC") ? "3" : "0");
        }
    }

    @DataProvider
    Object[][] seeds() {
        return new Object[][] {{1L}, {2L}, {3L}};
    }

    /** Days and passages against snapshots that were kept at the end of each day. */
    @Test(dataProvider = "seeds")
    public void figuresShouldEqualASlowSecondComputation(long seed) {
        begin();
        var random = new Random(seed);
        var ends = new HashMap<Integer, Snapshot>();
        int days = 60;
        for (int day = 0; day < days; day++) {
            for (int i = 0; i < 12; i++) {
                int count = snapshot.order().size();
                if (count < 5 || random.nextInt(6) == 0) {
                    makes(day, "S" + count, Integer.toString(1 + random.nextInt(8)));
                } else {
                    var key = 1 + random.nextInt(count);
                    moves(day, 10 + i, key, STATES.get(random.nextInt(STATES.size())));
                }
            }
            ends.put(day, snapshot);
        }
        var flow = flow(0, days - 1, true);
        for (int day = 0; day < days; day++) {
            for (var category : List.of(Category.TO_DO, Category.IN_PROGRESS, Category.DONE)) {
                assertThat(sum(flow.days().get(day), category))
                        .as("%s on day %d", category, day)
                        .isEqualTo(slow(ends.get(day), category));
            }
        }
        requireHalves(flow, days);
        var done = new ArrayList<ItemKey>();
        snapshot.order()
                .slots()
                .forEach(slot -> {
                    if (snapshot.requireNode(slot.key()).item().isDone()) {
                        done.add(slot.key());
                    }
                });
        assertThat(
                        flow.passages().stream()
                                .filter(one -> one.finished() != null)
                                .map(Flow.Passage::item))
                .containsExactlyInAnyOrderElementsOf(done);
        assertThat(flow.passages())
                .filteredOn(one -> one.finished() != null)
                .allSatisfy(one ->
                        assertThat(one.finished())
                                .isEqualTo(
                                        snapshot.requireNode(one.item())
                                                .item()
                                                .times()
                                                .finishedAt()));
    }

    /** Those with even and those with odd numbers come to all together. */
    private void requireHalves(Flow whole, int days) {
        var halves =
                IntStream.of(0, 1)
                        .mapToObj(odd ->
                                snapshot.order().slots().stream()
                                        .map(slot -> slot.key())
                                        .filter(key -> key.number() % 2 == odd)
                                        .collect(Collectors.toSet()))
                        .map(only -> flow(0, days - 1, true, only))
                        .toList();
        var even = halves.getFirst();
        var odd = halves.getLast();
        for (int day = 0; day < days; day++) {
            var both = even.days().get(day).done().plus(odd.days().get(day).done());
            assertThat(both).isEqualTo(whole.days().get(day).done());
            var scope = even.days().get(day).scope().plus(odd.days().get(day).scope());
            assertThat(scope).isEqualTo(whole.days().get(day).scope());
        }
        assertThat(even.passages()).allMatch(one -> one.item().number() % 2 == 0).isNotEmpty();
        assertThat(even.passages().size() + odd.passages().size())
                .isEqualTo(whole.passages().size());
    }

    private static Amount sum(Flow.Day day, Category category) {
        return switch (category) {
            case TO_DO -> day.toDo();
            case IN_PROGRESS -> day.inProgress();
            case DONE -> day.done();
            case DROPPED -> Amount.ZERO;
        };
    }

    private static Amount slow(Snapshot snapshot, Category category) {
        var sum = new Amount[] {Amount.ZERO};
        snapshot.order()
                .slots()
                .forEach(slot -> {
                    var item = snapshot.requireNode(slot.key()).item();
                    if (item.category() == category && item.size() != null) {
                        sum[0] = sum[0].plus(item.size());
                    }
                });
        return sum[0];
    }
}
