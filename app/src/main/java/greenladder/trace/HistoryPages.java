package greenladder.trace;

import greenladder.core.change.Change;
import greenladder.core.change.OperationKind;
import greenladder.core.item.Field;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.value.Shortened;
import greenladder.core.workspace.PlanFacts;
import greenladder.log.ChangeLog;
import greenladder.log.ChangeLog.Point;
import greenladder.log.LogSearch.Row;
import greenladder.log.Operation;
import greenladder.log.Search;
import greenladder.panel.FormValues;
import greenladder.store.LogReading;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.util.UriUtils;

/** Makes the page of everything that anybody changed. */
@Component
class HistoryPages {
    private static final int MOST = 100;
    private static final int LONGEST = 160;

    /** A sentence names so many things at most. */
    private static final int MOST_NAMED = 3;

    private static final Pattern IT = Pattern.compile("\\bit\\b");
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm", Locale.UK);
    private static final DateTimeFormatter TIMESTAMP =
            DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm", Locale.UK);
    private static final DateTimeFormatter WEEKDAY = DateTimeFormatter.ofPattern("EEEE", Locale.UK);

    private final LogReading reading;
    private final ChangeLog log;
    private final Clock clock;

    HistoryPages(LogReading reading, ChangeLog log, Clock clock) {
        this.reading = reading;
        this.log = log;
        this.clock = clock;
    }

    /** What is asked for, as it was typed. */
    record Asked(String from, String to, String by, String item, String field, String before) {
        String query() {
            return Stream.of(
                            part("from", from),
                            part("to", to),
                            part("by", by),
                            part("item", item),
                            part("field", field))
                    .filter(part -> !part.isEmpty())
                    .reduce((one, other) -> one + "&" + other)
                    .orElse("");
        }

        private static String part(String name, String value) {
            return value.isEmpty()
                    ? ""
                    : name + "=" + UriUtils.encode(value, StandardCharsets.UTF_8);
        }
    }

    /**
     * @param older where older changes are; empty for none
     */
    record HistoryPage(
            String product,
            String url,
            long operation,
            Asked asked,
            List<Choice> people,
            List<Choice> fields,
            List<Day> days,
            String older,
            String problem) {}

    record Choice(String value, String label) {}

    /** What was done on one day, the latest first. */
    record Day(String name, List<Deed> deeds) {}

    /**
     * One operation, as far as it stands on this page.
     *
     * @param words what was done, in a sentence
     * @param undo its number where the reader may undo it; else 0
     * @param undone whether it was undone already
     */
    record Deed(
            String time, String who, String words, long undo, boolean undone, List<Line> lines) {}

    /**
     * @param url where the item is; empty where it is gone, or no item
     */
    record Line(
            String when,
            String who,
            String subject,
            String url,
            String field,
            String before,
            String after) {}

    HistoryPage page(ViewContext context, Asked asked) {
        var snapshot = context.snapshot();
        var code = context.product().code();
        var problem = "";
        LogReading.Page page = new LogReading.Page(List.of(), null);
        try {
            page = reading.page(snapshot, search(asked, code), point(asked.before()), MOST);
        } catch (Failure.Invalid wrong) {
            problem = wrong.problems().inWords();
        }
        var next = page.next();
        return new HistoryPage(
                code,
                "/%s/history?%s".formatted(code, asked.query()),
                context.operation(),
                asked,
                snapshot.workspace().peopleByHandle().values().stream()
                        .map(person -> new Choice(person.handle(), person.name()))
                        .toList(),
                Field.standard().stream()
                        .map(field -> new Choice(field.label(), LogWords.field(field.label())))
                        .toList(),
                days(context, page.rows()),
                next == null
                        ? ""
                        : "/%s/history?%s&before=%d-%d"
                                .formatted(code, asked.query(), next.operation(), next.place()),
                problem);
    }

    /** The days are both among those that are asked for. */
    Search search(Asked asked, String product) {
        var from = asked.from().isEmpty() ? null : FormValues.date("from", asked.from());
        var to = asked.to().isEmpty() ? null : FormValues.date("to", asked.to());
        boolean named = !asked.item().isEmpty();
        return new Search(
                from == null ? null : start(from),
                to == null ? null : start(to.plusDays(1)),
                asked.by().isEmpty() ? null : asked.by(),
                named ? asked.item().strip() : null,
                named ? null : product,
                asked.field().isEmpty() ? null : asked.field());
    }

    private Instant start(LocalDate day) {
        return day.atStartOfDay(clock.getZone()).toInstant();
    }

    static @Nullable Point point(String text) {
        if (!text.matches("\\d{1,18}-\\d{1,9}")) {
            return null;
        }
        int dash = text.indexOf('-');
        return new Point(
                Long.parseLong(text.substring(0, dash)),
                Integer.parseInt(text.substring(dash + 1)));
    }

    private List<Day> days(ViewContext context, List<Row> rows) {
        var byOperation = new LinkedHashMap<Long, List<Row>>();
        rows.forEach(row ->
                byOperation
                        .computeIfAbsent(row.point().operation(), any -> new ArrayList<>())
                        .add(row));
        var operations = log.operations(byOperation.keySet());
        var byDay = new LinkedHashMap<LocalDate, List<Deed>>();
        byOperation.forEach((id, some) ->
                byDay.computeIfAbsent(dayOf(some.getFirst()), any -> new ArrayList<>())
                        .add(deed(context, some, Optional.ofNullable(operations.get(id)))));
        return byDay.entrySet().stream()
                .map(day -> new Day(nameOf(day.getKey()), day.getValue()))
                .toList();
    }

