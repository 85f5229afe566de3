package greenladder.core.edit;

/**
 * One step in a list inside an item. Lines are named by their place, from 0, and by their text, so
 * that a list that somebody else has changed meanwhile is not changed in the wrong place.
 */
public sealed interface ListStep {
    record Add(String text) implements ListStep {}

    record Tick(int at, String line, boolean done) implements ListStep {}

    record Reword(int at, String line, String text) implements ListStep {}

    record Remove(int at, String line) implements ListStep {}

    /** To another place, from 0. */
    record Shift(int at, String line, int to) implements ListStep {}
}
