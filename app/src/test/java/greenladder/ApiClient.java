package greenladder;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.concurrent.atomic.AtomicInteger;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Calls the interface for programs as a program would. Bodies are JSON in which ' stands for ". */
public record ApiClient(String base, String token) {
    private static final HttpClient HTTP = HttpClient.newHttpClient();
    private static final JsonMapper JSON = new JsonMapper();
    private static final AtomicInteger CODES = new AtomicInteger();

    public record Answer(int status, JsonNode body, HttpResponse<String> response) {
        public String header(String name) {
            return response.headers().firstValue(name).orElse("");
        }
    }

    public Answer get(String path) {
        return send("GET", path, null);
    }

    public Answer post(String path, String body) {
        return send("POST", path, body);
    }

    public Answer patch(String path, String body, String... headers) {
        return send("PATCH", path, body, headers);
    }

    public Answer delete(String path) {
        return send("DELETE", path, null);
    }

    /** A product of its own for a test; gives its code. */
    public String newProduct() {
        int number = CODES.incrementAndGet();
        var code = "T" + (char) ('A' + number / 26) + (char) ('A' + number % 26);
        var answer = post("/products", "{'code':'%s','name':'Test %s'}".formatted(code, code));
        if (answer.status() != 201) {
            throw new AssertionError(answer.body().toString());
        }
        return code;
    }

    /** Gives a product the formula that most of the samples score by. */
    public void score(String product) {
        send(
                "PUT",
                "/products/" + product + "/refining",
                "{'formula':'impact * confidence * ease'}");
    }

    public Answer send(String method, String path, String body, String... headers) {
        try {
            var publisher =
                    body == null
                            ? HttpRequest.BodyPublishers.noBody()
                            : HttpRequest.BodyPublishers.ofString(body.replace('\'', '"'));
            var request =
                    HttpRequest.newBuilder(URI.create(base + "/api/v1" + path))
                            .method(method, publisher)
                            .header("Content-Type", "application/json");
            if (!token.isEmpty()) {
                request.header("Authorization", "Bearer " + token);
            }
            for (int i = 0; i < headers.length; i += 2) {
                request.setHeader(headers[i], headers[i + 1]);
            }
            var response = HTTP.send(request.build(), HttpResponse.BodyHandlers.ofString());
            return new Answer(
                    response.statusCode(),
                    JSON.readTree(response.body().isEmpty() ? "{}" : response.body()),
                    response);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
