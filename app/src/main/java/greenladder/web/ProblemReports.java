package greenladder.web;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.apache.catalina.Container;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ErrorReportValve;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.core.Ordered;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;

/**
 * What the server refuses before the application sees it, such as a path that cannot be decoded, is
 * answered as a problem to programs and in plain words to people, with the safety headers.
 */
@Component
class ProblemReports implements WebServerFactoryCustomizer<TomcatServletWebServerFactory>, Ordered {
    private static final String PROGRAMS = "/api/";

    @Override
    public int getOrder() {
        return Ordered.LOWEST_PRECEDENCE;
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        factory.addContextCustomizers(context -> {
            Container host = context.getParent();
            host.getPipeline().addValve(new Report());
        });
    }

    private static final class Report extends ErrorReportValve {
        @Override
        protected void report(Request request, Response response, @Nullable Throwable throwable) {
            int status = response.getStatus();
            if (status < HttpStatus.BAD_REQUEST.value()
                    || response.getContentWritten() > 0
                    || !response.setErrorReported()) {
                return;
            }
            var words = wordsOf(status);
            boolean program = String.valueOf(request.getRequestURI()).startsWith(PROGRAMS);
            response.setHeader("X-Content-Type-Options", "nosniff");
            response.setHeader("Content-Security-Policy", "default-src 'none'");
            response.setHeader("Referrer-Policy", "same-origin");
            response.setContentType(
                    program
                            ? MediaType.APPLICATION_PROBLEM_JSON_VALUE
                            : MediaType.TEXT_PLAIN_VALUE);
            response.setCharacterEncoding(StandardCharsets.UTF_8.name());
            try (var out = response.getReporter()) {
                if (out != null) {
                    out.write(
                            program
                                    ? "{\"type\":\"refused\",\"title\":\"%s\",\"status\":%d,\"detail\":\"%s\"}"
                                            .formatted(words, status, "The request was refused.")
                                    : words);
                    response.finishResponse();
                }
            } catch (IOException e) {
                // Whoever asked is gone.
            }
        }

        private static String wordsOf(int status) {
            var known = HttpStatus.resolve(status);
            return known == null ? "Refused" : known.getReasonPhrase();
        }
    }
}
