package greenladder.frame;

import greenladder.core.product.Product;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The product last looked at, kept by the browser: pages that belong to none lead back to it. */
@Component
class LastProduct {
    private static final String NAME = "product";
    private static final int HALF_A_YEAR = 180 * 24 * 3600;

    private final HttpServletRequest request;
    private final HttpServletResponse response;

    LastProduct(HttpServletRequest request, HttpServletResponse response) {
        this.request = request;
        this.response = response;
    }

    /** A product's code; empty where none was looked at. */
    Optional<String> code() {
        return Optional.ofNullable(request.getCookies()).stream()
                .flatMap(Arrays::stream)
                .filter(cookie -> cookie.getName().equals(NAME))
                .map(Cookie::getValue)
                .filter(Product::isCode)
                .findFirst();
    }

    /** What the browser has already need not be sent with every page. */
    void keep(Product product) {
        if (code().filter(product.code()::equals).isPresent()) {
            return;
        }
        var cookie = new Cookie(NAME, product.code());
        cookie.setPath("/");
        cookie.setHttpOnly(true);
        cookie.setMaxAge(HALF_A_YEAR);
        cookie.setAttribute("SameSite", "Lax");
        response.addCookie(cookie);
    }
}
