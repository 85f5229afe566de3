package greenladder.frame;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/**
 * Light, dark or as the system has it: kept in a cookie, so that it is right before the first
 * stroke is drawn.
 */
@Component
class ThemeCookie {
    private static final String NAME = "theme";
    private static final List<String> THEMES = List.of("light", "dark");
    private static final int A_YEAR = 365 * 24 * 3600;

    private final HttpServletRequest request;

    ThemeCookie(HttpServletRequest request) {
        this.request = request;
    }

    /** The theme chosen; empty for the system's. */
    String current() {
        return Optional.ofNullable(request.getCookies()).stream()
                .flatMap(Arrays::stream)
                .filter(cookie ->
                        cookie.getName().equals(NAME) && THEMES.contains(cookie.getValue()))
                .map(Cookie::getValue)
                .findFirst()
                .orElse("");
    }

    @Controller
    static class ThemeController {
        @PostMapping("/theme")
        String choose(
                @RequestParam String theme,
                @RequestParam(defaultValue = "/") String back,
                HttpServletResponse response) {
            var cookie = new Cookie(NAME, THEMES.contains(theme) ? theme : "");
            cookie.setPath("/");
            cookie.setHttpOnly(true);
            cookie.setMaxAge(THEMES.contains(theme) ? A_YEAR : 0);
            cookie.setAttribute("SameSite", "Lax");
            response.addCookie(cookie);
            return "redirect:" + (back.matches("/[A-Za-z0-9][^\\s\\\\]*") ? back : "/");
        }
    }
}
