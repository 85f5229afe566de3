package greenladder.trace;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.people.Permission;
import greenladder.core.people.Person;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.text.WordDifference;
import greenladder.core.trace.Impact;
import greenladder.core.trace.Suspicion;
import greenladder.core.value.ItemKey;
import greenladder.core.value.Shortened;
import greenladder.panel.GoalWords;
import greenladder.panel.ItemPanel;
import greenladder.panel.ItemPanels;
import greenladder.planning.PastItems;
import greenladder.view.ViewContext;
import greenladder.web.Stem;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Makes the page that tells what a change of an item would touch, and what changed beneath links.
 */
@Component
public class ImpactPages {
    private static final int MOST = 200;
    private static final int MOST_SHOWN = 30;
    private static final List<Field> READ =
            List.of(Field.TITLE, Field.DESCRIPTION, Field.ACCEPTANCE);
    private static final List<String> LABELS =
            List.of("Title", "Description", "Acceptance criteria");

    private final PastItems pasts;
    private final ItemPanels panels;

    ImpactPages(PastItems pasts, ItemPanels panels) {
        this.pasts = pasts;
        this.panels = panels;
    }

    /**
     * @param unknown what was asked for and is not there for whoever reads; empty otherwise
     * @param why the goal that it serves, in words
     * @param suspects all links to be looked at again
     * @param lists what hangs on it, by what it is to it
     */
    public record ImpactPage(
            String product,
            String url,
            long operation,
            String unknown,
            String key,
            String title,
            String why,
            String figures,
            @Nullable Stem stem,
            List<Group> lists,
            List<PaperEntry> tests,
            List<Reworded> reworded,
            List<String> suspects,
            boolean mayConfirm,
            @Nullable ItemPanel panel) {}

    /**
     * @param cut how many more there are, in words; empty for none
     */
    public record Group(String label, String count, List<Entry> entries, String cut) {}

    public record Entry(String key, String level, String title, String state, String person) {}

    /**
     * What reads otherwise, once for all that rests on it.
     *
     * @param title key and title of what it is about
     * @param texts that read otherwise than when the links were confirmed
     */
    public record Reworded(String key, String title, List<Text> texts, List<Suspect> suspects) {}

    /**
     * @param from the item that has the link
     */
    public record Suspect(String link, String from, String title, String words) {}

    /** A text as it was and as it is; what differs is looked for when it is drawn. */
    public record Text(String label, String then, String now) {
        public WordDifference difference() {
            return WordDifference.of(then, now);
        }
    }

    /**
     * @param asked key of the item; the product's first one where it is empty
     */
    @Nullable ImpactPage page(ViewContext context, String asked, @Nullable ItemKey at) {
        var snapshot = context.snapshot();
        var product = context.product();
        var found = ItemKey.parse(asked.strip()).flatMap(snapshot::findNode);
        var node =
                found.or(() ->
                                product.levels().all().stream()
                                        .flatMap(level -> snapshot.level(product, level).stream())
                                        .findFirst())
                        .orElse(null);
        if (node == null) {
            return null;
        }
        var item = node.item();
        var impact = Impact.of(snapshot, node);
        var url = "/%s/impact?item=%s".formatted(product.code(), item.key());
        var beside = panels.beside(context, url, at);
        return new ImpactPage(
                product.code(),
                beside.url(),
                context.operation(),
                found.isPresent() ? "" : Shortened.to(MOST_SHOWN, asked.strip()),
                item.key().toString(),
                item.title(),
                GoalWords.of(snapshot, item),
                item.level().carriesPoints()
                        ? Stem.pointsInWords(node.rollUp())
                        : Stem.hoursInWords(node.rollUp()),
                Stem.of(item, node.rollUp(), 160),
                Stream.of(
                                group(snapshot, "Why it is there", impact.up()),
                                group(snapshot, "Has to be done before", impact.dependsOn()),
                                group(snapshot, "Waits for it", impact.neededBy()),
                                group(snapshot, "Covered by", impact.tests()),
                                group(snapshot, "Below it, and what contributes", impact.down()))
                        .filter(group -> !group.entries().isEmpty())
                        .toList(),
                tests(snapshot, impact),
                reworded(snapshot, impact.suspect()),
                impact.suspect().stream().limit(MOST).map(Suspicion::id).toList(),
                context.reader().mayIn(product.code(), Permission.WORK),
                beside.panel());
    }

