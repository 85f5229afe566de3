package greenladder.frame;

import greenladder.core.level.StandardLevels;
import greenladder.people.SignedIn;
import greenladder.setup.ProductSetup;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;

/** The way in: to a product's ladder, or, where there is none yet, to making one. */
@Controller
class HomeController {
    private final SnapshotKeeper keeper;
    private final ProductSetup setup;
    private final Frames frames;
    private final LastProduct last;

    /**
     * @param team {@code yes} where it gets a team of its own with whoever starts it
     */
    record ProductForm(String code, String name, String team) {
        ProductForm {
            code = code == null ? "" : code;
            name = name == null ? "" : name;
            team = team == null ? "" : team;
        }

        boolean isWithTeam() {
            return team.equals("yes");
        }
    }

    HomeController(SnapshotKeeper keeper, ProductSetup setup, Frames frames, LastProduct last) {
        this.keeper = keeper;
        this.setup = setup;
        this.frames = frames;
        this.last = last;
    }

    @GetMapping("/")
    String home(@AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        return last.code()
                .flatMap(snapshot::findProduct)
                .or(() -> snapshot.products().stream().findFirst())
                .map(product -> "redirect:" + View.LADDER.url(product.code()))
                .orElse("redirect:/products/new");
    }

    @GetMapping("/products/new")
    String newProduct(@AuthenticationPrincipal SignedIn me, Model model) {
        model.addAttribute("frame", frames.of(me, null, "New product"));
        model.addAttribute("form", new ProductForm("", "", "yes"));
        return "frame/new-product";
    }

    /** A page that was refused and is loaded once more. */
    @GetMapping("/products")
    String newProductAgain() {
        return "redirect:/products/new";
    }

    @PostMapping("/products")
    String addProduct(
            @AuthenticationPrincipal SignedIn me,
            ProductForm form,
            Model model,
            HttpServletResponse response) {
        try {
            var product =
                    setup.start(
                            me,
                            form.code().strip(),
                            form.name(),
                            StandardLevels.six(),
                            form.isWithTeam());
            return "redirect:" + View.LADDER.url(product.code());
        } catch (Failure.Invalid e) {
            response.setStatus(HttpStatus.UNPROCESSABLE_ENTITY.value());
            model.addAttribute("frame", frames.of(me, null, "New product"));
            model.addAttribute("form", form);
            model.addAttribute("problems", e.problems());
            return "frame/new-product";
        }
    }
}
