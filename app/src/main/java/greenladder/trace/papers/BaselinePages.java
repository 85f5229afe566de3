package greenladder.trace.papers;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.papers.Baseline;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.trace.Comparison;
import greenladder.core.trace.Comparison.Aspect;
import greenladder.core.trace.Difference;
import greenladder.core.trace.Difference.Points;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import greenladder.log.LogSearch.By;
import greenladder.planning.Moments;
import greenladder.trace.ImpactPages.Text;
import greenladder.trace.PaperEntry;
import greenladder.view.Choice;
import greenladder.view.ViewContext;
import greenladder.web.Drawings;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the page that tells what changed since something was agreed. */
@Component
class BaselinePages {
    private static final int FEW = 20;
    private static final Set<Aspect> SCOPE = Set.of(Aspect.ADDED, Aspect.REMOVED, Aspect.RESIZED);
    private static final int MOST = 200;
    private static final int MOST_TEXTS = 60;
    private static final List<Field> READ =
            List.of(Field.TITLE, Field.DESCRIPTION, Field.ACCEPTANCE);
    private static final List<String> LABELS =
            List.of("Title", "Description", "Acceptance criteria");

    private final Moments moments;
    private final Drawings drawings;

    BaselinePages(Moments moments, Drawings drawings) {
        this.moments = moments;
        this.drawings = drawings;
    }

    /**
     * @param of the baseline that is looked at; empty for none
     * @param about when it was taken, by whom and of what
     * @param to what it can be compared with
     * @param words the difference in a sentence
     * @param parts one kind of change after the other, as HTML
     */
    record BaselinePage(
            String product,
            String url,
            long operation,
            List<PaperEntry> baselines,
            String of,
            String name,
            String about,
            List<Choice> to,
            String words,
            @Nullable Points points,
            String parts,
            boolean mayTake) {}

    /**
     * One kind of change.
     *
     * @param of the baseline
     * @param cut how many more there are, in words; empty for none
     * @param open whether its rows are shown at once
     * @param mayRestore whether the reader may bring an item back
     */
    record Part(
            String product,
            String of,
            String label,
            String slug,
            String count,
            List<Row> rows,
            String cut,
            boolean open,
            boolean mayRestore) {}

    /**
     * A kind of change, as it is told.
     *
     * @param field the one of which it is told who changed it
     * @param restored whether what it tells can be brought back
     */
    private record Kind(Aspect aspect, String label, Field field, boolean restored) {
        String slug() {
            return aspect.name().toLowerCase(Locale.ROOT);
        }
    }

    private static final List<Kind> KINDS =
            List.of(
                    new Kind(Aspect.ADDED, "Added", Field.EXISTS, false),
                    new Kind(Aspect.REMOVED, "Removed", Field.EXISTS, true),
                    new Kind(Aspect.RESIZED, "Re-sized", Field.SIZE, true),
                    new Kind(Aspect.TEXT, "Text changed", Field.TITLE, true),
                    new Kind(Aspect.MOVED, "Moved", Field.PARENT, true),
                    new Kind(Aspect.STATE, "State changed", Field.STATE, false),
                    new Kind(Aspect.RERANKED, "Reordered", Field.RANK, false));

    /**
     * @param words what it was and is; empty where the label says it
     * @param points by how many it changed what there is; empty for none
     * @param who changed it last, and when; empty where nobody knows
     * @param there whether it is there now
     */
    record Row(
            String key,
            String title,
            String words,
            String points,
            String who,
            boolean there,
            List<Text> texts) {}

    BaselinePage page(ViewContext context, String of, String to) {
        var snapshot = context.snapshot();
        var code = context.product().code();
        var all =
                snapshot.workspace().papers().of(code, Baseline.class).stream()
                        .sorted(Comparator.comparing(Baseline::at).reversed())
                        .toList();
        var chosen =
                all.stream()
                        .filter(one -> one.key().equals(of))
                        .findFirst()
                        .or(() -> all.stream().findFirst());
        boolean mayTake = context.reader().mayIn(code, Permission.PLAN);
        var entries =
                all.stream()
                        .map(one ->
                                new PaperEntry(
                                        one.name(),
                                        "%s, %s%s"
                                                .formatted(
                                                        day(snapshot, one.at()),
                                                        ChangeWords.nameOf(snapshot, one.by()),
                                                        one.under() == null
                                                                ? ""
                                                                : ", " + one.under()),
                                        url(code, one.key(), ""),
                                        chosen.filter(one::equals).isPresent()))
                        .toList();
        if (chosen.isEmpty()) {
            return new BaselinePage(
                    code,
                    url(code, "", ""),
                    context.operation(),
                    entries,
                    "",
                    "",
                    "",
                    List.of(),
                    "",
                    null,
                    "",
                    mayTake);
        }
        var it = chosen.get();
        var later = all.stream().filter(one -> one.key().equals(to) && one != it).findFirst();
        var until = later.map(Baseline::at).orElse(null);
        var compared =
                moments.between(snapshot, new Difference.Scope(code, it.under()), it.at(), until);
        var points = compared.comparison().points();
        return new BaselinePage(
                code,
                url(code, it.key(), later.map(Baseline::key).orElse("")),
                context.operation(),
                entries,
                it.key(),
                it.name(),
                "Taken on %s by %s%s"
                        .formatted(
                                day(snapshot, it.at()),
                                ChangeWords.nameOf(snapshot, it.by()),
                                it.under() == null ? "" : ", of what stands below " + it.under()),
                to(all, it, code, later.map(Baseline::key).orElse("")),
                words(points),
                points,
                drawn(
                        context,
                        it,
                        until,
                        compared,
                        later.isEmpty() && context.reader().mayIn(code, Permission.SHAPE)),
                mayTake);
    }

