import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.List;
import java.util.regex.Pattern;

/**
 * Looks at every main view of a running demo, and changes an item, some times: for {@code ./ladder}
 * while it prepares a fast start. A virtual machine that learned from a start alone would compile
 * pages by what they look like at their first sight, and stay slower by a quarter for good.
 *
 * <p>{@code java tools/Visits.java http://localhost:8080 25}
 */
final class Visits {
    private static final Pattern CSRF = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"");

    private static final Duration PATIENCE = Duration.ofSeconds(20);

    private static final List<String> PAGES =
            List.of(
                    "/actuator/health",
                    "/MSF/ladder?from=epic&panel=0",
                    "/MSF/ladder?from=epic&at=MSF14&panel=1",
                    "/MSF/outline",
                    "/MSF/rank?level=story",
                    "/MSF/agenda",
                    "/MSF/bench",
                    "/MSF/map",
                    "/MSF/sprint",
                    "/MSF/load",
                    "/MSF/board",
                    "/MSF/progress",
                    "/MSF/flow",
                    "/MSF/goals",
                    "/MSF/threads?item=MSF14",
                    "/MSF/history",
                    "/items/MSF14",
                    "/find?q=boarding");

    /** A server that has changed only a few items takes half as much again for each of the next thousand. */
    private static final int CHANGES = 8;

    private static final int ITEMS = 100;

    private final HttpClient client =
            HttpClient.newBuilder().cookieHandler(new CookieManager()).build();
    private final String base;

    private Visits(String base) {
        this.base = base;
    }

    public static void main(String[] arguments) throws Exception {
        var visits = new Visits(arguments[0]);
        visits.signIn();
        int rounds = Integer.parseInt(arguments[1]);
        for (int round = 1; round <= rounds; round++) {
            for (var page : PAGES) {
                visits.send(
                        "GET",
                        page,
                        BodyPublishers.noBody(),
                        "HX-Request",
                        "true",
                        "Accept-Encoding",
                        "gzip");
            }
            for (int turn = 1; turn <= CHANGES; turn++) {
                visits.change(round * CHANGES + turn);
            }
        }
    }

    /** Somebody's title or place is another than it was. */
    private void change(int turn) throws IOException, InterruptedException {
        var item = "/api/v1/items/MSF" + (1 + turn % ITEMS);
        ask("PATCH", item, "{\"title\":\"Turn %d\"}".formatted(turn));
        ask("POST", item + "/move", "{\"to\":\"%s\"}".formatted(turn % 2 == 0 ? "first" : "last"));
    }

    private void ask(String method, String path, String body)
            throws IOException, InterruptedException {
        send(
                method,
                path,
                BodyPublishers.ofString(body),
                "Content-Type",
                "application/json",
                "Authorization",
                "Bearer demo-token");
    }

    private void signIn() throws IOException, InterruptedException {
        var csrf = CSRF.matcher(send("GET", "/sign-in", BodyPublishers.noBody()));
        if (!csrf.find()) {
            throw new IOException("nobody can sign in at " + base);
        }
        send(
                "POST",
                "/sign-in/as",
                BodyPublishers.ofString("handle=ines.rowe&_csrf=" + csrf.group(1)),
                "Content-Type",
                "application/x-www-form-urlencoded");
    }

    private String send(String method, String path, BodyPublisher body, String... headers)
            throws IOException, InterruptedException {
        var request =
                HttpRequest.newBuilder(URI.create(base + path))
                        .timeout(PATIENCE)
                        .method(method, body);
        if (headers.length > 0) {
            request.headers(headers);
        }
        var answer = client.send(request.build(), BodyHandlers.ofString());
        if (answer.statusCode() >= 400) {
            System.err.println(method + " " + path + ": " + answer.statusCode());
        }
        return answer.body();
    }
}
