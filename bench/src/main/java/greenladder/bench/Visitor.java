package greenladder.bench;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.zip.GZIPInputStream;

/** One person's browser: its cookies, its token against forged forms, compressed answers. */
final class Visitor {
    private static final Pattern CSRF =
            Pattern.compile(
                    "name=\"_csrf\"[^>]*value=\"([^\"]+)\"|X-CSRF-TOKEN&quot;:&quot;([^&]+)");

    private final String base;
    private final HttpClient http;
    private String csrf = "";

    /**
     * @param wire bytes of the body as they came over the wire
     */
    record Answer(int status, String body, long wire, HttpResponse<byte[]> response) {
        String header(String name) {
            return response.headers().firstValue(name).orElse("");
        }
    }

    Visitor(String base) {
        this.base = base;
        this.http =
                HttpClient.newBuilder()
                        .cookieHandler(new CookieManager())
                        .followRedirects(HttpClient.Redirect.NORMAL)
                        .version(HttpClient.Version.HTTP_1_1)
                        .build();
    }

    /** One of the people of the made-up workspace, signed in. */
    static Visitor signedIn(String base, int person) {
        var visitor = new Visitor(base);
        // Where many sign in at once some are asked to come again.
        do {
            visitor.get("/sign-in");
            visitor.post(
                    "/sign-in",
                    Map.of("handle", Workspace.handle(person), "password", Workspace.PASSWORD));
        } while (visitor.get("/settings", "HX-Request", "true").status() != 200);
        return visitor;
    }

    HttpClient http() {
        return http;
    }

    Answer get(String path, String... headers) {
        var answer = send(HttpRequest.newBuilder().GET(), path, headers);
        var match = CSRF.matcher(answer.body());
        if (match.find()) {
            csrf = match.group(1) != null ? match.group(1) : match.group(2);
        }
        return answer;
    }

    /** Posts a form; the page that it stands on has been visited. */
    Answer post(String path, Map<String, String> values, String... headers) {
        var form =
                values.entrySet().stream()
                        .map(one -> encode(one.getKey()) + "=" + encode(one.getValue()))
                        .collect(Collectors.joining("&"));
        var request =
                HttpRequest.newBuilder()
                        .POST(HttpRequest.BodyPublishers.ofString(form + "&_csrf=" + encode(csrf)))
                        .header("Content-Type", "application/x-www-form-urlencoded");
        return send(request, path, headers);
    }

    Answer api(String method, String path, String json, String token) {
        var request =
                HttpRequest.newBuilder()
                        .method(
                                method,
                                json.isEmpty()
                                        ? HttpRequest.BodyPublishers.noBody()
                                        : HttpRequest.BodyPublishers.ofString(json))
                        .header("Content-Type", "application/json")
                        .header("Authorization", "Bearer " + token);
        return send(request, "/api/v1" + path);
    }

    private Answer send(HttpRequest.Builder request, String path, String... headers) {
        try {
            request.uri(URI.create(base + path)).header("Accept-Encoding", "gzip");
            for (int i = 0; i < headers.length; i += 2) {
                request.header(headers[i], headers[i + 1]);
            }
            var response = http.send(request.build(), BodyHandlers.ofByteArray());
            boolean zipped =
                    response.headers().firstValue("Content-Encoding").orElse("").equals("gzip");
            var bytes = response.body();
            var plain =
                    zipped
                            ? new GZIPInputStream(new ByteArrayInputStream(bytes)).readAllBytes()
                            : bytes;
            return new Answer(
                    response.statusCode(),
                    new String(plain, StandardCharsets.UTF_8),
                    bytes.length,
                    response);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private static String encode(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }
}
