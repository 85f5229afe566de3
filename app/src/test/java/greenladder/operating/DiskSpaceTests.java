package greenladder.operating;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.mock.web.MockFilterChain;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.testng.annotations.Test;

public class DiskSpaceTests {
    private static final Instant START = Instant.parse("2026-05-04T09:00:00Z");

    private static int statusOf(DiskSpace space, String method) throws Exception {
        var response = new MockHttpServletResponse();
        space.doFilter(
                new MockHttpServletRequest(method, "/items/edit"), response, new MockFilterChain());
        return response.getStatus();
    }

    private static DiskSpace space(AtomicLong free, long second) {
        var clock = Clock.fixed(START.plusSeconds(second), ZoneOffset.UTC);
        return new DiskSpace(100, true, free::get, clock);
    }

    @Test
    public void writesWhenTheDiskIsNearlyFullShouldBeRefusedInWords() throws Exception {
        var free = new AtomicLong(99);
        var space = space(free, 0);
        assertThat(statusOf(space, "POST")).isEqualTo(507);
        assertThat(statusOf(space, "GET")).as("reading goes on").isEqualTo(200);
    }

    @Test
    public void signingInWhenTheDiskIsNearlyFullShouldGoOn() throws Exception {
        var response = new MockHttpServletResponse();
        space(new AtomicLong(99), 0)
                .doFilter(
                        new MockHttpServletRequest("POST", "/sign-in"),
                        response,
                        new MockFilterChain());
        assertThat(response.getStatus()).isEqualTo(200);
    }

    @Test
    public void writesWhenThereIsSpaceAgainShouldGoOn() throws Exception {
        var free = new AtomicLong(99);
        assertThat(statusOf(space(free, 0), "POST")).isEqualTo(507);
        free.set(101);
        assertThat(statusOf(space(free, 5), "POST")).isEqualTo(200);
    }

    @Test
    public void workspaceInMemoryShouldNotAskTheDisk() throws Exception {
        var space = new DiskSpace(100, false, () -> 0, Clock.systemUTC());
        assertThat(statusOf(space, "POST")).isEqualTo(200);
    }
}
