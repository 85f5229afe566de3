package greenladder.core.item;

import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A list inside an item, such as its checklist, in the order in which people put it. */
public record Lines(List<ListLine> all) {
    public static final Lines NONE = new Lines(List.of());

    public Lines {
        all = List.copyOf(all);
    }

    /** Reads one line of the list from each line of text. */
    public static Lines parse(@Nullable String text) {
        return text == null ? NONE : new Lines(text.lines().map(ListLine::parse).toList());
    }

    /** The form that {@link #parse} reads; null for an empty list. */
    public @Nullable String text() {
        return all.isEmpty()
                ? null
                : all.stream().map(ListLine::toString).collect(Collectors.joining("\n"));
    }

    /** The items that lines have grown into. */
    Stream<ItemKey> items() {
        return all.stream().flatMap(line -> Stream.ofNullable(line.item()));
    }

    /** With what has grown into one of some items as if it had not: an open line. */
    Lines without(Predicate<ItemKey> hidden) {
        return items().noneMatch(hidden)
                ? this
                : new Lines(
                        all.stream()
                                .map(line ->
                                        line.item() != null && hidden.test(line.item())
                                                ? ListLine.open(line.text())
                                                : line)
                                .toList());
    }

    public boolean isEmpty() {
        return all.isEmpty();
    }

    public int size() {
        return all.size();
    }

    public int done() {
        return (int) all.stream().filter(ListLine::done).count();
    }

    public Lines plus(ListLine line) {
        return plus(List.of(line));
    }

    public Lines plus(List<ListLine> more) {
        var lines = new ArrayList<>(all);
        lines.addAll(more);
        return new Lines(lines);
    }

    public Lines with(int at, ListLine line) {
        var lines = new ArrayList<>(all);
        lines.set(at, line);
        return new Lines(lines);
    }

    public Lines without(int at) {
        var lines = new ArrayList<>(all);
        lines.remove(at);
        return new Lines(lines);
    }

    /** This list with a line at another place, both counted from 0. */
    public Lines shifted(int from, int to) {
        var lines = new ArrayList<>(all);
        lines.add(to, lines.remove(from));
        return new Lines(lines);
    }
}
