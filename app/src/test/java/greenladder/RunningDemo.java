package greenladder;

import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.boot.webmvc.test.autoconfigure.MockMvcPrint;
import org.springframework.test.context.ActiveProfiles;
import org.springframework.test.context.testng.AbstractTestNGSpringContextTests;

/**
 * The demo on a port of its own, started once for all tests that extend this, on a Wednesday that
 * is always the same.
 */
@SpringBootTest(
        webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT,
        properties = "greenladder.demo.start=2026-05-06T09:30:00Z")
@AutoConfigureMockMvc(print = MockMvcPrint.NONE)
@ActiveProfiles("demo")
public abstract class RunningDemo extends AbstractTestNGSpringContextTests {
    @LocalServerPort protected int port;

    protected ApiClient api() {
        return new ApiClient("http://localhost:" + port, "demo-token");
    }
}
