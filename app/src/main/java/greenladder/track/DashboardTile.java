package greenladder.track;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * One figure or list of a dashboard.
 *
 * @param id its number within the dashboard
 * @param of what it is about; what that may be is the kind's
 */
record DashboardTile(int id, Kind kind, boolean wide, String of) {
    private static final int PARTS = 4;

    /** What tiles there are. */
    enum Kind {
        PROGRESS("Progress"),
        BURNDOWN("Burndown of the running sprint"),
        VELOCITY("Velocity"),
        FLOW("Where work stands"),
        BURNUP("Burnup"),
        OPEN("Open work"),
        SPENDING("Spending"),
        AGES("Under way, the oldest first"),
        BLOCKED("Blocked"),
        LIST("Saved view");

        private final String label;

        Kind(String label) {
            this.label = label;
        }

        String label() {
            return label;
        }

        static Optional<Kind> find(String name) {
            return Arrays.stream(values()).filter(kind -> kind.name().equals(name)).findFirst();
        }
    }

    /** What it shows, as one text: {@code BURNUP:MSF3}. */
    String what() {
        return kind + ":" + of;
    }

    /** This tile, showing something else. */
    Optional<DashboardTile> showing(String what) {
        var parts = what.split(":", 2);
        return Kind.find(parts[0])
                .map(other -> new DashboardTile(id, other, wide, parts.length < 2 ? "" : parts[1]));
    }

    DashboardTile wide(boolean other) {
        return new DashboardTile(id, kind, other, of);
    }

    static List<DashboardTile> parse(String text) {
        return text.lines()
                .map(line -> line.split("\t", PARTS))
                .filter(parts -> parts.length == PARTS)
                .flatMap(parts ->
                        Kind.find(parts[1]).stream()
                                .map(kind ->
                                        new DashboardTile(
                                                Integer.parseInt(parts[0]),
                                                kind,
                                                parts[2].equals("wide"),
                                                parts[3])))
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
                                tile.of()))
                .collect(Collectors.joining("\n"));
    }
}
