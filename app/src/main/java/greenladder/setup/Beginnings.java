package greenladder.setup;

import greenladder.core.change.Problems;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.edit.TemplateUse;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.product.Template;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.web.Failure;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** How single items begin: plainly, or from a template. */
public final class Beginnings {
    /** Says that no template is wanted, not even a default one. */
    public static final String PLAIN = "none";

    private Beginnings() {}

    /**
     * A command that makes an item, and what of its template could not be used.
     *
     * @param template what it begins from; null for none
     */
    public record Beginning(CreateItems create, List<String> notes, @Nullable Template template) {}

    /**
     * @param chosen the key of a template; blank for the default one, {@link #PLAIN} for none
     * @throws Failure.Invalid if there is no such template
     */
    public static Beginning of(
            Snapshot snapshot,
            String code,
            Map<String, String> fields,
            Target target,
            @Nullable String chosen) {
        var template = template(snapshot, code, fields, chosen);
        if (template.isEmpty()) {
            return new Beginning(
                    new CreateItems(code, List.of(new NewItem(null, null, fields, target))),
                    List.of(),
                    null);
        }
        var use = TemplateUse.of(template.get(), snapshot.requireProduct(code), fields, target);
        return new Beginning(new CreateItems(code, use.entries()), use.notes(), template.get());
    }

    private static Optional<Template> template(
            Snapshot snapshot, String code, Map<String, String> fields, @Nullable String chosen) {
        var product = snapshot.findProduct(code);
        if (product.isEmpty() || PLAIN.equals(chosen)) {
            return Optional.empty();
        }
        if (chosen != null && !chosen.isBlank()) {
            return Optional.of(
                    product.get()
                            .findTemplate(chosen)
                            .orElseThrow(() ->
                                    new Failure.Invalid(
                                            Problems.of(
                                                    "template",
                                                    "There is no template “%s”."
                                                            .formatted(chosen)))));
        }
        return TemplateUse.defaultFor(
                product.get(),
                fields.getOrDefault(Field.LEVEL.label(), ""),
                fields.get(Field.KIND.label()),
                team(snapshot, fields));
    }

    /** The team that is said, or else that of what the item goes under. */
    private static @Nullable String team(Snapshot snapshot, Map<String, String> fields) {
        var said = fields.getOrDefault(Field.TEAM.label(), "");
        return said.isBlank()
                ? ItemKey.parse(fields.getOrDefault(Field.PARENT.label(), ""))
                        .flatMap(snapshot::findItem)
                        .map(Item::team)
                        .orElse(null)
                : said;
    }
}
