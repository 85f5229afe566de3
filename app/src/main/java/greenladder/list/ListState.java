package greenladder.list;

import greenladder.core.filter.Facet;
import greenladder.core.filter.Facets;
import greenladder.core.filter.PickName;
import greenladder.core.filter.Sorting;
import greenladder.core.item.StandardFields;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.StringJoiner;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.util.LinkedMultiValueMap;
import org.springframework.util.MultiValueMap;
import org.springframework.web.util.UriComponentsBuilder;
import org.springframework.web.util.UriUtils;

/**
 * How a list is narrowed down, sorted, grouped and marked: all of it a part of the list's URL. The
 * names are those of the interface for programs.
 *
 * @param picks the values asked for, by their names, see {@link PickName}
 * @param text words to be found; empty for none
 * @param groups the ids of at most two facets
 * @param columns those of a saved view, as {@link TableColumns#text} writes them; empty for the
 *     reader's own
 */
public record ListState(
        Map<String, List<String>> picks,
        String text,
        Sorting sorting,
        List<String> groups,
        List<Mark> marks,
        String columns) {
    private static final Set<String> FACETS =
            Set.of(
                    Facets.KEY,
                    "level",
                    "kind",
                    "category",
                    "state",
                    "band",
                    "assignee",
                    "raisedBy",
                    "team",
                    "sprint",
                    "release",
                    "label",
                    "parent",
                    "size",
                    "value",
                    "score",
                    "start",
                    "finish",
                    "made",
                    "updated");
    private static final Set<String> FLAGS =
            Set.of(
                    "loose",
                    "unsized",
                    "ready",
                    "blocked",
                    "scored",
                    "agenda",
                    "candidate",
                    "question",
                    "watched",
                    "changed");
    private static final List<String> PREFIXES = List.of("custom.", "factors.", Facets.IN);
    private static final int MOST_VALUES = 60;
    private static final int MOST_MARKS = 6;
    private static final int LONGEST_MARK = 300;
    private static final int LONGEST_TEXT = 200;
    private static final int LONGEST_COLUMNS = 1_500;

    /** Rows of a value in a tint, such as bugs. */
    public record Mark(String facet, String value, int tint) {
        static final int TINTS = 4;

        static @Nullable Mark parse(String text) {
            var parts = text.length() > LONGEST_MARK ? new String[0] : text.split("~", 3);
            return parts.length == 3 && parts[2].matches("[1-" + TINTS + "]")
                    ? new Mark(parts[0], parts[1], Integer.parseInt(parts[2]))
                    : null;
        }

        @Override
        public String toString() {
            return facet + "~" + value + "~" + tint;
        }
    }

    public static final ListState NONE =
            new ListState(Map.of(), "", Sorting.RANK, List.of(), List.of(), "");

    /** Reads the parameters of a URL; what is none of a list's is passed over. */
    public static ListState read(MultiValueMap<String, String> asked) {
        var picks = new TreeMap<String, List<String>>();
        asked.forEach((name, values) -> {
            if (isPick(name)) {
                var kept =
                        values.stream()
                                .filter(value -> value.length() <= LONGEST_TEXT)
                                .filter(value -> !isFlag(name) || isTrueOrFalse(value))
                                .distinct()
                                .limit(MOST_VALUES)
                                .toList();
                if (!kept.isEmpty()) {
                    picks.put(name, kept);
                }
            }
        });
        var text = asked.getFirst("text");
        return new ListState(
                picks,
                text == null
                        ? ""
                        : text.strip().substring(0, Math.min(LONGEST_TEXT, text.strip().length())),
                Sorting.find(String.valueOf(asked.getFirst("sort"))).orElse(Sorting.RANK),
                asked.getOrDefault("group", List.of()).stream()
                        .filter(ListState::isFacet)
                        .distinct()
                        .limit(2)
                        .toList(),
                asked.getOrDefault("mark", List.of()).stream()
                        .flatMap(mark -> Stream.ofNullable(Mark.parse(mark)))
                        .filter(mark -> isFacet(mark.facet()))
                        .limit(MOST_MARKS)
                        .toList(),
                columns(asked.getFirst("columns")));
    }

    /** The same on a view that has a parameter of its own under the name of a facet. */
    public static ListState beside(MultiValueMap<String, String> asked, String own) {
        return read(asked).without(own);
    }

    private static String columns(@Nullable String asked) {
        return asked == null || asked.length() > LONGEST_COLUMNS ? "" : asked.strip();
    }

    /** The names under which picks are asked for, but for those that a product adds. */
    public static Set<String> names() {
        var names = new TreeSet<>(FACETS);
        names.addAll(FLAGS);
        return names;
    }

    /** The parameters of a query, as {@link #query} writes it. */
    public static MultiValueMap<String, String> parse(String query) {
        var parameters = new LinkedMultiValueMap<String, String>();
        UriComponentsBuilder.newInstance()
                .query(query)
                .build()
                .getQueryParams()
                .forEach((name, values) ->
                        values.stream()
                                .filter(Objects::nonNull)
                                .forEach(value -> parameters.add(decoded(name), decoded(value))));
        return parameters;
    }

    private static String decoded(String text) {
        try {
            // Forms and views kept long ago write a blank as a plus.
            return UriUtils.decode(text.replace('+', ' '), StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            // No query that was written here; it is taken as it stands.
            return text;
        }
    }

    private static boolean isTrueOrFalse(String value) {
        return value.equals(Facet.TRUE) || value.equals(Facet.FALSE);
    }

    /** Whether a parameter of a URL is the id of a facet. */
    public static boolean isFacet(String name) {
        return FACETS.contains(name)
                || StandardFields.find(name).isPresent()
                || FLAGS.contains(name)
                || PREFIXES.stream().anyMatch(name::startsWith);
    }

    /** Whether a parameter of a URL narrows a list down by a facet, see {@link PickName}. */
    public static boolean isPick(String name) {
        return PickName.parse(name).filter(pick -> isFacet(pick.facet())).isPresent();
    }

    /** Whether a pick is of what is true or not of an item. */
    public static boolean isFlag(String name) {
        return PickName.parse(name).filter(pick -> FLAGS.contains(pick.facet())).isPresent();
    }

    public ListState {
        picks = new TreeMap<>(picks);
        groups = List.copyOf(groups);
        marks = List.copyOf(marks);
    }

    public boolean isNarrow() {
        return !picks.isEmpty() || !text.isEmpty();
    }

    public ListState with(String facet, List<String> values) {
        var picked = new TreeMap<>(picks);
        if (values.isEmpty()) {
            picked.remove(facet);
        } else {
            picked.put(facet, values);
        }
        return new ListState(picked, text, sorting, groups, marks, columns);
    }

    /** Without one of its parts: a pick, a group of alternatives, or {@code text}. */
    public ListState without(String part) {
        if (part.equals("text")) {
            return new ListState(picks, "", sorting, groups, marks, columns);
        }
        var left = new TreeMap<>(picks);
        left.keySet().removeIf(name -> name.equals(part) || isOfGroup(name, part));
        return new ListState(left, text, sorting, groups, marks, columns);
    }

    private static boolean isOfGroup(String name, String group) {
        return PickName.parse(name)
                .filter(pick -> pick.isAlternative() && pick.group().equals(group))
                .isPresent();
    }

    public ListState sorted(Sorting by) {
        return new ListState(picks, text, by, groups, marks, columns);
    }

    public ListState marked(List<Mark> now) {
        return new ListState(picks, text, sorting, groups, now, columns);
    }

    /** Without anything that narrows it down. */
    public ListState wide() {
        return new ListState(Map.of(), "", sorting, groups, marks, columns);
    }

    /** The parameters of a URL: those of a view first, then the list's own. */
    public String query(Map<String, String> ofView) {
        var query = new StringJoiner("&");
        ofView.forEach((name, value) -> query.add(name + "=" + encoded(value)));
        parameters()
                .forEach((name, values) ->
                        values.forEach(value -> query.add(encoded(name) + "=" + encoded(value))));
        return query.toString();
    }

    /** Strictly: a plus or a colon within a value is no sign of the query's. */
    private static String encoded(String text) {
        return UriUtils.encode(text, StandardCharsets.UTF_8);
    }

    /** The list's own parameters, as a URL has them. */
    public Map<String, List<String>> parameters() {
        var parameters = new LinkedHashMap<>(picks);
        if (!text.isEmpty()) {
            parameters.put("text", List.of(text));
        }
        if (!sorting.equals(Sorting.RANK)) {
            parameters.put("sort", List.of(sorting.id()));
        }
        if (!groups.isEmpty()) {
            parameters.put("group", groups);
        }
        if (!marks.isEmpty()) {
            parameters.put("mark", marks.stream().map(Mark::toString).toList());
        }
        if (!columns.isEmpty()) {
            parameters.put("columns", List.of(columns));
        }
        return parameters;
    }

    /** With the columns that a view is kept with, where it has none yet. */
    ListState withColumns(String own) {
        return columns.isEmpty() ? new ListState(picks, text, sorting, groups, marks, own) : this;
    }
}
