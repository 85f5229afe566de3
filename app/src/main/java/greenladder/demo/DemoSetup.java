package greenladder.demo;

import greenladder.core.edit.EditItems;
import greenladder.core.item.CustomField;
import greenladder.core.product.Template;
import greenladder.people.SignedIn;
import greenladder.setup.ProductSetup;
import greenladder.store.CommandGateway.Past;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** The fields and templates that the sample products have of their own, and what is filled in. */
@Component
@Profile("demo")
class DemoSetup {
    private static final List<CustomField> FIELDS =
            List.of(
                    new CustomField(
                            "vessel",
                            "Vessel",
                            CustomField.Type.ONE_OF,
                            List.of("Old Marten", "Grey Heron", "Sea Campion", "Skerry Maid")),
                    new CustomField(
                            "training", "Needs training", CustomField.Type.YES_NO, List.of()),
                    new CustomField("contact", "Ask", CustomField.Type.PERSON, List.of()),
                    new CustomField("budget", "Budget", CustomField.Type.TOTAL, List.of()));

    private static final Template STORY =
            new Template(
                    "user-story",
                    "User story",
                    "story",
                    "story",
                    null,
                    "",
                    Map.of(
                            "description",
                            "As a passenger I want …, so that …",
                            "acceptance",
                            "What can be seen when it works\nWhat happens when it does not",
                            "definitionOfDone",
                            "Tested on the oldest handheld\nWords read by a ramp hand"),
                    List.of());

    private static final Template BUG =
            new Template(
                    "bug",
                    "Bug",
                    "story",
                    "bug",
                    Template.WHOLE_PRODUCT,
                    "",
                    Map.of(
                            "description",
                            "What happens:\n\nWhat should happen:\n\nWhere and when:",
                            "definitionOfDone",
                            "It has a test that failed before"),
                    List.of("Make it happen again", "Mend it", "Test it where it happened"));

    private static final Pattern IN_DAYS = Pattern.compile("\\{\\+(\\d+)}");

    private final ProductSetup products;

    DemoSetup(ProductSetup products) {
        this.products = products;
    }

    void write(SignedIn owner) {
        products.keepParts(owner, "MSF", FIELDS, List.of(STORY, BUG));
    }

    /** Labels, lists, links and own fields of some items, as entered by somebody at a time. */
    static List<Past> details(DemoHistory history, SignedIn actor, Instant at) {
        var past = new ArrayList<Past>();
        DemoContent.text("details.txt")
                .lines()
                .filter(line -> !line.startsWith("#"))
                .map(line -> line.split(" \\| ", 4))
                .forEach(parts -> {
                    var edit =
                            new EditItems(
                                    List.of(history.keyOf(parts[1])),
                                    Map.of(parts[2], dated(parts[3], at).replace(" / ", "\n")));
                    past.add(new Past(at, actor, any -> edit));
                });
        return past;
    }

    /** A text whose days are given as {@code {+12}}, so many after today. */
    private static String dated(String text, Instant at) {
        return IN_DAYS.matcher(text)
                .replaceAll(found ->
                        LocalDate.ofInstant(at, ZoneOffset.UTC)
                                .plusDays(Long.parseLong(found.group(1)))
                                .toString());
    }
}
