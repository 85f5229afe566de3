package greenladder.api;

import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** An answer that can be told as one table too, for {@code Accept: text/csv}. */
public interface Tabular {
    /** Names of the columns. */
    List<String> heads();

    /** A line for each row, with as many texts as there are heads. */
    Stream<List<String>> lines();

    /** A line of texts; what is absent is empty. */
    static List<String> line(@Nullable Object... cells) {
        return Stream.of(cells).map(cell -> Objects.toString(cell, "")).toList();
    }
}
