package greenladder.web;

import jakarta.servlet.http.HttpServletRequest;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.webmvc.autoconfigure.WebMvcRegistrations;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.springframework.web.util.ServletRequestPathUtils;

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

    private static final class ByPath extends RequestMappingHandlerMapping {
        @Override
        protected @Nullable RequestMappingInfo getMatchingMapping(
                RequestMappingInfo info, HttpServletRequest request) {
            return fits(info, request) ? super.getMatchingMapping(info, request) : null;
        }

        private static boolean fits(RequestMappingInfo info, HttpServletRequest request) {
            var patterns = info.getPathPatternsCondition();
            if (patterns == null) {
                return true;
            }
            var path =
                    ServletRequestPathUtils.getParsedRequestPath(request).pathWithinApplication();
            for (var pattern : patterns.getPatterns()) {
                if (pattern.matches(path)) {
                    return true;
                }
            }
            return false;
        }
    }
}
