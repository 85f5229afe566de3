package greenladder.bench;

import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Semaphore;

/** Open Ladders of several people, each with a stream on which it is told of changes. */
final class Watchers implements AutoCloseable {
    private static final int PEOPLE = 5;

    private final int pages;
    private final List<Visitor> people = new ArrayList<>();
    private final Semaphore open = new Semaphore(0);
    private final Semaphore told = new Semaphore(0);
    private final List<CompletableFuture<?>> listening = new ArrayList<>();

    /**
     * @param pages may be none
     */
    Watchers(String base, int pages) {
        this.pages = pages;
        for (int person = 1; person <= Math.min(PEOPLE, pages); person++) {
            people.add(Visitor.signedIn(base, person));
        }
        var request = HttpRequest.newBuilder(URI.create(base + "/live?view=ladder")).build();
        for (int page = 0; page < pages; page++) {
            var visitor = people.get(page % PEOPLE);
            listening.add(
                    visitor.http()
                            .sendAsync(request, BodyHandlers.ofLines())
                            .thenAcceptAsync(
                                    answer -> answer.body().forEach(this::hear),
                                    task -> Thread.ofVirtual().start(task)));
        }
        open.acquireUninterruptibly(pages);
    }

    /** Waits until all are told of one change. */
    void await() {
        told.acquireUninterruptibly(pages);
    }

    private void hear(String line) {
        if (line.equals("event:hello")) {
            open.release();
        } else if (line.equals("event:changed")) {
            told.release();
        }
    }

    @Override
    public void close() {
        // Whoever signs out ends the streams of that session.
        people.forEach(visitor -> {
            visitor.get("/settings");
            visitor.post("/sign-out", Map.of());
        });
        listening.forEach(one -> one.exceptionally(any -> null).join());
    }
}
