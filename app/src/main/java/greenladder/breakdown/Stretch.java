package greenladder.breakdown;

import greenladder.core.snapshot.Node;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntFunction;
import java.util.function.Predicate;

/**
 * The stretch of a long list that is drawn: only its cards are looked at, however long the list is.
 *
 * @param nodes those that are not folded away, in order
 * @param from where the stretch begins in the list, from 0; what is before it can be fetched
 * @param to where the list goes on behind it; its length where it does not
 */
record Stretch(List<Node> nodes, int from, int to) {

    /** A list that is looked into by place, with what of it is shown at all. */
    record Source(int size, IntFunction<Node> at, Predicate<Node> isShown) {
        static Source of(List<Node> nodes, Predicate<Node> isShown) {
            return new Source(nodes.size(), nodes::get, isShown);
        }
    }

    /** As many shown nodes as asked for, from a place on. */
    static Stretch from(Source source, int from, int most) {
        var nodes = new ArrayList<Node>();
        int place = Math.clamp(from, 0, source.size());
        int begin = place;
        while (place < source.size() && nodes.size() < most) {
            var node = source.at().apply(place++);
            if (source.isShown().test(node)) {
                nodes.add(node);
            }
        }
        while (place < source.size() && !source.isShown().test(source.at().apply(place))) {
            place++;
        }
        return new Stretch(nodes, begin, place);
    }

    /** As many shown nodes as asked for, up to before a place. */
    static Stretch before(Source source, int to, int most) {
        var nodes = new ArrayList<Node>();
        int end = Math.clamp(to, 0, source.size());
        int place = end;
        while (place > 0 && nodes.size() < most) {
            var node = source.at().apply(--place);
            if (source.isShown().test(node)) {
                nodes.addFirst(node);
            }
        }
        return new Stretch(nodes, place, end);
    }
}
