package greenladder.refine;

import greenladder.core.change.Problems;
import greenladder.core.edit.MoveItems;
import greenladder.core.edit.OrderItems;
import greenladder.core.edit.Ordering;
import greenladder.core.edit.Target;
import greenladder.core.filter.Sorting;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import greenladder.words.ChangeWords;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Moves in a list as somebody sees it: places are counted among the items that are listed, and what
 * somebody else has moved meanwhile is told rather than moved over.
 */
@Component
class RankMoves {
    private static final int MOST_ORDERED = 5_000;

    private final CommandGateway gateway;
    private final SnapshotKeeper keeper;
    private final ChangeLog log;
    private final RankPages pages;

    /**
     * Where items go.
     *
     * @param keys with commas between
     * @param aheadOf the first item of a band, where they come to the top of that band: what stands
     *     above is of another one
     * @param seen the number of the last operation that the list showed
     */
    record RankForm(
            String keys,
            @Nullable String before,
            @Nullable String after,
            @Nullable String aheadOf,
            @Nullable String position,
            @Nullable String to,
            @Nullable Long seen) {}

    RankMoves(CommandGateway gateway, SnapshotKeeper keeper, ChangeLog log, RankPages pages) {
        this.gateway = gateway;
        this.keeper = keeper;
        this.log = log;
        this.pages = pages;
    }

    /**
     * @throws Failure.Conflict if somebody else moved one of the items, or what they go beside,
     *     since the list was drawn
     */
    Saved move(SignedIn me, RankPlace place, List<ItemKey> keys, RankForm form) {
        if (!place.filter().sorting().equals(Sorting.RANK) || !place.filter().groups().isEmpty()) {
            throw invalid("to", "The list is not in rank order; items cannot be moved in it.");
        }
        var snapshot = keeper.seenBy(me);
        var beside = new ArrayList<>(keys);
        ItemKey.parse(text(form.before())).ifPresent(beside::add);
        ItemKey.parse(text(form.after())).ifPresent(beside::add);
        var first = ItemKey.parse(text(form.aheadOf())).flatMap(snapshot::findItem);
        first.ifPresent(item -> beside.add(item.key()));
        if (form.seen() != null) {
            requireStillThere(me, snapshot, beside, form.seen());
        }
        var list = RankList.of(snapshot, place, pages.narrowed(snapshot, place, me));
        var queue = place.queue();
        var joins = new HashMap<String, String>();
        if (queue != null) {
            joins.putAll(joining(snapshot, keys, queue));
        }
        first.ifPresent(item -> joins.put("band", RankList.bandOf(item)));
        return gateway.submit(
                me, new MoveItems(keys, new Target.Parent.Same(), target(list, keys, form), joins));
    }

    /** What makes items a team's where some of them are not yet. */
    private static Map<String, String> joining(Snapshot snapshot, List<ItemKey> keys, Team queue) {
        boolean allThere =
                keys.stream()
                        .flatMap(key -> snapshot.findItem(key).stream())
                        .allMatch(item -> queue.key().equals(item.team()));
        return allThere ? Map.of() : Map.of("team", queue.key());
    }

    private void requireStillThere(SignedIn me, Snapshot snapshot, List<ItemKey> keys, long seen) {
        log.movedSince(seen, keys, me.handle()).stream()
                .findFirst()
                .ifPresent(moved -> {
                    var item = snapshot.findItem(moved.item());
                    throw new Failure.Conflict(
                            moved.item().toString(),
                            "%s moved %s meanwhile%s. Yours was not moved; look again and move it if"
                                            .formatted(
                                                    ChangeWords.nameOf(snapshot, moved.actor()),
                                                    moved.item(),
                                                    item.map(one ->
                                                                    "; it stands at "
                                                                            + snapshot.position(one)
                                                                            + " now")
                                                            .orElse(""))
                                    + " it still should be elsewhere.");
                });
    }

    private static Target target(RankList list, List<ItemKey> keys, RankForm form) {
        if (ItemKey.parse(text(form.after())).isPresent()) {
            return new Target.After(ItemKey.parse(text(form.after())).orElseThrow());
        }
        if (ItemKey.parse(text(form.aheadOf())).isPresent()) {
            return new Target.Before(ItemKey.parse(text(form.aheadOf())).orElseThrow());
        }
        if (ItemKey.parse(text(form.before())).isPresent()) {
            return new Target.Before(ItemKey.parse(text(form.before())).orElseThrow());
        }
        var others = list.without(keys);
        if (!text(form.position()).isEmpty()) {
            return at(others, number(text(form.position()), others.size() + 1));
        }
        var places = list.placesOf(keys);
        if (places.isEmpty()) {
            return at(others, others.size() + 1);
        }
        return switch (text(form.to())) {
            case "first" -> at(others, 1);
            case "last" -> at(others, others.size() + 1);
            case "up" -> {
                if (places.getFirst() == 0) {
                    throw invalid("to", "It is already first.");
                }
                yield at(others, places.getFirst());
            }
            case "down" -> {
                int last = places.getLast();
                if (last == list.found().size() - 1) {
                    throw invalid("to", "It is already last.");
                }
                yield at(others, last - places.size() + 3);
            }
            default -> throw invalid("to", "Items go first, last, up, down or to a position.");
        };
    }

    /** To a place, from 1, among others that are listed. */
    private static Target at(List<Node> others, int position) {
        if (others.isEmpty()) {
            return new Target.First();
        }
        return position == 1
                ? new Target.Before(others.getFirst().item().key())
                : new Target.After(others.get(position - 2).item().key());
    }

    private static int number(String text, int last) {
        if (!text.matches("[+-]?\\d{1,9}")) {
            throw invalid("position", "A position is a whole number, not “%s”.".formatted(text));
        }
        int number = Integer.parseInt(text);
        if (number < 1 || number > last) {
            throw invalid(
                    "position",
                    "There is no position %,d; positions in this list go from 1 to %,d."
                            .formatted(number, last));
        }
        return number;
    }

    /** Puts the items listed into the order of a column, each within its band. */
    Saved order(SignedIn me, RankPlace place, Sorting sorting) {
        var snapshot = keeper.seenBy(me);
        var narrowed = pages.narrowed(snapshot, place, me);
        var byRank = place.with(place.filter().sorted(Sorting.RANK));
        var found = RankList.of(snapshot, byRank, narrowed).found();
        if (found.size() > MOST_ORDERED) {
            throw invalid(
                    "sort",
                    "%,d items are too many to be ordered at once; narrow the list down to %,d."
                            .formatted(found.size(), MOST_ORDERED));
        }
        var sorted = sorting.sorted(narrowed.lens(), found);
        return gateway.submit(
                me, new OrderItems(sorted.stream().map(node -> node.item().key()).toList()));
    }

    /** Puts a whole level into the order in which the items above it stand. */
    Saved orderAsParentsStand(SignedIn me, RankPlace place) {
        return gateway.submit(
                me,
                new OrderItems(
                        Ordering.asParentsStand(
                                keeper.seenBy(me), place.product(), place.level())));
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text.strip();
    }

    private static Failure.Invalid invalid(String field, String message) {
        return new Failure.Invalid(Problems.of(field, message));
    }
}
