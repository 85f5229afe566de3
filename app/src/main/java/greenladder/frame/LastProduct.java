package greenladder.frame;

import greenladder.core.product.Product;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The product last looked at, kept by the browser: pages that belong to none lead back to it. */
@Component
class LastProduct {
    private static final String NAME = "product";

    private final Cookies cookies;

    LastProduct(Cookies cookies) {
        this.cookies = cookies;
    }

    /** A product's code; empty where none was looked at. */
    Optional<String> code() {
        return cookies.value(NAME).filter(Product::isCode);
    }

    void keep(Product product) {
        cookies.keep(NAME, "/", product.code());
    }
}
