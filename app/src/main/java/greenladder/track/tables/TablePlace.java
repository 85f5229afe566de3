package greenladder.track.tables;

import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.team.Team;
import greenladder.list.ListState;
import greenladder.track.DaySpan;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.UriUtils;

/**
 * Where somebody stands in Tables.
 *
 * @param groups facets that it is grouped by, the first outermost
 * @param team whose open work is told; null for all
 * @param day at whose end work was open; null for now
 * @param span the days in which things were finished
 */
public record TablePlace(
        Product product,
        Question question,
        List<String> groups,
        Level level,
        @Nullable Team team,
        @Nullable LocalDate day,
        DaySpan span,
        ListState state) {

    /** The parameters that are the view's own. */
    Map<String, String> own() {
        var own = new LinkedHashMap<String, String>();
        own.put("what", question.key());
        own.put("by", groups.isEmpty() ? "none" : String.join(",", groups));
        if (question.hasSpan()) {
            own.putAll(span.own());
        } else {
            own.put("level", level.key());
        }
        if (question == Question.OPEN && team != null) {
            own.put("of", team.key());
        }
        if (question == Question.OPEN && day != null) {
            own.put("day", day.toString());
        }
        return own;
    }

    String url() {
        return "/%s/tables?%s".formatted(product.code(), state.query(own()));
    }

    /** What a form of its own days or day leaves as it is. */
    Map<String, List<String>> kept() {
        var kept = new LinkedHashMap<String, List<String>>();
        own().forEach((name, value) -> {
            if (!List.of("from", "to", "day").contains(name)) {
                kept.put(name, List.of(value));
            }
        });
        kept.putAll(state.parameters());
        return kept;
    }

    /** With the items behind a row beside it. */
    String picking(List<String> values) {
        return url()
                + values.stream()
                        .map(value -> "&pick=" + UriUtils.encode(value, StandardCharsets.UTF_8))
                        .collect(Collectors.joining());
    }

    TablePlace asking(Question other) {
        return new TablePlace(
                product, other, List.of(other.usual().split(",")), level, team, null, span, state);
    }

    TablePlace on(Level other) {
        return new TablePlace(product, question, groups, other, team, day, span, state);
    }

    TablePlace with(@Nullable Team other) {
        return new TablePlace(product, question, groups, level, other, day, span, state);
    }

    /** Grouped otherwise at one depth; by nothing there, what is deeper moves up. */
    TablePlace by(int deep, String facet) {
        var all = new ArrayList<>(groups);
        all.remove(facet);
        if (deep < groups.size() && deep < all.size() + 1) {
            all.remove(groups.get(deep));
        }
        if (!facet.isEmpty()) {
            all.add(Math.min(deep, all.size()), facet);
        }
        return new TablePlace(product, question, all, level, team, day, span, state);
    }
}
