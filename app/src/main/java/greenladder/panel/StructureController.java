package greenladder.panel;

import greenladder.core.change.Problems;
import greenladder.core.edit.ChangeLevel;
import greenladder.core.edit.ChangeLevel.Misfits;
import greenladder.core.edit.GatherItems;
import greenladder.core.edit.MergeItems;
import greenladder.core.edit.SplitItem;
import greenladder.core.edit.SplitPart;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Splitting, merging, gathering, and items that go to another level. */
@Controller
class StructureController {
    private static final int FIRST_PARTS = 2;

    private final CommandGateway gateway;
    private final SnapshotKeeper keeper;

    /**
     * What the form for a split shows.
     *
     * @param goods what can go to a part: children and criteria
     */
    record SplitPage(
            String key, String title, String size, List<Integer> parts, List<Good> goods) {}

    /**
     * @param name {@code MSF3}, or {@code c0} for the first criterion
     */
    record Good(String name, String words, String text) {}

    /**
     * A split as it was entered.
     *
     * @param title of each part; those without one are left out where they have no size either
     * @param goes {@code MSF3:1} for a child that goes to the first part; empty for what stays
     */
    record SplitForm(
            @Nullable List<String> title,
            @Nullable List<String> size,
            @Nullable List<String> goes,
            @Nullable String original,
            @Nullable String originalSize) {
        List<SplitPart> parts() {
            var titles = title == null ? List.<String>of() : title;
            var sizes = size == null ? List.<String>of() : size;
            var parts = new ArrayList<SplitPart>();
            for (int i = 0; i < titles.size(); i++) {
                var part = part(i, titles.get(i), i < sizes.size() ? sizes.get(i) : "");
                boolean blank =
                        part.title().isBlank()
                                && part.size().isBlank()
                                && part.children().isEmpty()
                                && part.criteria().isEmpty();
                if (!blank) {
                    parts.add(part);
                }
            }
            return parts;
        }

        private SplitPart part(int index, String title, String size) {
            var children = new ArrayList<ItemKey>();
            var criteria = new ArrayList<Integer>();
            for (var one : goes == null ? List.<String>of() : goes) {
                var pair = one.split(":");
                if (pair.length == 2 && pair[1].equals(Integer.toString(index + 1))) {
                    if (pair[0].matches("c\\d{1,3}")) {
                        criteria.add(Integer.parseInt(pair[0].substring(1)));
                    } else {
                        children.add(key("goes", pair[0]));
                    }
                }
            }
            return new SplitPart(title, size, children, criteria);
        }
    }

    StructureController(CommandGateway gateway, SnapshotKeeper keeper) {
        this.gateway = gateway;
        this.keeper = keeper;
    }

    @GetMapping("/items/{key}/split")
    String splitForm(@PathVariable String key, Model model, @AuthenticationPrincipal SignedIn me) {
        var node = Lookups.node(keeper.seenBy(me), key);
        var item = node.item();
        model.addAttribute(
                "split",
                new SplitPage(
                        item.key().toString(),
                        item.title(),
                        item.size() == null ? "" : Words.of(item.size()),
                        IntStream.rangeClosed(1, FIRST_PARTS).boxed().toList(),
                        goods(node)));
        return "shared/item-menu :: split";
    }

    private static List<Good> goods(Node node) {
        var goods = new ArrayList<Good>();
        for (var child : node.children()) {
            goods.add(
                    new Good(
                            child.item().key().toString(),
                            Words.lower(child.item().level().name()),
                            child.item().title()));
        }
        var criteria = node.item().details().acceptance().all();
        for (int i = 0; i < criteria.size(); i++) {
            goods.add(new Good("c" + i, "criterion", criteria.get(i).text()));
        }
        return goods;
    }

    @PostMapping("/items/{key}/split")
    ResponseEntity<String> split(
            @PathVariable String key, SplitForm form, @AuthenticationPrincipal SignedIn me) {
        boolean keeps = !"drop".equals(form.original());
        var saved =
                gateway.submit(
                        me,
                        new SplitItem(
                                key("item", key),
                                form.parts(),
                                keeps,
                                keeps ? form.originalSize() : null));
        return Answers.done("Split off from %s:".formatted(key), saved);
    }

    @PostMapping("/items/merge")
    ResponseEntity<String> merge(
            @RequestParam String stays,
            @RequestParam String keys,
            @AuthenticationPrincipal SignedIn me) {
        var into = key("stays", stays);
        var going =
                Arrays.stream(keys.split(","))
                        .map(one -> key("item", one))
                        .filter(one -> !one.equals(into))
                        .toList();
        if (going.size() != 1) {
            throw new Failure.Invalid(
                    Problems.of(
                            "stays", "Two items are merged at a time; name the one that stays."));
        }
        var saved = gateway.submit(me, new MergeItems(into, going.getFirst()));
        return Answers.done("Merged %s into".formatted(going.getFirst()), saved);
    }

    @PostMapping("/items/gather")
    ResponseEntity<String> gather(
            @RequestParam String keys,
            @RequestParam String title,
            @RequestParam String level,
            @AuthenticationPrincipal SignedIn me) {
        var items = Arrays.stream(keys.split(",")).map(one -> key("item", one)).toList();
        Map<String, String> parent = new HashMap<>();
        parent.put(Field.TITLE.label(), title);
        parent.put(Field.LEVEL.label(), level);
        var above = commonParent(keeper.seenBy(me), items, level);
        if (above != null) {
            parent.put(Field.PARENT.label(), above.toString());
        }
        var saved = gateway.submit(me, new GatherItems(items, parent));
        return Answers.done("Gathered under", saved);
    }

    /** Where items that stood together stood, or the nearest above it that the new parent may. */
    private static @Nullable ItemKey commonParent(
            Snapshot snapshot, List<ItemKey> items, String levelKey) {
        var parents =
                items.stream()
                        .flatMap(key -> snapshot.findItem(key).stream())
                        .map(item -> item.parent() == null ? "" : item.parent().toString())
                        .distinct()
                        .toList();
        if (parents.size() != 1) {
            return null;
        }
        return ItemKey.parse(parents.getFirst())
                .flatMap(snapshot::findItem)
                .flatMap(parent ->
                        Stream.concat(
                                        Stream.of(parent),
                                        snapshot.ancestors(parent).stream().map(Node::item))
                                .filter(above -> stands(snapshot, above, levelKey))
                                .findFirst())
                .map(Item::key)
                .orElse(null);
    }

    private static boolean stands(Snapshot snapshot, Item parent, String levelKey) {
        return snapshot.requireProduct(parent.key().product())
                .levels()
                .find(levelKey)
                .map(level -> parent.level().isAbove(level))
                .orElse(false);
    }

    @PostMapping("/items/level")
    ResponseEntity<String> level(
            @RequestParam String keys,
            @RequestParam String level,
            @RequestParam(defaultValue = "refuse") String misfits,
            @AuthenticationPrincipal SignedIn me) {
        var choice =
                Arrays.stream(Misfits.values())
                        .filter(one -> one.name().toLowerCase(Locale.ROOT).equals(misfits))
                        .findFirst()
                        .orElse(Misfits.REFUSE);
        var items = Arrays.stream(keys.split(",")).map(one -> key("item", one)).toList();
        return Answers.done(
                "Changed the level of", gateway.submit(me, new ChangeLevel(items, level, choice)));
    }

    private static ItemKey key(String field, String text) {
        return ItemKey.parse(text)
                .orElseThrow(() ->
                        new Failure.Invalid(
                                Problems.of(
                                        field,
                                        "“%s” is not an item key; keys look like MSF104."
                                                .formatted(text))));
    }
}
