package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalStateException;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletResponse;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.testng.annotations.Test;

/** A page comes whole or not at all. */
public class WholePagesTests {
    private static void answer(MockHttpServletResponse response, FilterChain chain)
            throws Exception {
        new WholePages(new PackedPieces()).doFilter(new MockHttpServletRequest(), response, chain);
    }

    private static void beginPage(ServletResponse response) throws IOException {
        response.setContentType(MediaType.TEXT_HTML_VALUE + ";charset=UTF-8");
        response.getWriter().write("<p>Half of a page");
    }

    @Test
    public void pageShouldComeAsItWasWritten() throws Exception {
        var response = new MockHttpServletResponse();
        answer(response, (_, given) -> beginPage(given));
        assertThat(response.getContentAsString()).isEqualTo("<p>Half of a page");
        assertThat(response.getContentLength()).isEqualTo("<p>Half of a page".length());
    }

    @Test
    public void nothingShouldComeOfPageThatFailsHalfWay() throws Exception {
        var response = new MockHttpServletResponse();
        assertThatIllegalStateException()
                .isThrownBy(() ->
                        answer(
                                response,
                                (_, given) -> {
                                    beginPage(given);
                                    throw new IllegalStateException("a figure is missing");
                                }));
        assertThat(response.isCommitted()).isFalse();
        assertThat(response.getContentAsString()).isEmpty();
    }

    @Test
    public void nothingShouldComeOfPageThatBecomesError() throws Exception {
        var response = new MockHttpServletResponse();
        answer(
                response,
                (_, given) -> {
                    beginPage(given);
                    ((HttpServletResponse) given).sendError(HttpServletResponse.SC_CONFLICT);
                });
        assertThat(response.getStatus()).isEqualTo(HttpServletResponse.SC_CONFLICT);
        assertThat(response.getContentAsString()).isEmpty();
    }
}
