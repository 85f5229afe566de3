package greenladder.web;

import java.io.IOException;
import java.io.Writer;
import java.util.List;
import java.util.regex.Pattern;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;

/** Writes tables as CSV (RFC 4180), in which a spreadsheet finds no formula of somebody else's. */
public final class CsvWriter {
    /** Signs of full width count as well; a number with its sign is none. */
    private static final Pattern FORMULA =
            Pattern.compile(
                    "^\\s*([=@\\t\\r\\n\uFF1D\uFF20\uFF0B\uFF0D]|[+-](?![\\d.,]+$)).*",
                    Pattern.DOTALL);

    private final CSVPrinter printer;

    public CsvWriter(Writer to) throws IOException {
        printer = new CSVPrinter(to, CSVFormat.RFC4180);
    }

    public void row(List<String> cells) throws IOException {
        printer.printRecord(cells.stream().map(CsvWriter::safe).toList());
    }

    public void flush() throws IOException {
        printer.flush();
    }

    /** With an apostrophe before what a spreadsheet would take for a formula. */
    static String safe(String cell) {
        return FORMULA.matcher(cell).matches() ? "'" + cell : cell;
    }
}
