package greenladder.frame;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * The registry of views, by stage: what each is called, where it is, and what its pages load. A new
 * view is named here, and its package is that of its stage.
 */
public enum View {
    LADDER(Stage.BREAK_DOWN, "Ladder", "ladder"),
    OUTLINE(Stage.BREAK_DOWN, "Outline", "outline", "plan", "bench", "plan-strip"),
    RANK(Stage.REFINE, "Rank", "rank", "rank", "gauge", "chart", "plan", "bench", "plan-strip"),
    AGENDA(Stage.REFINE, "Agenda", "agenda", "agenda", "gauge"),
    ESTIMATE(Stage.REFINE, "Estimate", "estimate", "agenda", "estimate"),
    BENCH(Stage.PLAN, "Bench", "bench", "bench", "plan"),
    BACKLOG(Stage.PLAN, "Backlog", "backlog", "bench", "plan", "backlog"),
    SPRINT(Stage.PLAN, "Sprint", "sprint", "sprint", "plan"),
    LOAD(Stage.PLAN, "Load", "load", "load", "sprint", "plan"),
    MAP(Stage.PLAN, "Story map", "map", "map", "plan", "bench"),
    RELEASES(Stage.PLAN, "Releases", "releases", "plan"),
    CALENDARS(Stage.PLAN, "Calendars", "calendars", "plan"),
    BOARD(Stage.DO, "Board", "board", "board", "plan"),
    WORK(Stage.DO, "My work", "work", "board", "work"),
    BLOCKED(Stage.DO, "Blocked", "blocked", "board", "work"),
    PROGRESS(Stage.TRACK, "Progress", "progress", "chart", "track"),
    REPORT(Stage.TRACK, "Sprint report", "report", "chart", "track"),
    FLOW(Stage.TRACK, "Flow", "flow", "chart", "track"),
    BURNUP(Stage.TRACK, "Burnup", "burnup", "chart", "track"),
    TABLES(Stage.TRACK, "Tables", "tables", "chart", "track"),
    DASHBOARD(Stage.TRACK, "Dashboard", "dashboard", "chart", "plan", "track", "dashboard"),
    GOALS(Stage.TRACE, "Goals", "goals", "chart", "track", "plan", "trace"),
    THREADS(Stage.TRACE, "Threads", "threads", "chart", "threads"),
    COVERAGE(Stage.TRACE, "Coverage", "coverage", "chart", "track", "trace"),
    GAPS(Stage.TRACE, "Gaps", "gaps", "chart", "track", "plan", "trace"),
    IMPACT(Stage.TRACE, "Impact", "impact", "chart", "track", "plan", "trace"),
    TESTS(Stage.TRACE, "Tests", "tests", "chart", "track", "plan", "trace", "papers"),
    BASELINES(Stage.TRACE, "Baselines", "baselines", "chart", "track", "plan", "trace", "papers"),
    REVIEWS(Stage.TRACE, "Reviews", "reviews", "chart", "track", "plan", "trace", "papers"),
    PAGES(Stage.TRACE, "Pages", "pages", "chart", "track", "plan", "trace", "papers"),
    HISTORY(Stage.TRACE, "History", "history", "chart", "track", "plan", "trace", "papers");

    private final Stage stage;
    private final String label;
    private final String path;
    private final List<String> styles;

    /**
     * @param path its address under its product, and the name of its script
     * @param styles style sheets that only it needs
     */
    View(Stage stage, String label, String path, String... styles) {
        this.stage = stage;
        this.label = label;
        this.path = path;
        this.styles = List.of(styles);
    }

    /** The style sheets that a page of it loads beside those of every page. */
    List<String> styles() {
        return styles;
    }

    /** The script that a page of it loads beside that of every page. */
    String script() {
        return "view-" + path;
    }

    /** Its template, which stands with those of its stage. */
    String template() {
        return stage.folder() + "/" + name().toLowerCase(Locale.ROOT);
    }

    public Stage stage() {
        return stage;
    }

    public String label() {
        return label;
    }

    public String url(String product) {
        return "/" + product + "/" + path;
    }

    /** The view that an address is of, without its query; none for the pages below it. */
    static Optional<View> at(String address) {
        return Arrays.stream(values())
                .filter(view -> address.matches("/[A-Z]{2,5}/" + view.path))
                .findFirst();
    }

    /** The views of a stage; the story map stands in two, since it breaks down and plans in one. */
    static List<View> of(Stage stage) {
        return Arrays.stream(values())
                .filter(view -> view.stage == stage || view == MAP && stage == Stage.BREAK_DOWN)
                .toList();
    }
}
