package greenladder.frame;

import java.util.Arrays;
import java.util.List;

/** The views that there are, by stage. */
public enum View {
    LADDER(Stage.BREAK_DOWN, "Ladder", "ladder"),
    OUTLINE(Stage.BREAK_DOWN, "Outline", "outline"),
    RANK(Stage.REFINE, "Rank", "rank"),
    AGENDA(Stage.REFINE, "Agenda", "agenda"),
    ESTIMATE(Stage.REFINE, "Estimate", "estimate"),
    THREADS(Stage.TRACE, "Threads", "threads");

    private final Stage stage;
    private final String label;
    private final String path;

    View(Stage stage, String label, String path) {
        this.stage = stage;
        this.label = label;
        this.path = path;
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

    static List<View> of(Stage stage) {
        return Arrays.stream(values()).filter(view -> view.stage == stage).toList();
    }
}
