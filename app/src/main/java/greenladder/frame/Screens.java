package greenladder.frame;

import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Gives a {@link Screen} to what handles a request for a view. */
@Component
class Screens implements HandlerMethodArgumentResolver, WebMvcConfigurer {
    private final Frames frames;

    Screens(Frames frames) {
        this.frames = frames;
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType().equals(Screen.class);
    }

    @Override
    public Screen resolveArgument(
            MethodParameter parameter,
            @Nullable ModelAndViewContainer model,
            NativeWebRequest request,
            @Nullable WebDataBinderFactory binders) {
        return new Screen(
                frames,
                Objects.requireNonNull(model).getModel(),
                "true".equals(request.getHeader("HX-Request")));
    }
}
