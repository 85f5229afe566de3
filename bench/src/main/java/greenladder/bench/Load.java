package greenladder.bench;

import greenladder.bench.Visitor.Answer;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * People at work: each signed in with a session and an open stream of events, reading and writing
 * with one to three seconds between two acts, and fetching their view anew, as the page does, when
 * an event names something that it shows.
 */
final class Load {
    private static final String FRAGMENT = "HX-Request";
    private static final long FAR_NANOS = 5_000_000_000L;
    private static final Pattern CARD = Pattern.compile("id=\"card-([A-Z0-9]+)\"");
    private static final Pattern COLUMN = Pattern.compile("data-column=\"([A-Za-z0-9-]+)\"");

    private final String base;
    private final int people;
    private final int items;
    private final String token;
    private final Latencies latencies = new Latencies();
    private final AtomicBoolean over = new AtomicBoolean();

    Load(String base, int people, int items, String token) {
        this.base = base;
        this.people = people;
        this.items = items;
        this.token = token;
    }

    Latencies run(Duration time) throws InterruptedException {
        try (var crowd = Executors.newVirtualThreadPerTaskExecutor()) {
            for (int person = 0; person < people; person++) {
                int number = person;
                crowd.submit(() -> work(number));
            }
            Thread.sleep(time);
            over.set(true);
            crowd.shutdownNow();
        }
        return latencies;
    }

    private void work(int person) {
        var random = new Random(person);
        var visitor = new Visitor(base);
        visitor.get("/sign-in");
        visitor.post(
                "/sign-in",
                Map.of("handle", Workspace.handle(person), "password", Workspace.PASSWORD));
        var place = new AtomicReference<>(place(random));
        var shown = new AtomicReference<Set<String>>(Set.of());
        var kept = new AtomicReference<>("");
        look(timed("Ladder, whole page", () -> visitor.get(place.get())), shown, kept);
        Thread.ofVirtual().start(() -> listen(visitor, place, shown, kept));
        try {
            while (!over.get()) {
                Thread.sleep(1000 + random.nextInt(2000));
                act(visitor, random, place, shown, kept);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (RuntimeException e) {
            if (!over.get()) {
                latencies.add("broken off", 0, 0, true);
            }
        }
    }

    private void act(
            Visitor visitor,
            Random random,
            AtomicReference<String> place,
            AtomicReference<Set<String>> shown,
            AtomicReference<String> kept) {
        int turn = random.nextInt(100);
        if (turn < 40) {
            place.set(place(random));
            look(
                    timed("Ladder, another place", () -> visitor.get(place.get(), FRAGMENT, "true")),
                    shown,
                    kept);
        } else if (turn < 48) {
            timed(
                    "Ladder, a whole level",
                    () ->
                            visitor.get(
                                    "/BIG/ladder?from=%s&panel=0"
                                            .formatted(
                                                    List.of("story", "task", "feature")
                                                            .get(random.nextInt(3))),
                                    FRAGMENT,
                                    "true"));
        } else if (turn < 55) {
            timed("Item page", () -> visitor.get("/items/" + key(random), FRAGMENT, "true"));
        } else if (turn < 60) {
            timed(
                    "Threads",
                    () -> visitor.get("/BIG/threads?item=" + key(random), FRAGMENT, "true"));
        } else if (turn < 65) {
            timed(
                    "Find",
                    () -> visitor.get("/find?q=story+" + random.nextInt(items), FRAGMENT, "true"));
        } else if (turn < 68) {
            timed(
                    "API, a page of items",
                    () ->
                            visitor.api(
                                    "GET", "/products/BIG/items?level=story&limit=100", "", token));
        } else if (turn < 88) {
            timed("Change, one field", () -> edit(visitor, random));
        } else if (turn < 94) {
            timed("Change, a move", () -> move(visitor, random));
        } else if (turn < 97) {
            timed(
                    "Change, taken back",
                    () -> visitor.post("/operations/undo-last", Map.of(), FRAGMENT, "true"));
        } else {
            timed(
                    "Change, a new item",
                    () ->
                            visitor.post(
                                    "/items/add",
                                    Map.of(
                                            "product", "BIG",
                                            "level", "story",
                                            "title", "Added under load",
                                            "parent", ""),
                                    FRAGMENT,
                                    "true"));
        }
    }

    private Answer edit(Visitor visitor, Random random) {
        return visitor.post(
                "/items/edit",
                Map.of(
                        "keys", key(random),
                        "field", "state",
                        "value", List.of("to-do", "under-way", "done").get(random.nextInt(3))),
                FRAGMENT,
                "true");
    }

    private Answer move(Visitor visitor, Random random) {
        return visitor.post(
                "/items/move",
                Map.of("keys", key(random), "to", random.nextBoolean() ? "first" : "last"),
                FRAGMENT,
                "true");
    }

    private void listen(
            Visitor visitor,
            AtomicReference<String> place,
            AtomicReference<Set<String>> shown,
            AtomicReference<String> kept) {
        try {
            var request = HttpRequest.newBuilder(URI.create(base + "/live")).build();
            var lines = visitor.http().send(request, BodyHandlers.ofLines()).body();
            var each = lines.iterator();
            long last = 0;
            while (!over.get() && each.hasNext()) {
                var line = each.next();
                if (!line.startsWith("data:") || !line.contains("\"products\"")) {
                    continue;
                }
                // As the page does: at once where a shown item changed, else at most every five seconds.
                boolean near = shown.get().stream().anyMatch(line::contains);
                if (near || System.nanoTime() - last > FAR_NANOS) {
                    last = System.nanoTime();
                    timed(
                            near ? "Ladder, a shown item changed" : "Ladder, totals changed",
                            () ->
                                    visitor.get(
                                            place.get() + (near ? "" : "&kept=" + kept.get()),
                                            FRAGMENT,
                                            "true"));
                }
            }
        } catch (java.io.IOException | java.io.UncheckedIOException e) {
            if (!over.get()) {
                latencies.add("stream broken", 0, 0, true);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** What a page shows: the keys of its cards, and its columns. */
    private static void look(
            Answer answer, AtomicReference<Set<String>> shown, AtomicReference<String> kept) {
        shown.set(
                CARD.matcher(answer.body())
                        .results()
                        .map(found -> "\"" + found.group(1) + "\"")
                        .collect(Collectors.toSet()));
        kept.set(
                COLUMN.matcher(answer.body())
                        .results()
                        .map(found -> found.group(1))
                        .collect(Collectors.joining(",")));
    }

    private Answer timed(String kind, Supplier<Answer> request) {
        long began = System.nanoTime();
        var answer = request.get();
        long took = System.nanoTime() - began;
        // What somebody else changed since, or nothing left to take back, is a proper answer.
        boolean failed =
                answer.status() >= 400 && answer.status() != 422 && answer.status() != 409;
        latencies.add(kind, took, answer.wire(), failed);
        return answer;
    }

    private String place(Random random) {
        return "/BIG/ladder?from=%s&at=%s&panel=1"
                .formatted(random.nextBoolean() ? "epic" : "feature", key(random));
    }

    private String key(Random random) {
        return "BIG" + (1 + random.nextInt(items));
    }
}
