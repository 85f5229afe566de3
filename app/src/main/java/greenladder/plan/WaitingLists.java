package greenladder.plan;

import greenladder.card.ItemCards;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.list.FilterLines;
import greenladder.list.Narrowed;
import greenladder.people.SignedIn;
import greenladder.plan.BenchPage.Row;
import greenladder.plan.BenchPage.RowModel;
import greenladder.plan.BenchPage.Waiting;
import greenladder.store.Rights;
import greenladder.view.Choice;
import greenladder.web.Drawings;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import org.springframework.stereotype.Component;

/** Makes the list beside the bench: what is not planned yet. */
@Component
class WaitingLists {
    static final int DRAWN = 60;
    private static final int MORE = 200;

    private final Rights rights;
    private final FilterLines lines;
    private final Drawings drawings;

    WaitingLists(Rights rights, FilterLines lines, Drawings drawings) {
        this.drawings = drawings;
        this.rights = rights;
        this.lines = lines;
    }

    Waiting waiting(Snapshot snapshot, BenchPlace place, SignedIn reader) {
        var product = place.product();
        var narrowed = lines.narrowed(snapshot, List.of(product), place.filter(), reader);
        var all = snapshot.waiting(product, place.level());
        int most = DRAWN + place.more();
        var shown = new ArrayList<Node>();
        boolean more = false;
        for (var node : all) {
            if (isListed(node, place, narrowed)) {
                if (shown.size() == most) {
                    more = true;
                    break;
                }
                shown.add(node);
            }
        }
        var cards = new ItemCards(snapshot, rights, reader, item -> item.key().equals(place.at()));
        var rows = new ArrayList<Row>();
        var bands = new HashMap<String, String>();
        product.refining().bands().forEach(band -> bands.put(band.key(), band.name()));
        String head = null;
        for (var node : shown) {
            var band = bands.getOrDefault(node.item().details().refinement().band(), "");
            rows.add(new Row(band.equals(head) ? "" : band, drawn(node, place, cards)));
            head = band;
        }
        var count =
                place.filter().isNarrow() || place.queue() != null
                        ? Words.count(shown.size(), Words.lower(place.level().name()))
                                + (more ? " and more" : "")
                        : counted(all.size(), place.level());
        return new Waiting(
                count,
                levels(place),
                lists(snapshot, place),
                lines.line(narrowed, "bench", place.parameters(), reader, shown, shown),
                rows,
                more ? place.with(place.more() + MORE).url() : "",
                "Show more");
    }

    private static String counted(int count, Level level) {
        return count + " " + Words.lower(count == 1 ? level.name() : level.plural());
    }

    private static boolean isListed(Node node, BenchPlace place, Narrowed narrowed) {
        Item item = node.item();
        boolean isOfQueue = place.queue() == null || place.queue().key().equals(item.team());
        return isOfQueue && (!narrowed.isNarrow() || narrowed.finds(node));
    }

    /** A row as HTML, drawn once for all who see and may do the same. */
    private String drawn(Node node, BenchPlace place, ItemCards cards) {
        return drawings.cached("plan/drawn", "row", "row", row(node, place, cards));
    }

    private static RowModel row(Node node, BenchPlace place, ItemCards cards) {
        var product = place.product();
        return new RowModel(
                product.code(),
                cards.of(node),
                cards.reader().mayIn(product.code(), Permission.PLAN),
                node.item().details().refinement().isCandidate());
    }

    private static List<Choice> levels(BenchPlace place) {
        return place.product().levels().all().stream()
                .filter(Level::carriesPoints)
                .map(level ->
                        new Choice(
                                place.of(level).url(), level.plural(), level.equals(place.level())))
                .toList();
    }

    private static List<Choice> lists(Snapshot snapshot, BenchPlace place) {
        var lists = new ArrayList<Choice>();
        lists.add(
                new Choice(
                        place.of((Team) null).url(),
                        place.product().name(),
                        place.queue() == null));
        for (var team : snapshot.workspace().teamsOf(place.product().code())) {
            lists.add(
                    new Choice(
                            place.of(team).url(),
                            "Queue of " + team.name(),
                            team.equals(place.queue())));
        }
        return lists;
    }
}
