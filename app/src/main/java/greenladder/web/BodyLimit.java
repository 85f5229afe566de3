package greenladder.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Takes no body larger than the largest bulk can be, and next to nothing from whoever is not signed
 * in. One that says its length is refused before it is read, one that does not is cut off where it
 * gets too long.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
final class BodyLimit extends OncePerRequestFilter {
    static final long MOST = 24L * 1024 * 1024;

    /** Of a form that somebody sends who is not signed in. */
    static final long MOST_OF_STRANGERS = 64L * 1024;

    private static final String CONTEXT =
            HttpSessionSecurityContextRepository.SPRING_SECURITY_CONTEXT_KEY;

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long length = request.getContentLengthLong();
        boolean stranger = isStranger(request);
        if (length > (stranger ? MOST_OF_STRANGERS : MOST)) {
            refuse(
                    response,
                    HttpStatus.CONTENT_TOO_LARGE,
                    "too-large",
                    stranger
                            ? "Requests are limited to 64 kB before sign-in."
                            : "Requests are limited to 24 MB.");
            return;
        }
        if (stranger && length < 0 && request.getHeader("Transfer-Encoding") != null) {
            refuse(
                    response,
                    HttpStatus.LENGTH_REQUIRED,
                    "length-needed",
                    "Before somebody is signed in, a request says how long it is.");
            return;
        }
        chain.doFilter(
                request.getContentLengthLong() < 0 ? new Counted(request) : request, response);
    }

    /** Whether neither a token comes along nor a session in which somebody signed in. */
    private static boolean isStranger(HttpServletRequest request) {
        var session = request.getSession(false);
        boolean token =
                request.getRequestURI().startsWith(request.getContextPath() + "/api/")
                        && request.getHeader("Authorization") != null;
        return !token && (session == null || session.getAttribute(CONTEXT) == null);
    }

    private static void refuse(
            HttpServletResponse response, HttpStatus status, String type, String detail)
            throws IOException {
        response.setStatus(status.value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.setHeader("Connection", "close");
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.getWriter()
                .write(
                        "{\"type\":\"%s\",\"title\":\"%s\",\"status\":%d,\"detail\":\"%s\"}"
                                .formatted(type, status.getReasonPhrase(), status.value(), detail));
    }

    /** A request whose body is counted while it is read. */
    private static final class Counted extends HttpServletRequestWrapper {
        Counted(HttpServletRequest request) {
            super(request);
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            var whole = super.getInputStream();
            return new ServletInputStream() {
                private long read;

                @Override
                public int read() throws IOException {
                    int one = whole.read();
                    count(one < 0 ? 0 : 1);
                    return one;
                }

                @Override
                public int read(byte[] bytes, int from, int length) throws IOException {
                    int some = whole.read(bytes, from, length);
                    count(Math.max(0, some));
                    return some;
                }

                private void count(int more) throws IOException {
                    read += more;
                    if (read > MOST) {
                        throw new IOException("the body is larger than " + MOST + " bytes");
                    }
                }

                @Override
                public boolean isFinished() {
                    return whole.isFinished();
                }

                @Override
                public boolean isReady() {
                    return whole.isReady();
                }

                @Override
                public void setReadListener(ReadListener listener) {
                    whole.setReadListener(listener);
                }
            };
        }
    }
}
