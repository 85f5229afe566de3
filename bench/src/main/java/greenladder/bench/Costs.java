package greenladder.bench;

import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * What a request of each kind costs the server in processor time, beside one of the health page in
 * the same run: unlike times, that is much the same on a busy machine. One reader, one request
 * after the other. All are measured in turn, and then in turn again: so what a machine does to one
 * minute is done to all of them, and each round begins after the changes of the one before. How
 * much of it is compiled depends on how often each was sent, the same for all: once when it is
 * warm, and once again after many more.
 */
final class Costs {
    /** So often each kind is sent before it is measured. */
    static final int WARM = 100;

    /** So often once more, until it is measured again. */
    static final int LATER = 1000;

    private static final int ROUNDS = 5;
    private static final int MEASURED = 100;
    private static final int PAGES = 50;

    /** In so many portions the health page is measured, which all are held against. */
    private static final int PORTIONS = 5;

    private final Application application;
    private final Visitor visitor;
    private final int items;
    private final String token;
    private final List<Kind> kinds = new ArrayList<>();
    private int turn;

    /**
     * What a request of a kind costs.
     *
     * @param timesHealth how many times the health page
     */
    record Cost(Duration processor, double timesHealth) {}

    /**
     * @param most how many times the health page it may cost when it is warm; 0 where nothing is
     *     wanted
     */
    record Costing(String request, double most, Cost warm, Cost later) {
        boolean met() {
            return most == 0 || warm.timesHealth() <= most;
        }
    }

    private interface Request {
        void send(int turn);
    }

    /**
     * @param watching open pages that are told of it each time
     */
    private record Kind(String name, double most, int watching, Request request) {}

    Costs(Application application, int items, String token) {
        this.application = application;
        this.items = items;
        this.token = token;
        visitor = Visitor.signedIn(application.base(), 0);
    }

    List<Costing> measured() throws IOException {
        kind("The health page", 0, any -> visitor.get("/actuator/health"));
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
        kind("One field changed", 3, this::change);
        kind("One item moved", 3, this::move);
        kinds.add(
                new Kind(
                        "One change, shown in %d open Ladders".formatted(PAGES),
                        6,
                        PAGES,
                        this::change));
        then("a Ladder", 3 + 4, "/BIG/ladder?from=epic&at=BIG3&panel=1");
        then("a Rank", 3 + 6, "/BIG/rank?level=story");
        then("an Agenda", 3 + 4, "/BIG/agenda");
        then("a page of gaps", 3 + 6, "/BIG/gaps?kind=suspect");
        send(WARM);
        var warm = costs();
        send(LATER);
        var later = costs();
        return IntStream.range(0, kinds.size())
                .mapToObj(i ->
                        new Costing(
                                kinds.get(i).name(),
                                kinds.get(i).most(),
                                warm.get(i),
                                later.get(i)))
                .toList();
    }

    private void send(int times) throws IOException {
        for (var kind : kinds) {
            spent(kind, times);
        }
    }

    /** Of each kind the round in the middle. */
    private List<Cost> costs() throws IOException {
        var rounds = new ArrayList<List<Duration>>();
        for (int round = 1; round <= ROUNDS; round++) {
            rounds.add(round());
        }
        var middle =
                IntStream.range(0, kinds.size())
                        .mapToObj(i ->
                                rounds.stream()
                                        .map(round -> round.get(i))
                                        .sorted()
                                        .toList()
                                        .get(ROUNDS / 2))
                        .toList();
        double health = middle.getFirst().toNanos();
        return middle.stream().map(one -> new Cost(one, one.toNanos() / health)).toList();
    }

    /** All kinds in turn; the health page no more often than they, and all over the round. */
    private List<Duration> round() throws IOException {
        var health = kinds.getFirst();
        var others = kinds.subList(1, kinds.size());
        var onHealth = Duration.ZERO;
        var means = new ArrayList<Duration>();
        for (int portion = 0; portion < PORTIONS; portion++) {
            onHealth = onHealth.plus(spent(health, MEASURED / PORTIONS));
            int from = others.size() * portion / PORTIONS;
            int to = others.size() * (portion + 1) / PORTIONS;
            for (var kind : others.subList(from, to)) {
                means.add(spent(kind, MEASURED).dividedBy(MEASURED));
            }
        }
        means.addFirst(onHealth.dividedBy(MEASURED));
        return means;
    }

    /**
     * A view that is fetched after a change has to make up for it: both together are to cost no
     * more than either may.
     */
    private void then(String view, double most, String path) {
        kind(
                "One change, and %s after it".formatted(view),
                most,
                turn -> {
                    change(turn);
                    visitor.get(path, "HX-Request", "true");
                });
    }

    private void page(String name, double most, String path, boolean fragment) {
        kind(
                name,
                most,
                any -> {
                    var answer =
                            fragment ? visitor.get(path, "HX-Request", "true") : visitor.get(path);
                    if (answer.status() != 200) {
                        throw new IllegalStateException(path + ": " + answer.status());
                    }
                });
    }

    private void kind(String name, double most, Request request) {
        kinds.add(new Kind(name, most, 0, request));
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

    private Duration spent(Kind kind, int times) throws IOException {
        try (var watchers = new Watchers(application.base(), kind.watching())) {
            var before = application.processorTime();
            for (int i = 0; i < times; i++) {
                kind.request().send(turn++);
                watchers.await();
            }
            return application.processorTime().minus(before);
        }
    }
}
