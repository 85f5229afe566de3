package greenladder.frame;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What a person's browser keeps of where they were; only the server reads it. */
@Component
class Cookies {
    private static final int HALF_A_YEAR = 180 * 24 * 3600;

    private final HttpServletRequest request;
    private final HttpServletResponse response;

    Cookies(HttpServletRequest request, HttpServletResponse response) {
        this.request = request;
        this.response = response;
    }

    Optional<String> value(String name) {
        return Optional.ofNullable(request.getCookies()).stream()
                .flatMap(Arrays::stream)
                .filter(cookie -> cookie.getName().equals(name))
                .map(Cookie::getValue)
                .findFirst();
    }

    /**
     * Keeps a value for half a year; what the browser has already is not sent again.
     *
     * @param path of the pages that it is sent with
     * @param value of letters, digits and {@code . _ - /}; empty takes the cookie away
     */
    void keep(String name, String path, String value) {
        if (value(name).orElse("").equals(value)) {
            return;
        }
        var cookie = new Cookie(name, value);
        cookie.setPath(path);
        cookie.setHttpOnly(true);
        cookie.setMaxAge(value.isEmpty() ? 0 : HALF_A_YEAR);
        cookie.setAttribute("SameSite", "Lax");
        response.addCookie(cookie);
    }
}
