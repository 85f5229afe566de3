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
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Takes no body larger than the largest bulk can be. One that says its length is refused before it
 * is read, one that does not is cut off where it gets too long.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
final class BodyLimit extends OncePerRequestFilter {
    static final long MOST = 24L * 1024 * 1024;

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getContentLengthLong() > MOST) {
            response.setStatus(HttpStatus.CONTENT_TOO_LARGE.value());
            response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
            response.setHeader("Connection", "close");
            response.getWriter()
                    .write(
                            "{\"type\":\"too-large\",\"title\":\"Too large\",\"status\":413,"
                                    + "\"detail\":\"At most 24 MB are taken in one call.\"}");
            return;
        }
        chain.doFilter(
                request.getContentLengthLong() < 0 ? new Counted(request) : request, response);
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
