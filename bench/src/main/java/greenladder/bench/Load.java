package greenladder.bench;

import greenladder.bench.Visitor.Answer;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * People at work: each signed in with a session and an open stream of events, reading and writing
 * with two to six seconds between two acts, and fetching their view anew, as the page does, when an
 * event names something that it shows.
 */
final class Load {
    private static final Pattern OPERATION = Pattern.compile("\"operation\":([1-9]\\d*)");

    private static final String FRAGMENT = "HX-Request";
    private static final Pattern CARD = Pattern.compile("id=\"card-([A-Z0-9]+)\"");

    private final String base;
    private final int people;
    private final int items;
    private final String token;
    private final List<Views.Visit> large;
    private final List<Views.Visit> small;
    private final Latencies latencies = new Latencies();
    private final AtomicBoolean measuring = new AtomicBoolean();
    private final AtomicBoolean over = new AtomicBoolean();

    Load(String base, int people, int items, String token) {
        this.base = base;
        this.people = people;
        this.items = items;
        this.token = token;
        this.large = Views.of(Workspace.PRODUCT, items);
        this.small = Views.of(Workspace.SMALL, Workspace.SMALL_ITEMS);
    }

    /** Works for a while, and after that for the time measured; all are signed in by then. */
    Latencies run(Duration warmUp, Duration time) throws InterruptedException {
        var in = new CountDownLatch(people);
        try (var crowd = Executors.newVirtualThreadPerTaskExecutor()) {
            for (int person = 0; person < people; person++) {
                int number = person;
                crowd.submit(() -> work(number, in));
            }
            in.await();
            Thread.sleep(warmUp);
            measuring.set(true);
            Thread.sleep(time);
            over.set(true);
            crowd.shutdownNow();
        }
        return latencies;
    }

    private void work(int person, CountDownLatch in) {
        var random = new Random(person);
        var visitor = Visitor.signedIn(base, person);
        in.countDown();
        var place = new AtomicReference<>(place(random));
        var shown = new AtomicReference<>(look(visitor.get(place.get())));
        Thread.ofVirtual().start(() -> listen(visitor, place, shown));
        try {
            while (!over.get()) {
                Thread.sleep(2000 + random.nextInt(4000));
                act(visitor, random, place, shown);
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
            AtomicReference<Map<String, Set<String>>> shown) {
        int turn = random.nextInt(100);
        if (turn < 4) {
            timed("Ladder, whole page", () -> visitor.get(place.get()));
        } else if (turn < 25) {
            place.set(place(random));
            shown.set(
                    look(
                            timed(
                                    "Ladder, another place",
                                    () -> visitor.get(place.get(), FRAGMENT, "true"))));
        } else if (turn < 75) {
            var views = random.nextInt(5) == 0 ? small : large;
            var view = views.get(random.nextInt(views.size()));
            timed(view.name(), () -> visitor.get(view.path().apply(random), FRAGMENT, "true"));
        } else if (turn < 78) {
            timed(
                    "API, a page of items",
                    () ->
                            new Visitor(base)
                                    .api(
                                            "GET",
                                            "/products/BIG/items?level=story&limit=100",
                                            "",
                                            token));
        } else if (turn < 90) {
            timed("Change, one field", () -> edit(visitor, random));
        } else if (turn < 95) {
            timed("Change, a move", () -> move(visitor, random));
        } else if (turn < 97) {
            var moved = OPERATION.matcher(move(visitor, random).header("HX-Trigger"));
            if (moved.find()) {
                var undo = "/operations/%s/undo".formatted(moved.group(1));
                timed("Change, taken back", () -> visitor.post(undo, Map.of(), FRAGMENT, "true"));
            }
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
            AtomicReference<Map<String, Set<String>>> shown) {
        try {
            var request = HttpRequest.newBuilder(URI.create(base + "/live")).build();
            var lines = visitor.http().send(request, BodyHandlers.ofLines()).body();
            var each = lines.iterator();
            var soon = new AtomicBoolean();
            var later = new AtomicBoolean();
            var changed = new ConcurrentLinkedQueue<String>();
            var random = new Random(place.hashCode());
            while (!over.get() && each.hasNext()) {
                var line = each.next();
                if (!line.startsWith("data:") || !line.contains("\"products\"")) {
                    continue;
                }
                boolean near =
                        shown.get().values().stream().flatMap(Set::stream).anyMatch(line::contains);
                var coming = near ? soon : later;
                changed.add(line);
                if (coming.compareAndSet(false, true)) {
                    long wait = near ? 60 + random.nextInt(200) : 5000 + random.nextInt(5000);
                    Thread.ofVirtual()
                            .start(() ->
                                    bringUpToDate(
                                            visitor, place, shown, near, wait, coming, changed));
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

    /**
     * As the page does: soon where a shown item changed, else some seconds later; columns and the
     * panel stay as they are drawn where nothing on them changed.
     */
    private void bringUpToDate(
            Visitor visitor,
            AtomicReference<String> place,
            AtomicReference<Map<String, Set<String>>> shown,
            boolean near,
            long wait,
            AtomicBoolean coming,
            ConcurrentLinkedQueue<String> changed) {
        try {
            Thread.sleep(wait);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return;
        }
        coming.set(false);
        var lines = String.join("", changed);
        changed.clear();
        var at = "\"" + place.get().replaceAll(".*at=([A-Z0-9]+).*", "$1") + "\"";
        var kept =
                shown.get().entrySet().stream()
                        .filter(column -> column.getValue().stream().noneMatch(lines::contains))
                        .map(Map.Entry::getKey)
                        .collect(Collectors.joining(","));
        timed(
                near ? "Ladder, a shown item changed" : "Ladder, totals changed",
                () ->
                        visitor.get(
                                place.get()
                                        + "&kept="
                                        + kept
                                        + (lines.contains(at) ? "" : ",panel"),
                                FRAGMENT,
                                "true"));
    }

    /** The cards that a page shows, by column. */
    private static Map<String, Set<String>> look(Answer answer) {
        var columns = new LinkedHashMap<String, Set<String>>();
        var parts = answer.body().split("data-column=\"");
        for (int i = 1; i < parts.length; i++) {
            columns.put(
                    parts[i].substring(0, parts[i].indexOf('"')),
                    CARD.matcher(parts[i])
                            .results()
                            .map(found -> "\"" + found.group(1) + "\"")
                            .collect(Collectors.toSet()));
        }
        return columns;
    }

    private Answer timed(String kind, Supplier<Answer> request) {
        long began = System.nanoTime();
        var answer = request.get();
        long took = System.nanoTime() - began;
        // What somebody else changed since, or nothing left to take back, is a proper answer.
        boolean failed = answer.status() >= 400 && answer.status() != 422 && answer.status() != 409;
        if (measuring.get()) {
            latencies.add(
                    failed ? "Failed with " + answer.status() + ": " + kind : kind,
                    took,
                    answer.wire(),
                    failed);
        }
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
