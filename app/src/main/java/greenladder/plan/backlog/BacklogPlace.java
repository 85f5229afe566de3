package greenladder.plan.backlog;

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
import org.jspecify.annotations.Nullable;
import org.springframework.util.MultiValueMap;

/**
 * Where somebody stands before a team's lists; every place is a URL.
 *
 * @param team null where the product has none
 * @param sprints how many sprints are listed
 * @param isStacked whether lists are below each other, rather than side by side
 * @param at the item in the panel
 * @param more how many more are drawn of each list
 */
record BacklogPlace(
        Product product,
        @Nullable Team team,
        int sprints,
        boolean isStacked,
        @Nullable ItemKey at,
        int more,
        ListState filter) {
    private static final int MOST_MORE = 2_000;
    private static final int USUAL_SPRINTS = 2;
    private static final int MOST_SPRINTS = 6;

    static BacklogPlace read(ViewContext context, MultiValueMap<String, String> asked) {
        return read(context.snapshot(), context.product(), context.reader().handle(), asked);
    }

    /**
     * @param person whose team it is of where no other is asked for
     */
    static BacklogPlace read(
            Snapshot snapshot,
            Product product,
            String person,
            MultiValueMap<String, String> asked) {
        var more = asked.getFirst("more");
        return new BacklogPlace(
                product,
                snapshot.workspace()
                        .findTeam(asked.getFirst("of"))
                        .filter(team -> team.products().contains(product.code()))
                        .or(() -> Sprints.usualTeam(snapshot.workspace(), product.code(), person))
                        .orElse(null),
                sprints(asked.getFirst("sprints")),
                "stacked".equals(asked.getFirst("lists")),
                ItemKey.parse(String.valueOf(asked.getFirst("at")))
                        .filter(key -> snapshot.findNode(key).isPresent())
                        .orElse(null),
                more != null && more.matches("\\d{1,5}")
                        ? Math.min(MOST_MORE, Integer.parseInt(more))
                        : 0,
                ListState.read(asked));
    }

    private static int sprints(@Nullable String asked) {
        return asked != null && asked.matches("[1-9]")
                ? Math.min(MOST_SPRINTS, Integer.parseInt(asked))
                : USUAL_SPRINTS;
    }

    /** The sprints that are listed: those of the team that are not closed, the nearest first. */
    List<Sprint> sprints(Snapshot snapshot) {
        return team == null
                ? List.of()
                : Sprints.of(snapshot.workspace(), team.key()).stream()
                        .filter(sprint -> !sprint.isClosed())
                        .limit(sprints)
                        .toList();
    }

    BacklogPlace of(Team other) {
        return new BacklogPlace(product, other, sprints, isStacked, at, 0, filter);
    }

    BacklogPlace stacked(boolean stacked) {
        return new BacklogPlace(product, team, sprints, stacked, at, more, filter);
    }

    BacklogPlace listing(int count) {
        return new BacklogPlace(product, team, count, isStacked, at, more, filter);
    }

    BacklogPlace at(@Nullable ItemKey key) {
        return new BacklogPlace(product, team, sprints, isStacked, key, more, filter);
    }

    BacklogPlace with(int others) {
        return new BacklogPlace(product, team, sprints, isStacked, at, others, filter);
    }

    /** With one value picked in the filter, or no longer. */
    BacklogPlace toggled(String facet, String value) {
        var next =
                isPicked(facet, value) ? filter.without(facet) : filter.with(facet, List.of(value));
        return new BacklogPlace(product, team, sprints, isStacked, at, 0, next);
    }

    boolean isPicked(String facet, String value) {
        return List.of(value).equals(filter.picks().get(facet));
    }

    String url() {
        return "/" + product.code() + "/backlog?" + filter.query(parameters());
    }

    /** The parameters of the URL beside those of the filter. */
    Map<String, String> parameters() {
        var parameters = new LinkedHashMap<String, String>();
        if (team != null) {
            parameters.put("of", team.key());
        }
        if (sprints != USUAL_SPRINTS) {
            parameters.put("sprints", Integer.toString(sprints));
        }
        if (isStacked) {
            parameters.put("lists", "stacked");
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
