package greenladder.track.tables;

import greenladder.core.filter.Facet;
import greenladder.core.filter.Facets;
import greenladder.core.flow.OpenWork;
import greenladder.core.value.ItemKey;
import greenladder.list.Narrowed;
import greenladder.track.Named;
import greenladder.track.tables.TablesPage.Grouped;
import greenladder.view.Choice;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** What a table can be grouped by: the facets of lists, the work that was mended, and ages. */
final class TableGroups {
    static final int DEEPEST = 3;

    /** What was mended, item by item. */
    static final String ITEM = "item";

    private TableGroups() {}

    static Optional<Facet> find(Narrowed narrowed, String id) {
        return id.equals(ITEM) ? Optional.of(item(narrowed)) : narrowed.facets().find(id);
    }

    private static Facet item(Narrowed narrowed) {
        var snapshot = narrowed.lens().snapshot();
        return new Facet(
                ITEM,
                "Item",
                (node, values) -> values.accept(node.item().key().toString()),
                key ->
                        ItemKey.parse(key)
                                .flatMap(snapshot::findItem)
                                .map(item -> item.title())
                                .orElse(key),
                String::compareTo,
                Set::of);
    }

    /** Those that are known, as many as can stand within each other. */
    static List<String> known(Narrowed narrowed, Question question, List<String> asked) {
        return asked.stream()
                .distinct()
                .filter(id -> isOffered(narrowed, question, id))
                .limit(DEEPEST)
                .toList();
    }

    private static boolean isOffered(Narrowed narrowed, Question question, String id) {
        return switch (id) {
            case ITEM -> question == Question.MENDED;
            case OpenWork.AGE -> question == Question.OPEN;
            case "level" -> false;
            default -> narrowed.facets().find(id).isPresent();
        };
    }

    /** A choice for each depth that there is, and for one more. */
    static List<Grouped> choices(Narrowed narrowed, TablePlace place, boolean isPast) {
        var groups = new ArrayList<Grouped>();
        int deepest = isPast ? 1 : DEEPEST;
        int shown = Math.min(deepest, place.groups().size() + 1);
        for (int deep = 0; deep < shown; deep++) {
            groups.add(
                    new Grouped(
                            deep == 0 ? "Grouped by" : "Then by, " + (deep + 1),
                            choices(narrowed, place, isPast, deep)));
        }
        return groups;
    }

    private static List<Choice> choices(
            Narrowed narrowed, TablePlace place, boolean isPast, int deep) {
        var current = deep < place.groups().size() ? place.groups().get(deep) : "";
        var choices = new ArrayList<Choice>();
        if (!isPast && (deep > 0 || place.question() != Question.OPEN)) {
            choices.add(
                    new Choice(
                            place.by(deep, "").url(),
                            deep == 0 ? "Not grouped" : "Not further",
                            current.isEmpty()));
        }
        var before = deep == 0 ? "By " : "then by ";
        if (place.question() == Question.MENDED) {
            choices.add(choice(place, deep, ITEM, before + "item", current));
        }
        if (place.question() == Question.OPEN && deep == 0) {
            choices.add(choice(place, deep, OpenWork.AGE, "By age", current));
        }
        narrowed.facets().all().stream()
                .filter(facet -> !facet.id().equals("level"))
                .filter(facet -> !isPast || OpenWork.isAttribute(facet.id()))
                .filter(facet -> facet.id().equals(current) || !place.groups().contains(facet.id()))
                .forEach(facet ->
                        choices.add(
                                choice(place, deep, facet.id(), before + words(facet), current)));
        return choices;
    }

    private static Choice choice(
            TablePlace place, int deep, String id, String words, String current) {
        return new Choice(place.by(deep, id).url(), words, id.equals(current));
    }

    /** What groups are made by: "goal" of "in goal", whether there is one of "no parent". */
    private static String words(Facet facet) {
        return switch (facet.id()) {
            case "assignee" -> "person";
            case "raisedBy" -> "who raised it";
            case "loose" -> "having a parent";
            case "changed" -> "whether it changed";
            default -> {
                var label = Words.lower(facet.label());
                yield facet.id().startsWith(Facets.IN) ? label.substring("in ".length()) : label;
            }
        };
    }

    /**
     * How the first column is headed.
     *
     * @param by what it is grouped by first; empty for nothing
     */
    static String head(Narrowed narrowed, String by) {
        var words =
                by.isEmpty()
                        ? "item"
                        : by.equals(OpenWork.AGE)
                                ? "age"
                                : find(narrowed, by)
                                        .map(TableGroups::words)
                                        .orElseGet(() ->
                                                Named.attribute(
                                                        narrowed.lens().products().getFirst(), by));
        return words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1);
    }
}
