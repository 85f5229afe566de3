package greenladder.web;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.web.PathsFirst.Shape;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.http.server.PathContainer;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.springframework.web.util.pattern.PathPatternParser;
import org.testng.annotations.DataProvider;
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

    @DataProvider
    public Object[][] patterns() {
        return new Object[][] {
            {"/"},
            {"/items/{key}"},
            {"/{product:[A-Z]{2,5}}/board"},
            {"/{product}/board/{team}/x"},
            {"/files/**"},
            {"/files/{*rest}"},
            {"/it?ms/*"},
            {"/items/"},
            {"/*"},
            {"/{a}-{b}/c"},
        };
    }

    /** A glance may let too many through, but never keeps one out. */
    @Test(dataProvider = "patterns")
    public void shapeShouldFitWhereverThePatternMatches(String text) {
        var pattern = PathPatternParser.defaultInstance.parse(text);
        var shape = Shape.of(pattern);
        for (var path :
                new String[] {
                    "",
                    "/",
                    "//",
                    "/items",
                    "/items/",
                    "/items/MSF1",
                    "/%69tems/MSF1",
                    "/items;a=1/MSF1",
                    "/itxms/y",
                    "/MSF/board",
                    "/MSF/board/",
                    "/MSF/board/t/x",
                    "/files",
                    "/files/a/b/c",
                    "/files/",
                    "/a-b/c",
                    "/MSF//x",
                    "items/MSF1",
                }) {
            var parsed = PathContainer.parsePath(path);
            assertThat(shape.fits(parsed.elements()) || !pattern.matches(parsed)).as(path).isTrue();
        }
        assertThat(shape.fits(PathContainer.parsePath("/a/b/c/d/e/f").elements()))
                .as("what is longer")
                .isEqualTo(text.contains("*") || text.equals("/items/"));
    }
}
