package greenladder.trace;

import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.eclipse.elk.alg.layered.options.CrossingMinimizationStrategy;
import org.eclipse.elk.alg.layered.options.LayeredMetaDataProvider;
import org.eclipse.elk.alg.layered.options.LayeredOptions;
import org.eclipse.elk.alg.layered.options.LayeringStrategy;
import org.eclipse.elk.alg.layered.options.NodePlacementStrategy;
import org.eclipse.elk.alg.layered.options.OrderingStrategy;
import org.eclipse.elk.core.RecursiveGraphLayoutEngine;
import org.eclipse.elk.core.data.LayoutMetaDataService;
import org.eclipse.elk.core.options.CoreOptions;
import org.eclipse.elk.core.options.Direction;
import org.eclipse.elk.core.options.EdgeRouting;
import org.eclipse.elk.core.util.NullElkProgressMonitor;
import org.eclipse.elk.graph.ElkNode;
import org.eclipse.elk.graph.util.ElkGraphUtil;
import org.springframework.stereotype.Component;

/**
 * Lays boxes of one size out in layers, a layer for each level, so that few lines cross (Sugiyama,
 * Tagawa and Toda 1981, by a library). What was laid out lately is kept, since the same graph is
 * asked for again with every change of a title or state in it.
 */
@Component
class GraphLayout {
    private static final int KEPT = 60;
    private static final int BETWEEN_BOXES = 8;
    private static final int BETWEEN_LEVELS = 46;
    private static final int MARGIN = 8;

    private final Map<Graph, Laid> laid =
            Collections.synchronizedMap(
                    new LinkedHashMap<>(KEPT, 0.75F, true) {
                        @Override
                        protected boolean removeEldestEntry(Map.Entry<Graph, Laid> eldest) {
                            return size() > KEPT;
                        }
                    });

    /** The library, made ready when the first graph is asked for rather than at the start. */
    private static final class Library {
        static {
            LayoutMetaDataService.getInstance()
                    .registerLayoutMetaDataProviders(
                            new CoreOptions(), new LayeredMetaDataProvider());
        }

        private Library() {}

        static void layOut(ElkNode root) {
            new RecursiveGraphLayoutEngine().layout(root, new NullElkProgressMonitor());
        }
    }

    /**
     * @param boxes in the order in which they should stand within their level
     * @param lines between boxes of different levels
     * @param down whether levels are rows rather than columns
     */
    record Graph(List<Box> boxes, List<Line> lines, boolean down, int width, int height) {}

    record Box(String id, int level) {}

    /** From the box of the higher level to that of the lower one. */
    record Line(String from, String to) {}

    record Point(double x, double y) {}

    /**
     * Where everything goes, in pixels.
     *
     * @param boxes the upper left corner of each
     */
    record Laid(Map<String, Point> boxes, int width, int height) {}

    Laid lay(Graph graph) {
        var kept = laid.get(graph);
        if (kept == null) {
            kept = layAnew(graph);
            laid.put(graph, kept);
        }
        return kept;
    }

    private static Laid layAnew(Graph graph) {
        var root = ElkGraphUtil.createGraph();
        root.setProperty(CoreOptions.ALGORITHM, LayeredOptions.ALGORITHM_ID);
        root.setProperty(CoreOptions.DIRECTION, graph.down() ? Direction.DOWN : Direction.RIGHT);
        // By where a box stands now: partitions would be held by lines between all boxes of two.
        root.setProperty(LayeredOptions.LAYERING_STRATEGY, LayeringStrategy.INTERACTIVE);
        root.setProperty(CoreOptions.EDGE_ROUTING, EdgeRouting.POLYLINE);
        root.setProperty(CoreOptions.SEPARATE_CONNECTED_COMPONENTS, false);
        root.setProperty(LayeredOptions.SPACING_NODE_NODE, (double) BETWEEN_BOXES);
        root.setProperty(LayeredOptions.SPACING_NODE_NODE_BETWEEN_LAYERS, (double) BETWEEN_LEVELS);
        root.setProperty(
                LayeredOptions.CONSIDER_MODEL_ORDER_STRATEGY, OrderingStrategy.NODES_AND_EDGES);
        root.setProperty(
                LayeredOptions.CROSSING_MINIMIZATION_STRATEGY,
                CrossingMinimizationStrategy.LAYER_SWEEP);
        root.setProperty(
                LayeredOptions.NODE_PLACEMENT_STRATEGY, NodePlacementStrategy.BRANDES_KOEPF);
        var nodes = new HashMap<String, ElkNode>();
        for (var box : graph.boxes()) {
            var node = ElkGraphUtil.createNode(root);
            node.setDimensions(graph.width(), graph.height());
            double at = (double) box.level() * step(graph);
            node.setLocation(graph.down() ? 0 : at, graph.down() ? at : 0);
            nodes.put(box.id(), node);
        }
        for (var line : graph.lines()) {
            ElkGraphUtil.createSimpleEdge(nodes.get(line.from()), nodes.get(line.to()));
        }
        Library.layOut(root);
        var places = new HashMap<String, Point>();
        nodes.forEach((id, node) -> places.put(id, new Point(node.getX(), node.getY())));
        return aligned(graph, places, graph.down() ? root.getWidth() : root.getHeight());
    }

    private static int step(Graph graph) {
        return BETWEEN_LEVELS + (graph.down() ? graph.height() : graph.width());
    }

    /**
     * The boxes of a level stand in one line, and levels as far apart as curves between them need.
     *
     * @param across how long the lines are
     */
    private static Laid aligned(Graph graph, Map<String, Point> places, double across) {
        int step = step(graph);
        var levels = graph.boxes().stream().map(Box::level).distinct().sorted().toList();
        var aligned = new HashMap<String, Point>();
        for (var box : graph.boxes()) {
            var place = places.getOrDefault(box.id(), new Point(0, 0));
            double at = MARGIN + (double) levels.indexOf(box.level()) * step;
            aligned.put(
                    box.id(), graph.down() ? new Point(place.x(), at) : new Point(at, place.y()));
        }
        int along = 2 * MARGIN + levels.size() * step;
        int wide = (int) Math.ceil(across);
        return graph.down() ? new Laid(aligned, wide, along) : new Laid(aligned, along, wide);
    }
}
