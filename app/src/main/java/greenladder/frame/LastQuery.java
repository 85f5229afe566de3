package greenladder.frame;

import greenladder.core.sprint.Sprint;
import greenladder.core.workspace.Workspace;
import greenladder.list.ListState;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.view.ViewContext;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Component;
import org.springframework.util.LinkedMultiValueMap;
import org.springframework.util.MultiValueMap;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.util.UriUtils;

/**
 * How each view of Plan, Do and Track was last looked at, such as its grouping and its filter: the
 * browser keeps it for the view's own address. An address without a query leads there, and so do
 * the tabs, with the team and sprint of the page that they stand on. Any other link wins.
 */
@Component
class LastQuery implements HandlerInterceptor, WebMvcConfigurer {
    /** Marks the address of a tab: what it does not say is as it was. */
    static final String RESUMED = "resume";

    private static final Set<Stage> STAGES = Set.of(Stage.PLAN, Stage.DO, Stage.TRACK);

    /** What somebody looks at in a view for a moment. */
    private static final Set<String> PASSING =
            Set.of(RESUMED, "at", "more", "day", "from", "kept", "shown", "seen");

    /** What says of which team or sprint a view is: a tab that says it knows better. */
    private static final Set<String> PLACES = Set.of("board", "of", "id", "team");

    private static final String NAME = "last";
    private static final int LONGEST = 3_000;

    private final Cookies cookies;
    private final SnapshotKeeper keeper;
    private final HttpServletRequest current;

    LastQuery(Cookies cookies, SnapshotKeeper keeper, HttpServletRequest current) {
        this.cookies = cookies;
        this.keeper = keeper;
        this.current = current;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    /** Keeps how a view is being looked at. */
    void keep(ViewContext context, View view) {
        var path = current.getRequestURI();
        if (!isKept(view) || !path.equals(view.url(context.product().code()))) {
            return;
        }
        var query = query(asked(current));
        var text = encoded(context.reader().handle() + "?" + query);
        cookies.keep(NAME, path, query.isEmpty() || text.length() > LONGEST ? "" : text);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object any)
            throws IOException {
        boolean isBare = request.getQueryString() == null;
        if (!isBare && request.getParameter(RESUMED) == null
                || !"GET".equals(request.getMethod())
                || request.getHeader("HX-Request") != null
                || View.at(request.getRequestURI()).filter(LastQuery::isKept).isEmpty()
                || !(request.getUserPrincipal() instanceof Authentication known)
                || !(known.getPrincipal() instanceof SignedIn reader)) {
            return true;
        }
        var asked = asked(request);
        var workspace = keeper.seenBy(reader).workspace();
        boolean isReport = request.getRequestURI().endsWith("/report");
        var query = new LinkedMultiValueMap<>(asked);
        kept(reader)
                .forEach((name, values) -> {
                    boolean isPlace = PLACES.contains(name);
                    if (!isPlace || asked.isEmpty() && (isReport || !isClosed(workspace, values))) {
                        query.putIfAbsent(name, values);
                    }
                });
        if (isBare && query.isEmpty()) {
            return true;
        }
        response.sendRedirect(
                request.getRequestURI() + (query.isEmpty() ? "" : "?" + query(query)));
        return false;
    }

    private static boolean isKept(View view) {
        return STAGES.contains(view.stage());
    }

    /** Of a closed sprint, only the report is looked at again. */
    private static boolean isClosed(Workspace workspace, List<String> values) {
        return values.stream()
                .flatMap(value -> workspace.findSprint(value).stream())
                .anyMatch(Sprint::isClosed);
    }

    private static MultiValueMap<String, String> asked(HttpServletRequest request) {
        var asked = ListState.parse(Objects.requireNonNullElse(request.getQueryString(), ""));
        PASSING.forEach(asked::remove);
        return asked;
    }

    private MultiValueMap<String, String> kept(SignedIn reader) {
        var start = reader.handle() + "?";
        return ListState.parse(
                cookies.value(NAME)
                        .map(LastQuery::decoded)
                        .filter(text -> text.startsWith(start))
                        .map(text -> text.substring(start.length()))
                        .orElse(""));
    }

    private static String query(MultiValueMap<String, String> parameters) {
        return parameters.entrySet().stream()
                .flatMap(one ->
                        one.getValue().stream()
                                .map(value -> escaped(one.getKey()) + "=" + escaped(value)))
                .collect(Collectors.joining("&"));
    }

    private static String escaped(String text) {
        return UriUtils.encode(text, StandardCharsets.UTF_8);
    }

    private static String encoded(String text) {
        return Base64.getUrlEncoder()
                .withoutPadding()
                .encodeToString(text.getBytes(StandardCharsets.UTF_8));
    }

    private static String decoded(String value) {
        try {
            return new String(Base64.getUrlDecoder().decode(value), StandardCharsets.UTF_8);
        } catch (IllegalArgumentException e) {
            // Nothing that was written here.
            return "";
        }
    }
}
