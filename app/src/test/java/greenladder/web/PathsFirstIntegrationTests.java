package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.testng.annotations.Test;

public class PathsFirstIntegrationTests extends RunningDemo {
    @Autowired
    @Qualifier("requestMappingHandlerMapping")
    private RequestMappingHandlerMapping handlers;

    /** A library that brings a mapping too once kept ours from being used. */
    @Test
    public void handlersShouldBeFoundByPathFirst() {
        assertThat(handlers.getClass().getEnclosingClass()).isEqualTo(PathsFirst.class);
    }
}
