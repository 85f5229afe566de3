package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.FilterChain;
import java.io.IOException;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.security.authentication.TestingAuthenticationToken;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** A request with a key is done once; what only reads is done each time. */
public class RepeatedRequestsTests {
    private static final int LARGE = 2_000_000;

    private final RepeatedRequests filter = new RepeatedRequests();

    private MockHttpServletResponse answer(String method, String key, FilterChain chain)
            throws Exception {
        var request = new MockHttpServletRequest(method, "/items/add");
        request.setUserPrincipal(new TestingAuthenticationToken("ines.rowe", ""));
        request.addHeader(RepeatedRequests.HEADER, key);
        var response = new MockHttpServletResponse();
        filter.doFilter(request, response, chain);
        return response;
    }

    private static FilterChain writing(AtomicInteger done, byte[] body) {
        return (request, response) -> {
            done.incrementAndGet();
            write(response, body);
        };
    }

    private static void write(jakarta.servlet.ServletResponse response, byte[] body)
            throws IOException {
        response.getOutputStream().write(body);
    }

    @DataProvider
    public Object[][] safe() {
        return new Object[][] {{"GET"}, {"HEAD"}, {"OPTIONS"}};
    }

    @Test(dataProvider = "safe")
    public void whatOnlyReadsShouldNotBeKept(String method) throws Exception {
        var done = new AtomicInteger();
        answer(method, "read-" + method, writing(done, new byte[1]));
        answer(method, "read-" + method, writing(done, new byte[1]));
        assertThat(done.get()).isEqualTo(2);
    }

    @Test
    public void largeAnswerShouldBeGivenAgainWhole() throws Exception {
        var done = new AtomicInteger();
        var body = "the same again and again ".repeat(LARGE / 25).getBytes();
        answer("POST", "bulk", writing(done, body));
        var second = answer("POST", "bulk", writing(done, body));
        assertThat(done.get()).isEqualTo(1);
        assertThat(second.getStatus()).isEqualTo(200);
        assertThat(second.getContentAsByteArray()).isEqualTo(body);
    }

    @Test
    public void answerThatIsTooLargeToBeKeptShouldBeKnownAsGiven() throws Exception {
        var done = new AtomicInteger();
        var body = new byte[LARGE];
        new Random(1).nextBytes(body);
        answer("POST", "noise", writing(done, body));
        var second = answer("POST", "noise", writing(done, body));
        assertThat(done.get()).isEqualTo(1);
        assertThat(second.getStatus()).isEqualTo(409);
        assertThat(second.getErrorMessage()).contains("already done");
    }

    @Test
    public void refusedRequestShouldBeTriedAgain() throws Exception {
        var done = new AtomicInteger();
        FilterChain refusing =
                (request, response) -> {
                    done.incrementAndGet();
                    ((jakarta.servlet.http.HttpServletResponse) response).setStatus(422);
                };
        answer("POST", "refused", refusing);
        answer("POST", "refused", refusing);
        assertThat(done.get()).isEqualTo(2);
    }
}
