package greenladder.web;

import static java.util.stream.Collectors.groupingBy;

import jakarta.servlet.http.HttpServletRequest;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.webmvc.autoconfigure.WebMvcRegistrations;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.http.server.PathContainer;
import org.springframework.web.cors.CorsUtils;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.springframework.web.util.ServletRequestPathUtils;
import org.springframework.web.util.pattern.PathPattern;

/**
 * Finds the handler of a request by its path first. Nearly all our paths begin with a variable, the
 * product, so that each request would be held against hundreds of handlers, each of them asked for
 * method, parameters, headers and media types before its path, as is usual.
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

    private static final class ByPath extends RequestMappingHandlerMapping {
        /** Longer than any path that is not of any length. */
        private static final int LONGEST = 64;

        private final Map<Integer, Map<Sign, List<Route>>> routesByLength =
                new ConcurrentHashMap<>();

        private record Route(RequestMappingInfo info, List<Shape> shapes, HandlerMethod handler) {
            /** One with several patterns is looked at for every path. */
            Sign sign() {
                return shapes.size() == 1 ? shapes.getFirst().sign() : Sign.NONE;
            }

            boolean fits(PathContainer path) {
                return shapes.stream().anyMatch(shape -> shape.fits(path.elements()));
            }
        }

        private record Match(RequestMappingInfo info, HandlerMethod handler) {}

        /** Where none takes the request, or two do as well, the usual way tells why. */
        @Override
        protected @Nullable HandlerMethod lookupHandlerMethod(
                String path, HttpServletRequest request) throws Exception {
            var matches = matches(request);
            var order = Comparator.comparing(Match::info, getMappingComparator(request));
            matches.sort(order);
            if (matches.isEmpty()
                    || matches.size() > 1 && order.compare(matches.get(0), matches.get(1)) == 0
                    || CorsUtils.isPreFlightRequest(request)) {
                return super.lookupHandlerMethod(path, request);
            }
            var best = matches.getFirst();
            request.setAttribute(BEST_MATCHING_HANDLER_ATTRIBUTE, best.handler);
            handleMatch(best.info, path, request);
            return best.handler;
        }

        private List<Match> matches(HttpServletRequest request) {
            var path =
                    ServletRequestPathUtils.getParsedRequestPath(request).pathWithinApplication();
            var matches = new ArrayList<Match>(2);
            var routes = routes(Math.min(path.elements().size(), LONGEST));
            for (var sign : Sign.allOf(path.elements())) {
                for (var route : routes.getOrDefault(sign, List.of())) {
                    var match = route.fits(path) ? getMatchingMapping(route.info, request) : null;
                    if (match != null) {
                        matches.add(new Match(match, route.handler));
                    }
                }
            }
            return matches;
        }

        /** Those that may take a path of so many separators and segments. */
        private Map<Sign, List<Route>> routes(int length) {
            return routesByLength.computeIfAbsent(
                    length,
                    _ ->
                            getHandlerMethods().entrySet().stream()
                                    .map(entry -> route(entry.getKey(), entry.getValue()))
                                    .filter(route ->
                                            route.shapes.stream()
                                                    .anyMatch(shape -> shape.isOf(length)))
                                    .collect(groupingBy(Route::sign)));
        }

        private static Route route(RequestMappingInfo info, HandlerMethod handler) {
            var patterns = info.getPathPatternsCondition();
            return new Route(
                    info,
                    patterns == null
                            ? List.of(Shape.ANY)
                            : patterns.getPatterns().stream().map(Shape::of).toList(),
                    handler);
        }
    }

    /**
     * A segment that is always the same: what paths are told apart by.
     *
     * @param place from 0; -1 for none
     */
    record Sign(int place, String segment) {
        static final Sign NONE = new Sign(-1, "");

        /** Those that a path may have been told apart by. */
        static List<Sign> allOf(List<PathContainer.Element> path) {
            var signs = new ArrayList<Sign>();
            signs.add(NONE);
            for (int i = 0; 2 * i + 1 < path.size(); i++) {
                if (path.get(2 * i + 1) instanceof PathContainer.PathSegment segment) {
                    signs.add(new Sign(i, segment.valueToMatch()));
                }
            }
            return signs;
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

        boolean isOf(int length) {
            return elements == 0 || elements == length;
        }

        /** The last of the segments that are always the same: there paths differ most. */
        Sign sign() {
            for (int i = segments.size() - 1; i >= 0; i--) {
                if (!segments.get(i).isEmpty()) {
                    return new Sign(i, segments.get(i));
                }
            }
            return Sign.NONE;
        }

        boolean fits(List<PathContainer.Element> path) {
            if (!isOf(path.size())) {
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
