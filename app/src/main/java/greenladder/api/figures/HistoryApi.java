package greenladder.api.figures;

import greenladder.api.ApiProblems;
import greenladder.api.Cursors;
import greenladder.api.Page;
import greenladder.api.Tabular;
import greenladder.log.LogSearch.Row;
import greenladder.log.Search;
import greenladder.panel.FormValues;
import greenladder.people.SignedIn;
import greenladder.store.LogReading;
import greenladder.store.SnapshotKeeper;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The whole log, for programs. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "History")
class HistoryApi {
    private final SnapshotKeeper keeper;
    private final LogReading reading;
    private final Clock clock;

    HistoryApi(SnapshotKeeper keeper, LogReading reading, Clock clock) {
        this.clock = clock;
        this.keeper = keeper;
        this.reading = reading;
    }

    /**
     * @param item its key, or that of a part of the plan, such as {@code sprint:lantern-7}
     */
    record EntryJson(
            long operation,
            Instant at,
            String by,
            String item,
            String field,
            @Nullable String before,
            @Nullable String after) {
        static EntryJson of(Row row) {
            return new EntryJson(
                    row.point().operation(),
                    row.at(),
                    row.actor(),
                    row.subject(),
                    row.field(),
                    row.before(),
                    row.after());
        }
    }

    record HistoryJson(List<EntryJson> items, @Nullable String next) implements Tabular {
        @Override
        public List<String> heads() {
            return List.of("operation", "at", "by", "item", "field", "before", "after");
        }

        @Override
        public Stream<List<String>> lines() {
            return items.stream()
                    .map(one ->
                            Tabular.line(
                                    one.operation(),
                                    one.at(),
                                    one.by(),
                                    one.item(),
                                    one.field(),
                                    one.before(),
                                    one.after()));
        }
    }

    @GetMapping("/history")
    @Operation(
            summary = "The whole log, the newest operation first",
            description =
                    "from, to: days, both among them; by: a sign-in name; item: a key, or that of a"
                            + " part of the plan such as sprint:lantern-7; product; field;"
                            + " Accept: text/csv for CSV")
    HistoryJson history(
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(required = false) @Nullable String by,
            @RequestParam(required = false) @Nullable String item,
            @RequestParam(required = false) @Nullable String product,
            @RequestParam(required = false) @Nullable String field,
            @RequestParam(required = false) @Nullable String cursor,
            @RequestParam(defaultValue = "" + Page.DEFAULT_LIMIT) int limit,
            @AuthenticationPrincipal SignedIn me) {
        Page.requireLimit(limit);
        var first = from.isEmpty() ? null : FormValues.date("from", from);
        var last = to.isEmpty() ? null : FormValues.date("to", to);
        if (first != null && last != null && first.isAfter(last)) {
            throw ApiProblems.invalid(
                    "from", "The first day %s is after the last, %s.".formatted(first, last));
        }
        if (product != null && keeper.seenBy(me).findProduct(product).isEmpty()) {
            throw ApiProblems.invalid("product", "There is no such product.");
        }
        var search =
                new Search(
                        start(first),
                        last == null ? null : start(last.plusDays(1)),
                        by,
                        item,
                        product,
                        field);
        var page = reading.page(keeper.seenBy(me), search, Cursors.point(cursor), limit);
        return new HistoryJson(
                page.rows().stream().map(EntryJson::of).toList(),
                page.next() == null ? null : Cursors.of(page.next()));
    }

    private @Nullable Instant start(@Nullable LocalDate day) {
        return day == null ? null : day.atStartOfDay(clock.getZone()).toInstant();
    }
}