    private static String url(String code, String of, String to) {
        return "/%s/baselines%s%s"
                .formatted(code, of.isEmpty() ? "" : "?of=" + of, to.isEmpty() ? "" : "&to=" + to);
    }

    private static List<Choice> to(List<Baseline> all, Baseline it, String code, String to) {
        var choices = new ArrayList<Choice>();
        choices.add(new Choice(url(code, it.key(), ""), "compared with now", to.isEmpty()));
        all.stream()
                .filter(one -> one.at().isAfter(it.at()))
                .forEach(one ->
                        choices.add(
                                new Choice(
                                        url(code, it.key(), one.key()),
                                        "compared with " + one.name(),
                                        one.key().equals(to))));
        return choices;
    }

    private static String words(Points points) {
        var rest = points.resized().minus(points.sizes());
        return "%s points then, %s now: %s added, %s removed, %s by re-sizing%s."
                .formatted(
                        Words.of(points.then()),
                        Words.of(points.now()),
                        Words.of(points.added()),
                        Words.of(points.removed()),
                        Words.signed(points.sizes()),
                        rest.equals(Amount.ZERO)
                                ? ""
                                : ", %s by estimates above them".formatted(Words.signed(rest)));
    }

    private String drawn(
            ViewContext context,
            Baseline it,
            @Nullable Instant until,
            Moments.Compared compared,
            boolean mayRestore) {
        return drawings.cached(
                "trace/baseline-parts",
                "parts",
                "parts",
                KINDS.stream()
                        .filter(kind -> compared.comparison().count(kind.aspect()) > 0)
                        .map(kind ->
                                drawings.cached(
                                        "trace/baseline-parts",
                                        "part",
                                        "p",
                                        part(
                                                context.snapshot(),
                                                compared,
                                                kind,
                                                it,
                                                until,
                                                mayRestore)))
                        .toList());
    }

    private Part part(
            Snapshot seen,
            Moments.Compared compared,
            Kind kind,
            Baseline it,
            @Nullable Instant until,
            boolean mayRestore) {
        // Texts are compared word by word, which takes its time.
        int most = kind.aspect() == Aspect.TEXT ? MOST_TEXTS : MOST;
        int count = compared.comparison().count(kind.aspect());
        var shown = compared.comparison().items(kind.aspect()).limit(most).toList();
        var last = moments.lastBy(compared, shown, it.at(), until);
        return new Part(
                it.product(),
                it.key(),
                kind.label(),
                kind.slug(),
                Integer.toString(count),
                shown.stream()
                        .map(key ->
                                row(
                                        seen,
                                        compared.comparison(),
                                        last.getOrDefault(key, Map.of()),
                                        key,
                                        kind.field()))
                        .toList(),
                count > most ? "and %,d more".formatted(count - most) : "",
                count <= FEW || SCOPE.contains(kind.aspect()),
                mayRestore && kind.restored());
    }

    private Row row(
            Snapshot seen, Comparison compared, Map<Field, By> last, ItemKey key, Field field) {
        var then = compared.then().findItem(key);
        var now = compared.now().findItem(key);
        var item = now.or(() -> then).orElseThrow();
        var by =
                (field.equals(Field.TITLE) ? READ.stream() : Stream.of(field, Field.STATE))
                        .flatMap(one -> Stream.ofNullable(last.get(one)))
                        .max(Comparator.comparing(By::at));
        return new Row(
                key.toString(),
                item.title(),
                field.equals(Field.EXISTS) || field.equals(Field.TITLE) || field.equals(Field.RANK)
                        ? ""
                        : "%s → %s"
                                .formatted(
                                        value(compared.then(), then, field),
                                        value(compared.now(), now, field)),
                field.equals(Field.EXISTS) || field.equals(Field.SIZE) ? points(then, now) : "",
                by.map(one ->
                                "%s, %s"
                                        .formatted(
                                                ChangeWords.nameOf(seen, one.actor()),
                                                day(seen, one.at())))
                        .orElse(""),
                seen.findItem(key).isPresent(),
                field.equals(Field.TITLE) ? texts(then, now) : List.of());
    }

    private static String points(Optional<Item> then, Optional<Item> now) {
        var by = size(now).minus(size(then));
        return by.equals(Amount.ZERO) ? "" : Words.signed(by);
    }

    private static Amount size(Optional<Item> item) {
        return item.map(Item::size).orElse(Amount.ZERO);
    }

    private static String value(Snapshot snapshot, Optional<Item> item, Field field) {
        return item.map(it -> ChangeWords.value(snapshot, it.key(), field, field.textOf(it)))
                .filter(text -> !text.isEmpty())
                .orElse("none");
    }

    private static List<Text> texts(Optional<Item> then, Optional<Item> now) {
        var texts = new ArrayList<Text>();
        for (int i = 0; i < READ.size(); i++) {
            var field = READ.get(i);
            var before = then.map(field::textOf).orElse("");
            var after = now.map(field::textOf).orElse("");
            if (!Objects.equals(before, after)) {
                texts.add(new Text(LABELS.get(i), before, after));
            }
        }
        return texts;
    }

    static String day(Snapshot snapshot, Instant at) {
        return Words.day(snapshot.workspace().dayOf(at));
    }
}
