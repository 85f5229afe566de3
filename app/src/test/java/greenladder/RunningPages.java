package greenladder;

import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.people.People;
import java.io.UnsupportedEncodingException;
import java.net.URI;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.test.web.servlet.assertj.MockMvcTester;

/** The pages of the demo, asked for and posted to as its people do. */
public abstract class RunningPages extends RunningDemo {
    @Autowired private MockMvcTester mvc;
    @Autowired private People people;

    /**
     * @param body what is shown, and what the page is told beside it
     */
    protected record Answer(int status, String body) {}

    /**
     * @param parameters names and values by turns
     */
    protected Answer send(HttpMethod method, String who, String path, String... parameters) {
        var request =
                mvc.method(method)
                        .uri(path)
                        .with(user(people.findByHandle(who).orElseThrow()))
                        .with(csrf())
                        .header("HX-Request", "true");
        for (int i = 0; i < parameters.length; i += 2) {
            request = request.param(parameters[i], parameters[i + 1]);
        }
        try {
            var response = request.exchange().getResponse();
            return new Answer(
                    response.getStatus(),
                    response.getContentAsString()
                            + String.valueOf(response.getHeader("HX-Trigger")));
        } catch (UnsupportedEncodingException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Where a page leads on to; null where it does not. */
    protected @Nullable String redirect(String who, String path) {
        return mvc.get()
                .uri(URI.create(path))
                .with(user(people.findByHandle(who).orElseThrow()))
                .exchange()
                .getResponse()
                .getRedirectedUrl();
    }

    protected String get(String who, String path) {
        return send(HttpMethod.GET, who, path).body();
    }

    protected Answer post(String who, String path, String... parameters) {
        return send(HttpMethod.POST, who, path, parameters);
    }
}