    private static List<PaperEntry> tests(Snapshot snapshot, Impact impact) {
        var papers = snapshot.workspace().papers();
        return impact.testCases().stream()
                .limit(MOST)
                .flatMap(key -> papers.findTest(key).stream())
                .map(test ->
                        new PaperEntry(
                                test.name(),
                                papers.lastResult(test.product(), test.key())
                                        .map(result -> result.passed() ? "passed" : "failed")
                                        .orElse("not tried yet"),
                                "/%s/tests#check-%s".formatted(test.product(), test.key()),
                                false))
                .toList();
    }

    private static Group group(Snapshot snapshot, String label, List<ItemKey> keys) {
        return new Group(
                label,
                Words.count(keys.size(), "item"),
                keys.stream()
                        .limit(MOST)
                        .flatMap(key -> snapshot.findItem(key).stream())
                        .map(item ->
                                new Entry(
                                        item.key().toString(),
                                        item.level().name(),
                                        item.title(),
                                        item.state().name(),
                                        snapshot.findPerson(item.assignee())
                                                .map(Person::name)
                                                .orElse("")))
                        .toList(),
                keys.size() > MOST ? "and %,d more".formatted(keys.size() - MOST) : "");
    }

    private List<Reworded> reworded(Snapshot snapshot, List<Suspicion> suspicions) {
        var together = new LinkedHashMap<Resting, List<Suspect>>();
        suspicions.stream()
                .limit(MOST)
                .forEach(one ->
                        together.computeIfAbsent(
                                        new Resting(one.to(), texts(snapshot, one)),
                                        _ -> new ArrayList<>())
                                .add(suspect(snapshot, one)));
        return together.entrySet().stream()
                .map(one ->
                        new Reworded(
                                one.getKey().to().toString(),
                                title(snapshot, one.getKey().to()),
                                one.getKey().texts(),
                                one.getValue()))
                .toList();
    }

    /** What links rest on that are told together. */
    private record Resting(ItemKey to, List<Text> texts) {}

    private static Suspect suspect(Snapshot snapshot, Suspicion suspicion) {
        return new Suspect(
                suspicion.id(),
                suspicion.from().toString(),
                title(snapshot, suspicion.from()),
                "%s %s; last confirmed on %s"
                        .formatted(
                                suspicion.words(),
                                suspicion.to(),
                                Words.day(snapshot.workspace().dayOf(suspicion.confirmedAt()))));
    }

    private static String title(Snapshot snapshot, ItemKey key) {
        return snapshot.findItem(key).map(Item::title).orElse("");
    }

    private List<Text> texts(Snapshot snapshot, Suspicion suspicion) {
        var past = pasts.at(snapshot, suspicion.confirmedAt());
        var texts = new ArrayList<Text>();
        for (var item : ends(snapshot, suspicion)) {
            for (int i = 0; i < READ.size(); i++) {
                var field = READ.get(i);
                var then = Optional.ofNullable(past.text(item.key(), field)).orElse("");
                var now = Optional.ofNullable(field.textOf(item)).orElse("");
                if (!then.equals(now)) {
                    texts.add(new Text(item.key() + ": " + LABELS.get(i), then, now));
                }
            }
        }
        return texts;
    }

    /** The ends whose texts the link rests on. */
    private static List<Item> ends(Snapshot snapshot, Suspicion suspicion) {
        return Stream.of(suspicion.from(), suspicion.to())
                .skip(suspicion.eitherWay() ? 0 : 1)
                .flatMap(key -> snapshot.findItem(key).stream())
                .toList();
    }
}
