package greenladder.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpServletResponseWrapper;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintWriter;
import java.util.regex.Pattern;
import java.util.zip.Deflater;
import java.util.zip.GZIPOutputStream;
import org.jspecify.annotations.Nullable;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Compresses pages as fast as can be. The server's own compression, which all else goes through,
 * knows no level: it makes a page a fifth smaller and takes three times as long, which was a third
 * of what a page costs.
 */
@Component
@Order(Ordered.LOWEST_PRECEDENCE)
final class CompressedPages extends OncePerRequestFilter {
    /** Pages of fewer bytes are sent as they are. */
    private static final int LEAST = 1024;

    private static final int USUAL_GAIN = 6;
    private static final int BUFFER = 8 * 1024;
    private static final String GZIP = "gzip";

    /** Named, and not with a weight of nought. */
    private static final Pattern ACCEPTED =
            Pattern.compile("\\bgzip\\b(?!\\s*;\\s*q=0(\\.0*)?\\s*(,|$))");

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        var accepted = request.getHeader(HttpHeaders.ACCEPT_ENCODING);
        if (accepted == null || !ACCEPTED.matcher(accepted).find()) {
            chain.doFilter(request, response);
            return;
        }
        var compressed = new Compressed(response);
        chain.doFilter(request, compressed);
        compressed.end();
    }

    /** Keeps what is written of a page until it is whole. */
    private static final class Compressed extends HttpServletResponseWrapper {
        private @Nullable Utf8Page page;
        private @Nullable PrintWriter writer;

        Compressed(HttpServletResponse response) {
            super(response);
        }

        @Override
        public PrintWriter getWriter() throws IOException {
            if (page == null && isPage()) {
                page = new Utf8Page();
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
            page = null;
            writer = null;
        }

        @Override
        public void reset() {
            super.reset();
            page = null;
            writer = null;
        }

        void end() throws IOException {
            if (page == null || isCommitted()) {
                return;
            }
            var bytes = page.bytes();
            addHeader(HttpHeaders.VARY, HttpHeaders.ACCEPT_ENCODING);
            if (bytes.length >= LEAST) {
                setHeader(HttpHeaders.CONTENT_ENCODING, GZIP);
                bytes = compressed(bytes);
            }
            setContentLength(bytes.length);
            getOutputStream().write(bytes);
        }
    }

    private static byte[] compressed(byte[] page) throws IOException {
        var bytes = new ByteArrayOutputStream(page.length / USUAL_GAIN);
        try (var gzip = new Gzip(bytes)) {
            gzip.write(page);
        }
        return bytes.toByteArray();
    }

    private static final class Gzip extends GZIPOutputStream {
        Gzip(OutputStream out) throws IOException {
            super(out, BUFFER);
            def.setLevel(Deflater.BEST_SPEED);
        }
    }
}
