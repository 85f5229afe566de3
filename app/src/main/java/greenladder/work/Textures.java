package greenladder.work;

import greenladder.core.filter.Facet;
import greenladder.core.filter.Facets;
import greenladder.core.snapshot.Node;
import greenladder.work.BoardPage.Texture;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * The inks and hatches by which the cards of a board are told apart, one for each value of an
 * attribute that they have.
 *
 * @param looks by value, in the order of the values
 */
record Textures(@Nullable Facet facet, Map<String, Integer> looks) {
    /** How many can be told apart at a glance; cards of further values are plain. */
    private static final int MOST = 8;

    private static final Texture NONE = new Texture("", "");

    static Textures of(Facets facets, String attribute, Collection<Node> cards) {
        var facet = attribute.isEmpty() ? null : facets.find(attribute).orElse(null);
        var looks = new LinkedHashMap<String, Integer>();
        if (facet != null) {
            var values = new TreeSet<>(facet.order());
            cards.forEach(node -> values.addAll(values(facet, node)));
            values.stream().limit(MOST).forEach(value -> looks.put(value, looks.size() + 1));
        }
        return new Textures(facet, looks);
    }

    private static List<String> values(Facet facet, Node node) {
        var values = new ArrayList<String>();
        facet.values().of(node, values::add);
        values.remove(Facet.NONE);
        return values;
    }

    Texture of(Node node) {
        return facet == null
                ? NONE
                : values(facet, node).stream()
                        .filter(looks::containsKey)
                        .findFirst()
                        .map(value -> texture(facet, value))
                        .orElse(NONE);
    }

    /** What each stands for. */
    List<Texture> legend() {
        return facet == null
                ? List.of()
                : looks.keySet().stream().map(value -> texture(facet, value)).toList();
    }

    private Texture texture(Facet its, String value) {
        return new Texture("texture-" + looks.get(value), its.words().apply(value));
    }
}
