package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.zip.GZIPInputStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What pages look like on their way. */
public class CompressedPagesIntegrationTests extends RunningDemo {
    private static final String PAGE = "/sign-in";

    private HttpResponse<byte[]> get(String method, String accepted) throws Exception {
        try (var client = HttpClient.newHttpClient()) {
            return client.send(
                    HttpRequest.newBuilder(URI.create("http://localhost:" + port + PAGE))
                            .method(method, HttpRequest.BodyPublishers.noBody())
                            .header("Accept-Encoding", accepted)
                            .build(),
                    BodyHandlers.ofByteArray());
        }
    }

    private static String header(HttpResponse<?> answer, String name) {
        return answer.headers().firstValue(name).orElse("");
    }

    private static String unpacked(byte[] body) throws IOException {
        try (var gzip = new GZIPInputStream(new ByteArrayInputStream(body))) {
            return new String(gzip.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Test
    public void pageShouldBeCompressedForThoseWhoTakeIt() throws Exception {
        var answer = get("GET", "deflate, gzip;q=0.5");
        assertThat(header(answer, "Content-Encoding")).isEqualTo("gzip");
        assertThat(header(answer, "Vary")).isEqualToIgnoringCase("Accept-Encoding");
        assertThat(unpacked(answer.body())).startsWith("<!doctype html>").endsWith("</html>\n");
        assertThat(get("HEAD", "gzip").body()).isEmpty();
    }

    @DataProvider
    public Object[][] refused() {
        return new Object[][] {{"gzip;q=0"}, {"br"}, {"identity"}};
    }

    @Test(dataProvider = "refused")
    public void pageShouldComeAsItIsForOthers(String accepted) throws Exception {
        var answer = get("GET", accepted);
        assertThat(header(answer, "Content-Encoding")).isEmpty();
        assertThat(new String(answer.body(), StandardCharsets.UTF_8)).endsWith("</html>\n");
    }
}
