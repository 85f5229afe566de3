package greenladder.frame;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The view of each stage that was last looked at, kept by the browser: the stage opens at it. */
@Component
class LastViews {
    private static final String NAME = "views";
    private static final String BETWEEN = ".";

    private final Cookies cookies;

    LastViews(Cookies cookies) {
        this.cookies = cookies;
    }

    /** The last one of a stage, or else its first. */
    View of(Stage stage) {
        return kept().stream()
                .filter(view -> view.stage() == stage)
                .findFirst()
                .orElseGet(() -> View.of(stage).getFirst());
    }

    void keep(View view) {
        var others = kept().stream().filter(other -> other.stage() != view.stage());
        var all = Stream.concat(others, Stream.of(view)).distinct().sorted();
        cookies.keep(NAME, "/", all.map(View::name).collect(Collectors.joining(BETWEEN)));
    }

    private List<View> kept() {
        var names = List.of(cookies.value(NAME).orElse("").split("\\" + BETWEEN));
        return Arrays.stream(View.values()).filter(view -> names.contains(view.name())).toList();
    }
}
