package greenladder.plan;

import greenladder.core.item.Item;
import greenladder.core.level.Category;
import greenladder.core.plan.Load;
import greenladder.core.plan.Load.OfPerson;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.ItemKey;
import greenladder.plan.LoadPage.Piece;
import greenladder.plan.LoadPage.Row;
import greenladder.plan.LoadPage.TableLine;
import greenladder.plan.LoadPages.Scale;
import greenladder.web.Words;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Makes the rows of the load by day: what each person does, one task after another.
 *
 * @param labelled tasks whose label has been drawn, on the first piece that has room for it
 */
record LoadRows(Snapshot snapshot, Load load, Scale scale, Set<ItemKey> labelled) {

    Row row(OfPerson one, SprintPage.Bar bar) {
        var laid = pieces(one);
        var keys = List.copyOf(new LinkedHashSet<>(laid.stream().map(Piece::key).toList()));
        var pieces = new ArrayList<Piece>();
        for (var piece : laid) {
            int place = keys.indexOf(piece.key());
            pieces.add(
                    new Piece(
                            piece.key(),
                            piece.label(),
                            piece.hours(),
                            piece.span(),
                            piece.look(),
                            piece.title(),
                            piece.first(),
                            place > 0 ? keys.get(place - 1) : "",
                            place + 2 < keys.size() ? keys.get(place + 2) : ""));
        }
        return new Row(
                one.person(), bar.name(), note(one), bar, off(one), pieces, table(one, keys));
    }

    private static String note(OfPerson one) {
        var hours =
                one.days().stream()
                        .map(Load.OnDay::available)
                        .filter(each -> each.signum() > 0)
                        .collect(Collectors.toCollection(LinkedHashSet::new));
        long off = one.days().stream().filter(day -> day.available().signum() == 0).count();
        var words =
                hours.isEmpty()
                        ? "no hours left"
                        : Words.score(hours.iterator().next()) + " h a day";
        return off > 0 && !hours.isEmpty()
                ? words + ", " + Words.count(off, "day") + " off"
                : words;
    }

    private List<Ruler.Span> off(OfPerson one) {
        var off = new ArrayList<Ruler.Span>();
        for (int i = 0; i < one.days().size(); i++) {
            if (one.days().get(i).available().signum() == 0) {
                off.add(scale.span(i, 1));
            }
        }
        return off;
    }

    private List<Piece> pieces(OfPerson one) {
        var pieces = new ArrayList<Piece>();
        var seen = new LinkedHashSet<ItemKey>();
        for (int i = 0; i < one.days().size(); i++) {
            var day = one.days().get(i);
            double whole = day.available().doubleValue();
            for (var part : day.tasks()) {
                double hours = LoadPages.hours(part.hours());
                pieces.add(
                        piece(
                                part.task(),
                                seen.add(part.task()),
                                i + part.from().doubleValue() / whole,
                                hours / whole,
                                false));
            }
        }
        double at = one.days().size();
        for (var task : one.beyond()) {
            double days = LoadPages.hours(task.hours()) / LoadPages.aDay(one);
            pieces.add(piece(task.task(), seen.add(task.task()), at, days, true));
            at += days;
        }
        return pieces;
    }

    private Piece piece(ItemKey key, boolean first, double from, double days, boolean beyond) {
        var item = snapshot.requireNode(key).item();
        var hours = Words.of(item.remainingHours()) + " h";
        boolean named = scale.holds(days) && labelled.add(key);
        return new Piece(
                key.toString(),
                named ? key + " " + item.title() : "",
                named ? hours : "",
                scale.span(from, days),
                beyond ? "beyond" : item.category() == Category.IN_PROGRESS ? "under-way" : "to-do",
                "%s %s, %s%s%s"
                        .formatted(
                                key,
                                item.title(),
                                hours,
                                of(item),
                                beyond ? ", beyond the end" : ""),
                first,
                "",
                "");
    }

    private String of(Item task) {
        return Optional.ofNullable(task.parent())
                .flatMap(snapshot::findItem)
                .map(story -> ", for " + story.key() + " " + story.title())
                .orElse("");
    }

    private List<TableLine> table(OfPerson one, List<String> keys) {
        var begins = new LinkedHashMap<String, LocalDate>();
        var ends = new LinkedHashMap<String, LocalDate>();
        for (var day : one.days()) {
            for (var part : day.tasks()) {
                begins.putIfAbsent(part.task().toString(), day.date());
                ends.put(part.task().toString(), day.date());
            }
        }
        var beyond = one.beyond().stream().map(task -> task.task().toString()).toList();
        return keys.stream()
                .map(key -> {
                    var item = ItemKey.parse(key).map(snapshot::requireNode).orElseThrow().item();
                    return new TableLine(
                            key,
                            item.title(),
                            Words.of(item.remainingHours()) + " h",
                            begins.containsKey(key) ? Words.day(begins.get(key)) : "–",
                            beyond.contains(key)
                                    ? "beyond the end"
                                    : ends.containsKey(key) ? Words.day(ends.get(key)) : "–",
                            load.waits().stream()
                                    .filter(wait -> wait.task().toString().equals(key))
                                    .map(wait -> wait.after().toString())
                                    .collect(Collectors.joining(", ")));
                })
                .toList();
    }

    /**
     * Who could take the first task that lies beyond the end; empty where nobody can, or none does.
     */
    static String hint(Snapshot snapshot, Sprint sprint, Load load) {
        var over =
                load.people().stream()
                        .filter(one -> !one.beyond().isEmpty())
                        .max(Comparator.comparingDouble(LoadRows::beyond));
        if (over.isEmpty()) {
            return "";
        }
        var task = over.get().beyond().getLast();
        var item = snapshot.requireNode(task.task()).item();
        double hours = LoadPages.hours(item.remainingHours());
        var calendar = snapshot.workspace().findTeam(sprint.team()).orElseThrow().calendar();
        double sum = beyond(over.get());
        var words =
                "%s h of %s lie beyond the end."
                        .formatted(
                                Words.score(BigDecimal.valueOf(sum)),
                                nameOf(snapshot, over.get().person()));
        return load.people().stream()
                .filter(one -> one.inSprint() && !one.person().equals(over.get().person()))
                .filter(one ->
                        task.skill() == null
                                || calendar.member(one.person()).skills().stream()
                                        .anyMatch(skill ->
                                                skill.name().equalsIgnoreCase(task.skill())))
                .filter(one -> free(one) >= hours)
                .max(Comparator.comparingDouble(LoadRows::free))
                .map(one ->
                        "%s %s could take %s (%s h): drag it there, or choose it in the table."
                                .formatted(
                                        words,
                                        nameOf(snapshot, one.person()),
                                        task.task(),
                                        Words.of(item.remainingHours())))
                .orElse(
                        words
                                + (task.skill() == null
                                        ? " Nobody has so many hours left."
                                        : " Nobody else who does %s has so many hours left."
                                                .formatted(task.skill())));
    }

    private static double beyond(OfPerson one) {
        return one.beyond().stream().mapToDouble(task -> LoadPages.hours(task.hours())).sum();
    }

    private static double free(OfPerson one) {
        return one.capacity().doubleValue() - LoadPages.hours(one.remaining());
    }

    private static String nameOf(Snapshot snapshot, String handle) {
        return snapshot.findPerson(handle)
                .map(person -> Objects.requireNonNull(person).name())
                .orElse(handle);
    }
}
