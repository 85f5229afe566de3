package greenladder.view;

import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Gives handlers their {@link ViewContext}; what the address names and is not there is not found.
 */
@Component
class ViewContexts implements HandlerMethodArgumentResolver, WebMvcConfigurer {
    private final SnapshotKeeper keeper;

    ViewContexts(SnapshotKeeper keeper) {
        this.keeper = keeper;
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType().equals(ViewContext.class);
    }

    @Override
    public ViewContext resolveArgument(
            MethodParameter parameter,
            @Nullable ModelAndViewContainer model,
            NativeWebRequest request,
            @Nullable WebDataBinderFactory binders) {
        var reader = reader();
        // The operation first: the snapshot then has it, and perhaps more.
        long operation = keeper.lastOperation();
        var snapshot = keeper.seenBy(reader);
        return new ViewContext(
                operation, snapshot, Lookups.product(snapshot, code(request)), reader);
    }

    private static String code(NativeWebRequest request) {
        var variables =
                request.getAttribute(
                        HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE,
                        RequestAttributes.SCOPE_REQUEST);
        return variables instanceof Map<?, ?> named ? String.valueOf(named.get("product")) : "";
    }

    private static SignedIn reader() {
        var signedIn =
                Objects.requireNonNull(SecurityContextHolder.getContext().getAuthentication());
        if (signedIn.getPrincipal() instanceof SignedIn reader) {
            return reader;
        }
        throw new Failure.Forbidden("Sign in first.");
    }
}
