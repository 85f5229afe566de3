package greenladder.chart;

import greenladder.core.change.Problems;
import greenladder.web.CsvWriter;
import greenladder.web.Failure;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;

/** A table that stands on somebody's page, written as the interface for programs writes them. */
@Controller
class CsvController {
    private static final int MOST_ROWS = 20_000;
    private static final int LONGEST = 10_000;

    record Table(List<List<String>> rows) {}

    @PostMapping("/text/csv")
    ResponseEntity<byte[]> csv(@RequestBody Table table) throws IOException {
        boolean isTooLarge =
                table.rows().size() > MOST_ROWS
                        || table.rows().stream()
                                .flatMap(List::stream)
                                .anyMatch(cell -> cell.length() > LONGEST);
        if (isTooLarge) {
            throw new Failure.Invalid(
                    Problems.of("rows", "At most %,d rows are written.".formatted(MOST_ROWS)));
        }
        var text = new StringWriter();
        text.append('\uFEFF');
        var csv = new CsvWriter(text);
        for (var row : table.rows()) {
            csv.row(row);
        }
        csv.flush();
        return ResponseEntity.ok()
                .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
                .body(text.toString().getBytes(StandardCharsets.UTF_8));
    }
}
