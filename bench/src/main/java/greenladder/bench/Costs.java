package greenladder.bench;

import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * What a request of each kind costs the server in processor time, beside one of the health page in
 * the same run: unlike times, that is the same on a busy machine. One reader, one request after the
 * other, warm.
 */
final class Costs {
    private static final int WARM_UP = 400;
    private static final int STRETCHES = 3;
    private static final int MEASURED = 100;

    private final Application application;
    private final Visitor visitor;
    private final int items;
    private final String token;
    private final List<Cost> costs = new ArrayList<>();
    private int turn;

    /**
     * @param most how many times the health page it may cost; 0 where nothing is wanted
     * @param timesHealth how many times it does
     */
    record Cost(String request, double most, Duration processor, double timesHealth) {
        boolean met() {
            return most == 0 || timesHealth <= most;
        }
    }

    private interface Request {
        void send(int turn);
    }

    Costs(Application application, int items, String token) {
        this.application = application;
        this.items = items;
        this.token = token;
        visitor = new Visitor(application.base());
        visitor.get("/sign-in");
        visitor.post(
                "/sign-in", Map.of("handle", Workspace.handle(0), "password", Workspace.PASSWORD));
    }

    List<Cost> measured() throws IOException {
        warmUp();
        var health = processorOf(any -> visitor.get("/actuator/health"));
        costs.add(new Cost("The health page", 0, health, 1));
        page("Ladder, fragment", 4, "/BIG/ladder?from=epic&panel=0", true);
        page("Ladder with its panel, fragment", 4, "/BIG/ladder?from=epic&at=BIG3&panel=1", true);
        page("Ladder, whole page", 6, "/BIG/ladder?from=epic&at=BIG3&panel=1", false);
        page("Outline, fragment", 6, "/BIG/outline", true);
        page("Rank, fragment", 6, "/BIG/rank?level=story", true);
        page("Agenda, fragment", 4, "/BIG/agenda", true);
        page("Item, whole page", 6, "/items/BIG5", false);
        page("Bench, fragment", 6, "/BIG/bench?weeks=12&open=crew-1-2", true);
        page("Sprint page, fragment", 4, "/BIG/sprint?id=crew-1-1", true);
        page("Board, fragment", 4, "/BIG/board?board=crew-1&of=crew-1-1&lanes=epic", true);
        page("Load, fragment", 4, "/BIG/load?id=crew-1-1", true);
        page("Story map, fragment", 6, "/BIG/map?slices=crew-1", true);
        page("Progress, fragment", 6, "/BIG/progress?level=feature", true);
        page("Flow over a year, fragment", 6, "/BIG/flow?weeks=52&level=story", true);
        page("Burnup of a goal, fragment", 6, "/BIG/burnup?of=BIG1", true);
        page("Spending, fragment", 6, "/BIG/spending?by=kind", true);
        page("Open work, fragment", 4, "/BIG/open?by=assignee", true);
        page("Goals, fragment", 6, "/BIG/goals", true);
        page("Thread of a feature, fragment", 6, "/BIG/threads?item=BIG4", true);
        page("Gaps, fragment", 6, "/BIG/gaps?kind=suspect", true);
        page("Coverage of a level, fragment", 6, "/BIG/coverage?rows=initiative", true);
        page("Impact of an epic, fragment", 6, "/BIG/impact?item=BIG3", true);
        page("Baseline and now, fragment", 6, "/BIG/baselines", true);
        page("History, fragment", 6, "/BIG/history", true);
        cost("One field changed", 3, this::change);
        cost("One item moved", 3, this::move);
        cost(
                "One change, and a Ladder that shows it",
                6,
                turn -> {
                    change(turn);
                    visitor.get("/BIG/ladder?from=epic&at=BIG3&panel=1", "HX-Request", "true");
                });
        cost(
                "One change, and a Rank that shows it",
                6,
                turn -> {
                    change(turn);
                    visitor.get("/BIG/rank?level=story", "HX-Request", "true");
                });
        return costs;
    }

    /** The compiler works in the same process: it is to be done before anything is measured. */
    private void warmUp() {
        for (int i = 0; i < WARM_UP; i++) {
            visitor.get("/actuator/health");
            visitor.get("/BIG/ladder?from=epic&at=BIG3&panel=1");
            visitor.get("/BIG/outline", "HX-Request", "true");
            visitor.get("/BIG/rank?level=story", "HX-Request", "true");
            visitor.get("/items/BIG5");
            change(turn++);
        }
    }

    private void page(String request, double most, String path, boolean fragment)
            throws IOException {
        cost(
                request,
                most,
                any -> {
                    var answer =
                            fragment ? visitor.get(path, "HX-Request", "true") : visitor.get(path);
                    if (answer.status() != 200) {
                        throw new IllegalStateException(path + ": " + answer.status());
                    }
                });
    }

    private void cost(String name, double most, Request request) throws IOException {
        var processor = processorOf(request);
        costs.add(
                new Cost(
                        name,
                        most,
                        processor,
                        (double) processor.toNanos() / costs.getFirst().processor().toNanos()));
        System.out.println(costs.getLast());
    }

    private void change(int number) {
        visitor.api(
                "PATCH", "/items/" + anyItem(number), "{\"title\":\"T " + number + "\"}", token);
    }

    private void move(int number) {
        visitor.api(
                "POST",
                "/items/" + anyItem(number) + "/move",
                "{\"to\":\"%s\"}".formatted(number % 2 == 0 ? "first" : "last"),
                token);
    }

    private String anyItem(int number) {
        return "BIG" + (1 + number * 7919 % items);
    }

    /**
     * What a request takes: of several stretches the least, since the compiler and whatever follows
     * behind work in the same process and only ever add.
     */
    private Duration processorOf(Request request) throws IOException {
        for (int i = 0; i < WARM_UP; i++) {
            request.send(turn++);
        }
        var least = Duration.ofDays(1);
        for (int stretch = 0; stretch < STRETCHES; stretch++) {
            var before = application.processorTime();
            for (int i = 0; i < MEASURED; i++) {
                request.send(turn++);
            }
            var mean = application.processorTime().minus(before).dividedBy(MEASURED);
            least = mean.compareTo(least) < 0 ? mean : least;
        }
        return least;
    }
}
