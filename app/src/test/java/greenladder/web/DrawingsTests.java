package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import io.micrometer.core.instrument.simple.SimpleMeterRegistry;
import java.util.List;
import org.springframework.context.support.StaticApplicationContext;
import org.testng.annotations.Test;
import org.thymeleaf.spring6.SpringTemplateEngine;
import org.thymeleaf.templateresolver.StringTemplateResolver;

public class DrawingsTests {
    private static final String TEMPLATE =
            "<ul><li th:fragment=\"row(r)\" th:text=\"${r[0] + ' ' + may}\"></li></ul>";

    private static Drawings drawings(SimpleMeterRegistry meters) {
        var engine = new SpringTemplateEngine();
        engine.setTemplateResolver(new StringTemplateResolver());
        return new Drawings(engine, meters, new StaticApplicationContext());
    }

    @Test
    public void whatIsEqualShouldBeDrawnOnce() {
        var meters = new SimpleMeterRegistry();
        var drawings = drawings(meters);
        for (int i = 0; i < 3; i++) {
            assertThat(drawings.cached(TEMPLATE, "row", "r", List.of("<A>"), "may", null))
                    .isEqualTo("<li>&lt;A&gt; null</li>");
        }
        assertThat(meters.get("greenladder.drawings").counter().count()).isEqualTo(1);
    }

    private record Hidden(String word) {}

    /** Reflection, which looks for a public method each time anew, would not find this one. */
    @Test
    public void recordsShouldBeReadDirectly() {
        assertThat(
                        drawings(new SimpleMeterRegistry())
                                .cached(
                                        "<p th:fragment=\"one(r)\" th:text=\"${r.word}\"></p>",
                                        "one",
                                        "r",
                                        new Hidden("told")))
                .isEqualTo("<p>told</p>");
    }

    @Test
    public void whatDiffersInOneParameterShouldBeDrawnForItself() {
        var drawings = drawings(new SimpleMeterRegistry());
        assertThat(drawings.cached(TEMPLATE, "row", "r", List.of("A"), "may", true))
                .isEqualTo("<li>A true</li>");
        assertThat(drawings.cached(TEMPLATE, "row", "r", List.of("A"), "may", false))
                .isEqualTo("<li>A false</li>");
        assertThat(drawings.cached(TEMPLATE, "row", "r", List.of("B"), "may", false))
                .isEqualTo("<li>B false</li>");
    }
}
