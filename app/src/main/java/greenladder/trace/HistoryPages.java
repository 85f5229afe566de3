package greenladder.trace;

import greenladder.core.item.Field;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.PlanKey;
import greenladder.core.value.Shortened;
import greenladder.core.workspace.PlanFacts;
import greenladder.log.ChangeLog.Point;
import greenladder.log.LogSearch.Row;
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
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.util.UriUtils;

/** Makes the page of everything that anybody changed. */
@Component
class HistoryPages {
    private static final int MOST = 100;
    private static final int LONGEST = 160;

    private final LogReading reading;
    private final Clock clock;

    HistoryPages(LogReading reading, Clock clock) {
        this.reading = reading;
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
            List<Line> lines,
            String older,
            String problem) {}

    record Choice(String value, String label) {}

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

    HistoryPage page(ViewContext look, Asked asked) {
        var snapshot = look.snapshot();
        var code = look.product().code();
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
                look.operation(),
                asked,
                snapshot.workspace().peopleByHandle().values().stream()
                        .map(person -> new Choice(person.handle(), person.name()))
                        .toList(),
                Field.standard().stream()
                        .map(field -> new Choice(field.label(), LogWords.field(field.label())))
                        .toList(),
                page.rows().stream().map(row -> line(snapshot, row)).toList(),
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

    private Line line(Snapshot snapshot, Row row) {
        var item = row.item().flatMap(snapshot::findItem);
        return new Line(
                Words.since(row.at(), clock),
                ChangeWords.nameOf(snapshot, row.actor()),
                item.map(it -> it.key() + " " + it.title()).orElseGet(() -> subject(snapshot, row)),
                item.map(it -> "/items/" + it.key()).orElse(""),
                isSetup(row)
                        ? SetupWords.field(row.field()).orElseGet(() -> LogWords.field(row.field()))
                        : LogWords.field(row.field()),
                row.field().equals(Field.RANK.label()) ? "" : shown(snapshot, row, row.before()),
                shown(snapshot, row, row.after()));
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
