package greenladder.demo;

import greenladder.core.change.Command;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.SettleItem;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.product.Band;
import greenladder.core.product.ReadyCheck;
import greenladder.core.product.Refining;
import greenladder.core.product.Scale;
import greenladder.core.score.Formula;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.setup.ProductSetup;
import greenladder.store.CommandGateway.Past;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** How the sample products refine their backlogs, and how far theirs are refined. */
@Component
@Profile("demo")
class DemoRefining {
    private static final String FILE = "refining.txt";

    /** How many stories that are still to do stand in the bands, the most pressing first. */
    private static final int[] IN_BANDS = {8, 20, 30, 8};

    private static final List<String> CRITERIA =
            List.of(
                    "It works on the oldest handheld",
                    "A new ramp hand manages it without help",
                    "Nothing is lost when the signal goes",
                    "The words are understood in three languages",
                    "It was seen on a Saturday in the rain");

    private final ProductSetup products;

    DemoRefining(ProductSetup products) {
        this.products = products;
    }

    /**
     * Crossing scores by impact, confidence and ease; Quayside has bands, factors and sizes of its
     * own.
     */
    void write(SignedIn crossingOwner, SignedIn quaysideOwner) {
        var standard = Refining.STANDARD;
        var usual = Formula.PRESETS.getFirst();
        var waiting = Formula.PRESETS.get(1);
        products.keepRefining(
                crossingOwner,
                "MSF",
                new Refining(
                        standard.bands(),
                        usual.factors(),
                        usual.formula(),
                        standard.scale(),
                        Stream.concat(
                                        standard.checks().stream(),
                                        Stream.of(
                                                new ReadyCheck(
                                                        "seen",
                                                        "seen by a ramp hand",
                                                        ReadyCheck.Kind.BY_HAND,
                                                        null)))
                                .toList()));
        products.keepRefining(
                quaysideOwner,
                "QUA",
                new Refining(
                        List.of(
                                new Band("storms", "Before the storms"),
                                new Band("winter", "This winter"),
                                new Band("later", "When there is time")),
                        waiting.factors(),
                        waiting.formula(),
                        Scale.SHIRTS,
                        standard.checks()));
    }

    /** What was done while refining, all at one time. */
    static List<Past> past(DemoHistory history, Instant at, SignedIn owner) {
        var past = new ArrayList<Past>();
        for (int band = 0; band < IN_BANDS.length; band++) {
            int place = band;
            past.add(new Past(at, owner, snapshot -> banded(snapshot, "MSF", place)));
            if (band < 3) {
                past.add(new Past(at, owner, snapshot -> banded(snapshot, "QUA", place)));
            }
        }
        for (int i = 0; i < 110; i++) {
            int place = i;
            past.add(new Past(at, owner, snapshot -> refined(snapshot, "MSF", place)));
            if (i < 50) {
                past.add(new Past(at, owner, snapshot -> refined(snapshot, "QUA", place)));
            }
        }
        past.add(new Past(at, owner, DemoRefining::candidates));
        DemoContent.text(FILE)
                .lines()
                .filter(line -> !line.startsWith("#"))
                .map(line -> line.split(" \\| ", 3))
                .forEach(parts ->
                        past.add(
                                new Past(
                                        at,
                                        owner,
                                        any ->
                                                marked(
                                                        history.keyOf(parts[0]),
                                                        parts[1],
                                                        parts[2],
                                                        owner))));
        return past;
    }

    /** Some more than the team usually completes. */
    private static Command candidates(Snapshot snapshot) {
        var keys =
                stories(snapshot, "MSF").stream()
                        .map(Node::item)
                        .filter(item -> item.category() == Category.TO_DO && item.size() != null)
                        .filter(item -> item.sprint() == null && "lantern".equals(item.team()))
                        .limit(5)
                        .map(Item::key)
                        .toList();
        return new EditItems(keys, Map.of("candidate", "yes"));
    }

    private static Command marked(ItemKey key, String field, String text, SignedIn owner) {
        return field.equals(Field.DECISIONS.label())
                ? new SettleItem(key, owner.handle(), text, false)
                : new EditItems(List.of(key), Map.of(field, text));
    }

    /** The stories of a stretch of the order that ends behind so many that are still to do. */
    private static Command banded(Snapshot snapshot, String product, int band) {
        var keys = new ArrayList<ItemKey>();
        int toDo = 0;
        for (var node : stories(snapshot, product)) {
            var item = node.item();
            if (item.details().refinement().band() != null) {
                continue;
            }
            if (item.category() == Category.TO_DO && ++toDo > IN_BANDS[band]) {
                break;
            }
            keys.add(item.key());
        }
        var bands = snapshot.requireProduct(product).refining().bands();
        return new EditItems(keys, Map.of("band", bands.get(band).key()));
    }

    /** Factors for all but a few stories that are still to do, criteria for the first of them. */
    private static Command refined(Snapshot snapshot, String product, int place) {
        var open =
                stories(snapshot, product).stream()
                        .map(Node::item)
                        .filter(item -> item.category() == Category.TO_DO)
                        .toList();
        if (place >= open.size() || place % 9 == 7) {
            return new EditItems(List.of(), Map.of());
        }
        var item = open.get(place);
        Map<String, String> fields = new LinkedHashMap<>();
        for (var factor : snapshot.requireProduct(product).refining().factors()) {
            fields.put(factor.field().label(), number(item, factor.key(), place, open.size()));
        }
        if (place < 40 && place % 4 != 2 && item.details().acceptance().isEmpty()) {
            fields.put(
                    "acceptance",
                    CRITERIA.get(place % CRITERIA.size())
                            + "\n"
                            + CRITERIA.get((place + 2) % CRITERIA.size()));
        }
        if (place < 16 && place % 3 != 1 && product.equals("MSF")) {
            fields.put("ready", "+seen");
        }
        if (item.team() == null && place % 5 != 3) {
            fields.put(
                    "team",
                    product.equals("QUA") || place % 7 == 0
                            ? "tidewater"
                            : place % 2 == 0 ? "lantern" : "gannet");
        }
        return new EditItems(List.of(item.key()), fields);
    }

    /** From 1 to 10, higher at the beginning of the order; the same at every start. */
    private static String number(Item item, String factor, int place, int last) {
        int chance = Math.floorMod((item.title() + factor).hashCode() / 7, 7);
        return Integer.toString(Math.clamp(9 - 5L * place / last - chance + 2, 1, 10));
    }

    private static List<Node> stories(Snapshot snapshot, String product) {
        var found = snapshot.requireProduct(product);
        return snapshot.level(found, found.levels().find("story").orElseThrow());
    }
}
