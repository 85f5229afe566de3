package greenladder.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import greenladder.RunningDemo;
import greenladder.core.change.Command;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.ShortenRanks;
import greenladder.core.edit.Target;
import greenladder.core.item.Field;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog;
import greenladder.log.ChangeLog.Entry;
import greenladder.log.Operation;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway.Past;
import greenladder.store.CommandGateway.SeenField;
import greenladder.web.Failure;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.testng.annotations.Test;

/**
 * The gateway for histories that are brought in whole, for values that were seen, and for ranks.
 */
public class CommandGatewayIntegrationTests extends RunningDemo {
    @Autowired private CommandGateway gateway;
    @Autowired private Undoing undoing;
    @Autowired private ChangeLog log;
    @Autowired private SnapshotKeeper keeper;
    @Autowired private People people;
    @Autowired private ItemStore store;

    private SignedIn ines() {
        return people.findByHandle("ines.rowe").orElseThrow();
    }

    private Instant last() {
        return log.findOperation(log.lastOperation()).orElseThrow().at();
    }

    private Past past(Instant at, Command command) {
        return new Past(at, ines(), any -> command);
    }

    private static CreateItems create(String code, String title) {
        return new CreateItems(code, List.of(NewItem.of(Map.of("level", "goal", "title", title))));
    }

    @Test
    public void historyShouldBeLivedThroughAtItsTimes() {
        var code = api().newProduct();
        var key = new ItemKey(code, 1);
        var first = last();
        var second = first.plusNanos(5000);
        var third = first.plusNanos(9000);
        gateway.live(
                List.of(
                        past(first, create(code, "Long ago")),
                        past(second, new EditItems(List.of(key), Map.of("size", "8"))),
                        past(third, new EditItems(List.of(key), Map.of("title", "Later")))));
        var item = keeper.whole().requireNode(key).item();
        assertThat(item.createdAt()).isEqualTo(first);
        assertThat(item.updatedAt()).isEqualTo(third);
        assertThat(item.version()).isEqualTo(3);
        assertThat(log.history(key, null, 50))
                .extracting(logged -> logged.at())
                .containsOnly(first, second, third);
        assertThat(store.loadLastNumbers()).containsEntry(code, 1);
    }

    @Test
    public void historyThatBreaksARuleShouldNotBeKeptAtAll() {
        var code = api().newProduct();
        var history =
                List.of(
                        past(last(), create(code, "One")),
                        past(
                                last(),
                                new EditItems(
                                        List.of(new ItemKey(code, 1)), Map.of("size", "many"))));
        assertThatThrownBy(() -> gateway.live(history)).isInstanceOf(Failure.Invalid.class);
        assertThat(keeper.whole().findItem(new ItemKey(code, 1))).isEmpty();
        assertThat(log.history(new ItemKey(code, 1), null, 5)).isEmpty();
    }

    @Test
    public void historyThatIsEarlierThanTheLogShouldNotBeKept() {
        var code = api().newProduct();
        var earlier = List.of(past(last().minusNanos(1000), create(code, "One")));
        assertThatThrownBy(() -> gateway.live(earlier))
                .isInstanceOf(IllegalArgumentException.class);
        assertThat(keeper.whole().findItem(new ItemKey(code, 1))).isEmpty();
    }

    @Test
    public void momentShouldBeFoundAmongTheNumbersOfOperations() {
        var operations = log.entriesAfter(0, 500).stream().map(Entry::operation).toList();
        assertThat(operations).isSortedAccordingTo(Comparator.comparing(Operation::at));
        for (var moment : operations.stream().map(Operation::at).distinct().toList()) {
            var first = operations.stream().filter(one -> one.at().equals(moment)).findFirst();
            assertThat(log.firstSince(moment)).isEqualTo(first.orElseThrow().id());
            assertThat(log.firstSince(moment.minusNanos(1))).isEqualTo(first.orElseThrow().id());
        }
        assertThat(log.firstSince(Instant.MAX)).isEqualTo(log.lastOperation() + 1);
    }

    @Test
    public void valueThatIsNotAsItWasSeenShouldBeRefusedWithWhatStandsThere() {
        var code = api().newProduct();
        gateway.submit(ines(), create(code, "One"));
        var key = new ItemKey(code, 1);
        var edit = new EditItems(List.of(key), Map.of("title", "Two"));
        assertThatThrownBy(() -> gateway.submit(ines(), edit, new SeenField(key, "title", "Other")))
                .isInstanceOfSatisfying(
                        Failure.Overtaken.class,
                        overtaken -> assertThat(overtaken.now()).isEqualTo("One"));
        assertThat(gateway.submit(ines(), edit, new SeenField(key, "title", "One")).operation())
                .isPositive();
        assertThatThrownBy(() ->
                        gateway.submit(
                                ines(), edit, new SeenField(new ItemKey(code, 9), "title", "")))
                .isInstanceOf(RuntimeException.class);
    }

