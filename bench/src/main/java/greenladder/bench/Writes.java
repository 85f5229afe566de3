package greenladder.bench;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;

/** Many changes in a row, and what memory the application holds on the way. */
final class Writes {
    static final int MANY = 100_000;

    private static final int WRITERS = 6;
    private static final int STEPS = 4;

    private Writes() {}

    /** Resident megabytes by number of changes made so far. */
    static Map<Integer, Long> memory(Application application, int items, String token)
            throws Exception {
        var memory = new LinkedHashMap<Integer, Long>();
        memory.put(0, application.residentMegabytes());
        for (int step = 1; step <= STEPS; step++) {
            write(application.base(), items, token, MANY / STEPS, step);
            memory.put(MANY / STEPS * step, application.residentMegabytes());
        }
        return memory;
    }

    private static void write(String base, int items, String token, int count, int step) {
        var left = new AtomicInteger(count);
        try (var writers = Executors.newFixedThreadPool(WRITERS)) {
            for (int writer = 0; writer < WRITERS; writer++) {
                var visitor = new Visitor(base);
                writers.submit(() -> {
                    int turn;
                    while ((turn = left.getAndDecrement()) > 0) {
                        // The value changes at every step, so that each write changes something.
                        visitor.api(
                                "PATCH",
                                "/items/BIG" + (1 + turn * 7L % items),
                                "{\"value\":%d}".formatted((turn + step) % 900),
                                token);
                    }
                });
            }
        }
    }
}
