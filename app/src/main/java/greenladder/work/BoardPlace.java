package greenladder.work;

import greenladder.core.plan.Sprints;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.list.ListState;
import greenladder.view.ViewContext;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.util.MultiValueMap;

/**
 * Where somebody stands before a board; every place is a URL.
 *
 * @param team whose board it is; null where the product has no team
 * @param sprint null for what the team runs without one
 * @param isList whether it is laid out as a list, state by state
 * @param isSetup whether the team's set-up is open
 * @param at the item in the panel
 * @param more how many more cards of each cell are drawn
 */
record BoardPlace(
        Product product,
        @Nullable Team team,
        @Nullable Sprint sprint,
        Lanes lanes,
        boolean isList,
        boolean isSetup,
        @Nullable ItemKey at,
        int more,
        ListState filter) {
    /** What the sprint is called where there is none. */
    static final String NO_SPRINT = "none";

    private static final int MOST_MORE = 2_000;

    /** By what cards are put into rows. */
    enum Lanes {
        NONE("none", "No lanes"),
        STORY("story", "Lanes by story"),
        PERSON("person", "Lanes by person"),
        EPIC("epic", "Lanes by what stands above"),
        BAND("band", "Lanes by priority band");

        private final String word;
        private final String label;

        Lanes(String word, String label) {
            this.word = word;
            this.label = label;
        }

        String word() {
            return word;
        }

        String label() {
            return label;
        }

        static Lanes of(@Nullable String word) {
            for (var one : values()) {
                if (one.word.equals(word)) {
                    return one;
                }
            }
            return NONE;
        }
    }

    static BoardPlace read(ViewContext context, MultiValueMap<String, String> asked) {
        return read(context.snapshot(), context.product(), context.reader().handle(), asked);
    }

    /**
     * @param person whose team it is of where no other is asked for; empty for nobody's
     */
    static BoardPlace read(
            Snapshot snapshot,
            Product product,
            String person,
            MultiValueMap<String, String> asked) {
        var teams = snapshot.workspace().teamsOf(product.code());
        var team =
                snapshot.workspace()
                        .findTeam(asked.getFirst("board"))
                        .filter(teams::contains)
                        .or(() -> Sprints.usualTeam(snapshot.workspace(), product.code(), person));
        var sprint = team.flatMap(one -> sprint(snapshot, one, asked.getFirst("of")));
        var more = asked.getFirst("more");
        return new BoardPlace(
                product,
                team.orElse(null),
                sprint.orElse(null),
                Lanes.of(asked.getFirst("lanes")),
                "list".equals(asked.getFirst("as")),
                "yes".equals(asked.getFirst("setup")),
                ItemKey.parse(Objects.requireNonNullElse(asked.getFirst("at"), ""))
                        .filter(key -> snapshot.findNode(key).isPresent())
                        .orElse(null),
                more != null && more.matches("\\d{1,5}")
                        ? Math.min(MOST_MORE, Integer.parseInt(more))
                        : 0,
                ListState.read(asked));
    }

    /** The one asked for, else the one that runs, else the next one. */
    private static Optional<Sprint> sprint(Snapshot snapshot, Team team, @Nullable String asked) {
        if (NO_SPRINT.equals(asked)) {
            return Optional.empty();
        }
        var all = Sprints.of(snapshot.workspace(), team.key());
        return snapshot.workspace()
                .findSprint(asked)
                .filter(all::contains)
                .or(() -> all.stream().filter(Sprint::isRunning).findFirst())
                .or(() -> Sprints.next(snapshot.workspace(), team.key()));
    }

    BoardPlace of(Team other) {
        return new BoardPlace(product, other, null, lanes, isList, isSetup, at, 0, filter);
    }

    BoardPlace of(@Nullable Sprint other) {
        return new BoardPlace(product, team, other, lanes, isList, isSetup, at, 0, filter);
    }

    BoardPlace by(Lanes other) {
        return new BoardPlace(product, team, sprint, other, isList, isSetup, at, more, filter);
    }

    BoardPlace at(@Nullable ItemKey key) {
        return new BoardPlace(product, team, sprint, lanes, isList, isSetup, key, more, filter);
    }

    BoardPlace asList(boolean list) {
        return new BoardPlace(product, team, sprint, lanes, list, false, at, 0, filter);
    }

    BoardPlace settingUp(boolean setup) {
        return new BoardPlace(product, team, sprint, lanes, false, setup, at, more, filter);
    }

    BoardPlace with(int others) {
        return new BoardPlace(product, team, sprint, lanes, isList, isSetup, at, others, filter);
    }

    /** With one value picked in the filter, or no longer. */
    BoardPlace toggled(String facet, List<String> values) {
        var next = isOnly(facet, values) ? filter.without(facet) : filter.with(facet, values);
        return new BoardPlace(product, team, sprint, lanes, isList, isSetup, at, more, next);
    }

    boolean isOnly(String facet, List<String> values) {
        return values.equals(filter.picks().get(facet));
    }

    String url() {
        return "/" + product.code() + "/board?" + filter.query(parameters());
    }

    /** The address of another team's board, where its own sprint is chosen. */
    String urlOf(Team other) {
        var parameters = of(other).parameters();
        parameters.remove("of");
        return "/" + product.code() + "/board?" + filter.query(parameters);
    }

    /** The parameters of the URL beside those of the filter. */
    Map<String, String> parameters() {
        var parameters = new LinkedHashMap<String, String>();
        if (team != null) {
            parameters.put("board", team.key());
            parameters.put("of", sprint == null ? NO_SPRINT : sprint.key());
        }
        if (lanes != Lanes.NONE) {
            parameters.put("lanes", lanes.word());
        }
        if (isList) {
            parameters.put("as", "list");
        }
        if (isSetup) {
            parameters.put("setup", "yes");
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
