package greenladder.breakdown;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import org.springframework.web.util.UriUtils;

/**
 * The place last seen in each product's ladder, kept by the browser, so that the next visit finds
 * it again.
 */
final class LastPlace {
    private static final int HALF_A_YEAR = 180 * 24 * 3600;

    private LastPlace() {}

    static Optional<String> read(HttpServletRequest request, String product) {
        return Optional.ofNullable(request.getCookies()).stream()
                .flatMap(Arrays::stream)
                .filter(cookie -> cookie.getName().equals(name(product)))
                .map(cookie -> UriUtils.decode(cookie.getValue(), StandardCharsets.UTF_8))
                .filter(url -> url.matches("/" + product + "/ladder\\?[A-Za-z0-9=&%+._*~-]+"))
                .findFirst();
    }

    /** What the browser has already need not be sent once more. */
    static void keep(
            HttpServletRequest request, HttpServletResponse response, String product, String url) {
        if (read(request, product).filter(url::equals).isPresent()) {
            return;
        }
        var cookie = new Cookie(name(product), UriUtils.encode(url, StandardCharsets.UTF_8));
        cookie.setPath("/");
        cookie.setHttpOnly(true);
        cookie.setMaxAge(HALF_A_YEAR);
        cookie.setAttribute("SameSite", "Lax");
        response.addCookie(cookie);
    }

    private static String name(String product) {
        return "place-" + product;
    }
}
