package greenladder.bench;

import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Random;

/**
 * What a visit of each view costs the server in processor time. Held against the same in a smaller
 * workspace it says how a request grows; times by the clock would say what else the machine did.
 * All views in turn, and in turn again; of the rounds the one in the middle counts.
 */
final class Growth {
    private static final int WARM = 12;
    private static final int ROUNDS = 5;
    private static final int MEASURED = 6;

    private Growth() {}

    /** Processor time of a request, by the name of the view. */
    static Map<String, Duration> measured(Application application, int items) throws IOException {
        var visitor = Visitor.signedIn(application.base(), 0);
        var views = Views.of(Workspace.PRODUCT, items);
        var random = new Random(items);
        for (var view : views) {
            visit(visitor, view, random, WARM);
        }
        var rounds = new LinkedHashMap<String, ArrayList<Duration>>();
        for (int round = 0; round < ROUNDS; round++) {
            for (var view : views) {
                var before = application.processorTime();
                visit(visitor, view, random, MEASURED);
                rounds.computeIfAbsent(view.name(), any -> new ArrayList<>())
                        .add(application.processorTime().minus(before).dividedBy(MEASURED));
            }
        }
        var middle = new LinkedHashMap<String, Duration>();
        rounds.forEach((name, times) ->
                middle.put(name, times.stream().sorted().toList().get(ROUNDS / 2)));
        return middle;
    }

    private static void visit(Visitor visitor, Views.Visit view, Random random, int times) {
        for (int i = 0; i < times; i++) {
            var path = view.path().apply(random);
            var answer = visitor.get(path, "HX-Request", "true");
            if (answer.status() != 200) {
                throw new IllegalStateException(path + ": " + answer.status());
            }
        }
    }
}