    @Test
    public void whatWasKeptThoughTheCommitFailedShouldBeSeenByTheNextDecision() {
        var code = api().newProduct();
        gateway.submit(ines(), create(code, "One"));
        var key = new ItemKey(code, 1);
        Function<Snapshot, Command> renaming =
                any -> new EditItems(List.of(key), Map.of("title", "Two"));
        assertThatThrownBy(() -> gateway.submit(ines(), renaming, accepted -> failAfterCommit()))
                .isInstanceOf(IllegalStateException.class);
        assertThat(keeper.whole().requireNode(key).item().title()).isEqualTo("One");
        var sized = new EditItems(List.of(key), Map.of("size", "3"));
        assertThat(gateway.submit(ines(), sized).before().requireNode(key).item().title())
                .isEqualTo("Two");
        assertThat(keeper.whole().requireNode(key).item().version()).isEqualTo(3);
    }

    private static void failAfterCommit() {
        TransactionSynchronizationManager.registerSynchronization(
                new TransactionSynchronization() {
                    @Override
                    public int getOrder() {
                        return HIGHEST_PRECEDENCE;
                    }

                    @Override
                    public void afterCommit() {
                        throw new IllegalStateException("the answer of the database was lost");
                    }
                });
    }

    @Test
    public void moveShouldBeTakenBackAfterRanksWereRewritten() {
        var code = api().newProduct();
        for (var title : List.of("A", "B", "C")) {
            gateway.submit(ines(), create(code, title));
        }
        var key = new ItemKey(code, 3);
        var moved = gateway.submit(ines(), move(key, new Target.First()));
        gateway.submit(SignedIn.SYSTEM, new ShortenRanks(key));
        undoing.takeBack(ines(), moved.operation());
        assertThat(keeper.whole().roots(code))
                .extracting(node -> node.item().title())
                .containsExactly("A", "B", "C");
    }

    @Test
    public void movesShouldBeTakenBackOneByOneThoughRanksWereRewrittenInBetween() {
        var code = api().newProduct();
        for (var title : List.of("A", "B", "C")) {
            gateway.submit(ines(), create(code, title));
        }
        var key = new ItemKey(code, 3);
        var first = gateway.submit(ines(), move(key, new Target.First()));
        var second = gateway.submit(ines(), move(key, new Target.After(new ItemKey(code, 1))));
        gateway.submit(SignedIn.SYSTEM, new ShortenRanks(key));
        undoing.takeBack(ines(), second.operation());
        undoing.takeBack(ines(), first.operation());
        assertThat(keeper.whole().roots(code))
                .extracting(node -> node.item().title())
                .containsExactly("A", "B", "C");
    }

    @Test
    public void ranksShouldBeRewrittenAroundWorkForNamedReaders() {
        var code = api().newProduct();
        var hidden = gateway.submit(ines(), create(code, "Only for Ines")).items().getFirst();
        gateway.submit(ines(), new EditItems(List.of(hidden), Map.of("readers", "ines.rowe")));
        assertThat(gateway.submit(SignedIn.SYSTEM, new ShortenRanks(hidden)).operation())
                .isPositive();
        // Others count what is drawn for all who see the same.
        gateway.submit(ines(), new EditItems(List.of(hidden), Map.of("readers", "")));
    }

    private static Command move(ItemKey key, Target target) {
        return new MoveItems(List.of(key), new Target.Parent.Same(), target);
    }

    @Test
    public void rewrittenRanksShouldNotBeTakenBackByAnybody() {
        var code = api().newProduct();
        gateway.submit(ines(), create(code, "A"));
        var ranks = gateway.submit(SignedIn.SYSTEM, new ShortenRanks(new ItemKey(code, 1)));
        assertThat(ranks.operation()).isPositive();
        assertThatThrownBy(() -> undoing.takeBack(ines(), ranks.operation()))
                .isInstanceOf(Failure.NotFound.class);
        assertThat(log.history(new ItemKey(code, 1), null, 50))
                .extracting(logged -> logged.actor())
                .containsOnly("ines.rowe");
    }

    @Test
    public void changesThatFollowedShouldBeMarkedInTheLog() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'items':[{'level':'feature','title':'F','ref':'f'},{'level':'story','title':'S','parentRef':'f'}]}");
        var saved =
                gateway.submit(
                        ines(),
                        new EditItems(List.of(new ItemKey(code, 2)), Map.of("state", "under-way")));
        assertThat(log.changesOf(saved.operation()))
                .filteredOn(change -> change.followed())
                .singleElement()
                .satisfies(change -> {
                    assertThat(change.item()).isEqualTo(new ItemKey(code, 1));
                    assertThat(change.field()).isEqualTo(Field.STATE);
                    assertThat(change.after()).isEqualTo("under-way");
                });
    }
}