    private LocalDate dayOf(Row row) {
        return LocalDate.ofInstant(row.at(), clock.getZone());
    }

    private String nameOf(LocalDate day) {
        var today = LocalDate.now(clock);
        return day.equals(today)
                ? "Today, " + Words.day(day)
                : day.equals(today.minusDays(1))
                        ? "Yesterday, " + Words.day(day)
                        : WEEKDAY.format(day) + ", " + Words.day(day);
    }

    private Deed deed(ViewContext context, List<Row> rows, Optional<Operation> operation) {
        var snapshot = context.snapshot();
        var first = rows.getFirst();
        boolean undone = operation.map(Operation::undoneBy).isPresent();
        boolean mayUndo =
                !undone
                        && operation.filter(one -> one.kind() != OperationKind.LEVELS).isPresent()
                        && context.reader().mayIn(context.product().code(), Permission.WORK);
        return new Deed(
                TIME.withZone(clock.getZone()).format(first.at()),
                ChangeWords.nameOf(snapshot, first.actor()),
                sentence(snapshot, rows),
                mayUndo ? first.point().operation() : 0,
                undone,
                rows.stream().map(row -> line(snapshot, row)).toList());
    }

    /** Such as "changed the size from 3 to 5", or "moved 3 items to Done". */
    private static String sentence(Snapshot snapshot, List<Row> rows) {
        var bySubject = new LinkedHashMap<String, List<Row>>();
        rows.forEach(
                row -> bySubject.computeIfAbsent(row.subject(), any -> new ArrayList<>()).add(row));
        var words =
                bySubject.values().stream().map(some -> words(snapshot, some)).distinct().toList();
        if (words.size() > 1 || words.getFirst().isEmpty()) {
            return "changed " + Words.count(bySubject.size(), "item");
        }
        var said = words.getFirst();
        if (bySubject.size() == 1) {
            return said;
        }
        var items = Words.count(bySubject.size(), "item");
        return IT.matcher(said).find() ? IT.matcher(said).replaceFirst(items) : said + ": " + items;
    }

    /** What one operation did to one thing; empty where it is too much to say. */
    private static String words(Snapshot snapshot, List<Row> rows) {
        var item = rows.getFirst().item();
        if (item.isEmpty()) {
            return "changed "
                    + rows.stream()
                            .map(HistoryPages::fieldOf)
                            .distinct()
                            .limit(MOST_NAMED)
                            .collect(Collectors.joining(", "));
        }
        var told =
                ChangeWords.of(
                        snapshot,
                        rows.stream().flatMap(row -> change(item.get(), row).stream()).toList());
        return told.size() > MOST_NAMED ? "" : String.join(", ", told);
    }

    /** Empty where a later or damaged version wrote it. */
    private static Optional<Change> change(ItemKey item, Row row) {
        try {
            return Field.find(row.field())
                    .map(field -> Change.read(item, field, row.before(), row.after(), false));
        } catch (RuntimeException e) {
            return Optional.empty();
        }
    }

    private Line line(Snapshot snapshot, Row row) {
        var item = row.item().flatMap(snapshot::findItem);
        return new Line(
                TIMESTAMP.withZone(clock.getZone()).format(row.at()),
                ChangeWords.nameOf(snapshot, row.actor()),
                named(snapshot, row),
                item.map(it -> "/items/" + it.key()).orElse(""),
                fieldOf(row),
                row.field().equals(Field.RANK.label()) ? "" : shown(snapshot, row, row.before()),
                shown(snapshot, row, row.after()));
    }

    private static String named(Snapshot snapshot, Row row) {
        return row.item()
                .flatMap(snapshot::findItem)
                .map(it -> it.key() + " " + it.title())
                .orElseGet(() -> subject(snapshot, row));
    }

    private static String fieldOf(Row row) {
        return isSetup(row)
                ? SetupWords.field(row.field()).orElseGet(() -> LogWords.field(row.field()))
                : LogWords.field(row.field());
    }

    private static boolean isSetup(Row row) {
        return PlanKey.parse(row.subject())
                .filter(subject -> subject.kind().compareTo(PlanKey.Kind.TEAM) <= 0)
                .isPresent();
    }

    private static String subject(Snapshot snapshot, Row row) {
        return PlanKey.parse(row.subject())
                .map(key ->
                        PlanFacts.of(snapshot.workspace(), key).getOrDefault("name", row.subject()))
                .orElse(row.subject());
    }

    private static String shown(Snapshot snapshot, Row row, @Nullable String text) {
        if (text == null) {
            return "";
        }
        var own =
                isSetup(row)
                        ? SetupWords.value(row.field(), text)
                        : LogWords.value(snapshot, row.field(), text);
        if (own.isPresent()) {
            return own.get();
        }
        var words =
                row.item()
                        .flatMap(key ->
                                Field.find(row.field())
                                        .map(field ->
                                                ChangeWords.value(snapshot, key, field, text)))
                        .orElse(text);
        return Shortened.to(LONGEST, words.replaceAll("\\s+", " "));
    }
}
