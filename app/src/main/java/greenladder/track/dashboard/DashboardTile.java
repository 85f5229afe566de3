package greenladder.track.dashboard;

import greenladder.core.filter.Sorting;
import greenladder.list.ListState;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * One figure or list of a dashboard.
 *
 * @param id its number within the dashboard
 * @param of what it is about; what that may be is the kind's
 * @param filter what its items are narrowed down to, as a URL has it; empty for nothing
 */
record DashboardTile(int id, Kind kind, boolean wide, String of, String filter) {
    private static final int PARTS = 5;

    /** What tiles there are. */
    enum Kind {
        PROGRESS("Progress", true),
        BURNDOWN("Burndown of the running sprint", false),
        VELOCITY("Completed by sprint", false),
        FLOW("Where work stands", true),
        BURNUP("Burnup", false),
        OPEN("What is open", true),
        SPENDING("What was finished", true),
        AGES("In progress, the oldest first", true),
        BLOCKED("Blocked", true),
        LIST("Saved view", false);

        private final String label;
        private final boolean hasFilter;

        Kind(String label, boolean hasFilter) {
            this.label = label;
            this.hasFilter = hasFilter;
        }

        String label() {
            return label;
        }

        /** Whether it tells of any items rather than of those of a sprint, release or view. */
        boolean hasFilter() {
            return hasFilter;
        }

        static Optional<Kind> find(String name) {
            return Arrays.stream(values()).filter(kind -> kind.name().equals(name)).findFirst();
        }
    }

    /** What it shows, as one text: {@code BURNUP:MSF3}. */
    String what() {
        return kind + ":" + of;
    }

    /** What it is narrowed down to. */
    ListState state() {
        return kind.hasFilter() ? narrowing(filter) : ListState.NONE;
    }

    /** What narrows a list down in a URL, without how that list looks. */
    private static ListState narrowing(String query) {
        var state = ListState.beside(ListState.parse(query), "level");
        return new ListState(state.picks(), state.text(), Sorting.RANK, List.of(), List.of(), "");
    }

    /** This tile, showing something else. */
    Optional<DashboardTile> showing(String what) {
        var parts = what.split(":", 2);
        return Kind.find(parts[0])
                .map(other ->
                        new DashboardTile(
                                id, other, wide, parts.length < 2 ? "" : parts[1], filter));
    }

    DashboardTile wide(boolean other) {
        return new DashboardTile(id, kind, other, of, filter);
    }

    /** This tile, narrowed down by the parameters of a URL; others than a filter's are left out. */
    DashboardTile narrowed(String query) {
        return new DashboardTile(id, kind, wide, of, narrowing(query).query(Map.of()));
    }

    static List<DashboardTile> parse(String text) {
        return text.lines()
                .map(line -> line.split("\t", PARTS))
                .filter(parts -> parts.length >= PARTS - 1)
                .flatMap(parts ->
                        Kind.find(parts[1]).stream()
                                .map(kind ->
                                        new DashboardTile(
                                                Integer.parseInt(parts[0]),
                                                kind,
                                                parts[2].equals("wide"),
                                                parts[3],
                                                parts.length < PARTS ? "" : parts[PARTS - 1])))
                .toList();
    }

    static String text(List<DashboardTile> tiles) {
        return tiles.stream()
                .map(tile ->
                        String.join(
                                "\t",
                                Integer.toString(tile.id()),
                                tile.kind().name(),
                                tile.wide() ? "wide" : "",
                                tile.of(),
                                tile.filter()))
                .collect(Collectors.joining("\n"));
    }
}
