package greenladder.web;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.webmvc.autoconfigure.WebMvcRegistrations;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.http.server.PathContainer;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.springframework.web.util.ServletRequestPathUtils;
import org.springframework.web.util.pattern.PathPattern;

/**
 * Finds the handler of a request by its path first. Nearly all our paths begin with a variable, the
 * product, so that each request is held against hundreds of handlers; to ask of each for method,
 * parameters, headers and media types before, as is usual, costs ten times as much.
 */
@Configuration(proxyBeanMethods = false)
class PathsFirst {
    /** The first of its kind, for htmx's library brings one too, and of two none would be taken. */
    @Bean
    @Primary
    static WebMvcRegistrations handlersByPath() {
        return new WebMvcRegistrations() {
            @Override
            public RequestMappingHandlerMapping getRequestMappingHandlerMapping() {
                return new ByPath();
            }
        };
    }

    /** A request with its path at hand, which hundreds of handlers are held against. */
    private static final class Pathed extends HttpServletRequestWrapper {
        private final PathContainer path;

        Pathed(HttpServletRequest request) {
            super(request);
            path = ServletRequestPathUtils.getParsedRequestPath(request).pathWithinApplication();
        }
    }

    private static final class ByPath extends RequestMappingHandlerMapping {
        private final Map<RequestMappingInfo, List<Shape>> shapes = new ConcurrentHashMap<>();

        @Override
        protected @Nullable HandlerMethod lookupHandlerMethod(
                String path, HttpServletRequest request) throws Exception {
            return super.lookupHandlerMethod(path, new Pathed(request));
        }

        @Override
        protected @Nullable RequestMappingInfo getMatchingMapping(
                RequestMappingInfo info, HttpServletRequest request) {
            return !(request instanceof Pathed one) || fits(info, one.path)
                    ? super.getMatchingMapping(info, request)
                    : null;
        }

        private boolean fits(RequestMappingInfo info, PathContainer path) {
            var patterns = info.getPathPatternsCondition();
            if (patterns == null) {
                return true;
            }
            var known = shapes.get(info);
            if (known == null) {
                known = patterns.getPatterns().stream().map(Shape::of).toList();
                shapes.put(info, known);
            }
            var elements = path.elements();
            for (var shape : known) {
                if (shape.fits(elements)) {
                    return patterns.getPatterns().stream()
                            .anyMatch(pattern -> pattern.matches(path));
                }
            }
            return false;
        }
    }

    /**
     * What is told of a pattern at a glance, so that few are looked at closely.
     *
     * @param elements how many separators and segments it has; 0 for any number
     * @param segments each of them where it is always the same, else empty
     */
    record Shape(int elements, List<String> segments) {
        private static final Shape ANY = new Shape(0, List.of());

        static Shape of(PathPattern pattern) {
            var text = pattern.getPatternString();
            if (text.equals("/")) {
                return new Shape(1, List.of());
            }
            if (!text.startsWith("/") || text.endsWith("/") || text.contains("*")) {
                return ANY;
            }
            var segments =
                    Arrays.stream(text.substring(1).split("/"))
                            .map(one -> one.contains("{") || one.contains("?") ? "" : one)
                            .toList();
            return new Shape(2 * segments.size(), segments);
        }

        /** From its end, where paths differ most. */
        boolean fits(List<PathContainer.Element> path) {
            if (elements != 0 && elements != path.size()) {
                return false;
            }
            for (int i = segments.size() - 1; i >= 0; i--) {
                var wanted = segments.get(i);
                if (!wanted.isEmpty()
                        && !(path.get(2 * i + 1) instanceof PathContainer.PathSegment segment
                                && segment.valueToMatch().equals(wanted))) {
                    return false;
                }
            }
            return true;
        }
    }
}
