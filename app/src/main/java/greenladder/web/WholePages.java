package greenladder.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpServletResponseWrapper;
import java.io.IOException;
import java.io.PrintWriter;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Sends a page when it is whole, so that one that fails half-way is answered as an error, and
 * compressed as fast as can be. The server's own compression, which all else goes through, knows no
 * level: it makes a page a fifth smaller and takes three times as long, which was a third of what a
 * page costs.
 */
@Component
@Order(Ordered.LOWEST_PRECEDENCE)
final class WholePages extends OncePerRequestFilter {
    /** Pages of fewer bytes are sent as they are. */
    private static final int LEAST = 1024;

    private static final String GZIP = "gzip";

    /** Named, and not with a weight of nought. */
    private static final Pattern ACCEPTED =
            Pattern.compile("\\bgzip\\b(?!\\s*;\\s*q=0(\\.0*)?\\s*(,|$))");

    private final PackedPieces packs;

    WholePages(PackedPieces packs) {
        this.packs = packs;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        var page = new Page(response, packs, isGzipAccepted(request));
        chain.doFilter(request, page);
        page.end();
    }

    private static boolean isGzipAccepted(HttpServletRequest request) {
        var accepted = request.getHeader(HttpHeaders.ACCEPT_ENCODING);
        return accepted != null && ACCEPTED.matcher(accepted).find();
    }

    /** Keeps what is written of a page until it is whole. */
    private static final class Page extends HttpServletResponseWrapper {
        private final PackedPieces packs;
        private final boolean isGzipAccepted;
        private @Nullable Utf8Page page;
        private @Nullable PrintWriter writer;

        Page(HttpServletResponse response, PackedPieces packs, boolean isGzipAccepted) {
            super(response);
            this.packs = packs;
            this.isGzipAccepted = isGzipAccepted;
        }

        @Override
        public PrintWriter getWriter() throws IOException {
            if (page == null && isPage()) {
                page = new Utf8Page(packs);
                writer = new PrintWriter(page);
            }
            return writer == null ? super.getWriter() : writer;
        }

        private boolean isPage() {
            var type = getContentType();
            return type != null && type.startsWith(MediaType.TEXT_HTML_VALUE);
        }

        @Override
        public void resetBuffer() {
            super.resetBuffer();
            forget();
        }

        @Override
        public void reset() {
            super.reset();
            forget();
        }

        @Override
        public void sendError(int status) throws IOException {
            forget();
            super.sendError(status);
        }

        @Override
        public void sendError(int status, String message) throws IOException {
            forget();
            super.sendError(status, message);
        }

        private void forget() {
            page = null;
            writer = null;
        }

        void end() throws IOException {
            if (page == null || isCommitted()) {
                return;
            }
            var parts = page.parts();
            int length = parts.stream().mapToInt(part -> part.utf8().length).sum();
            addHeader(HttpHeaders.VARY, HttpHeaders.ACCEPT_ENCODING);
            if (isGzipAccepted && length >= LEAST) {
                setHeader(HttpHeaders.CONTENT_ENCODING, GZIP);
                var bytes = Gzip.of(parts);
                setContentLength(bytes.length);
                getOutputStream().write(bytes);
            } else {
                setContentLength(length);
                for (var part : parts) {
                    getOutputStream().write(part.utf8());
                }
            }
        }
    }
}
