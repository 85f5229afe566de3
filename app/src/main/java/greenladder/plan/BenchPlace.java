package greenladder.plan;

import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.list.ListState;
import greenladder.panel.FormValues;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.util.MultiValueMap;

/**
 * Where somebody stands on the bench; every place is a URL.
 *
 * @param level whose items wait beside it
 * @param queue the team whose work waits beside it; null for all of the product's
 * @param open the key of the sprint that is opened in place; empty for none
 * @param at the item in the panel
 * @param more how many more are drawn of those that wait
 */
record BenchPlace(
        Product product,
        Ruler ruler,
        Level level,
        @Nullable Team queue,
        String open,
        @Nullable ItemKey at,
        int more,
        ListState filter,
        boolean fromAsked) {
    private static final String LEVEL = "level";
    private static final int MOST_MORE = 5_000;

    static BenchPlace read(
            Snapshot snapshot,
            Product product,
            LocalDate today,
            MultiValueMap<String, String> asked) {
        var filter = ListState.read(asked);
        var level =
                filter.picks().getOrDefault(LEVEL, List.of()).stream()
                        .flatMap(key -> product.levels().find(key).stream())
                        .filter(Level::carriesPoints)
                        .findFirst()
                        .orElseGet(() -> lowestWithPoints(product));
        int weeks = number(asked.getFirst("weeks"));
        var from = FormValues.findDate(asked.getFirst("from"));
        int length = Ruler.CHOICES.contains(weeks) ? weeks : Ruler.USUAL_WEEKS;
        return new BenchPlace(
                product,
                from.map(day -> new Ruler(Ruler.monday(day), length))
                        .orElseGet(() -> Ruler.around(today, length)),
                level,
                snapshot.workspace()
                        .findTeam(asked.getFirst("queue"))
                        .filter(team -> team.products().contains(product.code()))
                        .orElse(null),
                Optional.ofNullable(asked.getFirst("open"))
                        .filter(key -> snapshot.workspace().findSprint(key).isPresent())
                        .orElse(""),
                ItemKey.parse(String.valueOf(asked.getFirst("at")))
                        .filter(key -> snapshot.findNode(key).isPresent())
                        .orElse(null),
                Math.min(MOST_MORE, number(asked.getFirst("more"))),
                filter.without(LEVEL),
                from.isPresent());
    }

    static Level lowestWithPoints(Product product) {
        return product.levels().all().reversed().stream()
                .filter(Level::carriesPoints)
                .findFirst()
                .orElse(product.levels().top());
    }

    private static int number(@Nullable String text) {
        return text != null && text.matches("\\d{1,7}") ? Integer.parseInt(text) : 0;
    }

    BenchPlace opening(String sprint) {
        return new BenchPlace(product, ruler, level, queue, sprint, at, more, filter, fromAsked);
    }

    BenchPlace at(@Nullable ItemKey key) {
        return new BenchPlace(product, ruler, level, queue, open, key, more, filter, fromAsked);
    }

    BenchPlace of(Level other) {
        return new BenchPlace(product, ruler, other, queue, open, at, 0, filter, fromAsked);
    }

    BenchPlace of(@Nullable Team team) {
        return new BenchPlace(product, ruler, level, team, open, at, 0, filter, fromAsked);
    }

    BenchPlace over(Ruler other, boolean asked) {
        return new BenchPlace(product, other, level, queue, open, at, more, filter, asked);
    }

    BenchPlace with(int others) {
        return new BenchPlace(product, ruler, level, queue, open, at, others, filter, fromAsked);
    }

    String url() {
        return "/" + product.code() + "/bench?" + filter.query(parameters());
    }

    /** The parameters of the URL beside those of the filter. */
    Map<String, String> parameters() {
        var parameters = new LinkedHashMap<String, String>();
        parameters.put("weeks", Integer.toString(ruler.weeks()));
        if (fromAsked) {
            parameters.put("from", ruler.from().toString());
        }
        if (!level.equals(lowestWithPoints(product))) {
            parameters.put(LEVEL, level.key());
        }
        if (queue != null) {
            parameters.put("queue", queue.key());
        }
        if (!open.isEmpty()) {
            parameters.put("open", open);
        }
        if (at != null) {
            parameters.put("at", at.toString());
        }
        if (more > 0) {
            parameters.put("more", Integer.toString(more));
        }
        return parameters;
    }
}
