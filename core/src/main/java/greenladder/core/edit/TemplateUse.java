package greenladder.core.edit;

import greenladder.core.item.Field;
import greenladder.core.product.Product;
import greenladder.core.product.Template;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A template put to use: the item, then those that come with it.
 *
 * @param notes what of the template could not be used any more, in words
 */
public record TemplateUse(List<NewItem> entries, List<String> notes) {
    private static final String REF = "template";

    public TemplateUse {
        entries = List.copyOf(entries);
        notes = List.copyOf(notes);
    }

    /**
     * @param fields what was entered, which goes before what the template says; its title follows
     *     the template's prefix
     */
    public static TemplateUse of(
            Template template, Product product, Map<String, String> fields, Target target) {
        var notes = new ArrayList<String>();
        var all = new HashMap<String, String>();
        template.fields()
                .forEach((label, text) -> {
                    if (isKnown(product, label)) {
                        all.put(label, text);
                    } else {
                        notes.add(
                                "The template’s “%s” was left out: %s has no such field any more."
                                        .formatted(label.replace("custom.", ""), product.name()));
                    }
                });
        product.levels()
                .find(template.level())
                .ifPresentOrElse(
                        level -> {
                            all.put(Field.LEVEL.label(), level.key());
                            if (level.kinds().contains(template.kind())) {
                                all.put(Field.KIND.label(), template.kind());
                            }
                        },
                        () ->
                                notes.add(
                                        "The template’s level no longer exists (%s)."
                                                .formatted(template.level())));
        all.putAll(fields);
        all.put(
                Field.TITLE.label(),
                prefixed(template.titlePrefix(), fields.getOrDefault(Field.TITLE.label(), "")));
        var entries = new ArrayList<NewItem>();
        entries.add(new NewItem(REF, null, all, target));
        childLevel(product, all.get(Field.LEVEL.label()))
                .ifPresent(level ->
                        template.children()
                                .forEach(title ->
                                        entries.add(
                                                new NewItem(
                                                        null,
                                                        REF,
                                                        Map.of("title", title, "level", level),
                                                        new Target.Stay()))));
        return new TemplateUse(entries, notes);
    }

    /**
     * The template that is used where none is chosen: the team's before the product's, and among
     * those the first of the level and kind.
     */
    public static Optional<Template> defaultFor(
            Product product, String level, @Nullable String kind, @Nullable String team) {
        var fitting =
                product.templates().stream()
                        .filter(template ->
                                template.level().equals(level)
                                        && (kind == null
                                                ? isPlain(product, template)
                                                : template.kind().equals(kind)))
                        .toList();
        return fitting.stream()
                .filter(template -> team != null && team.equals(template.defaultFor()))
                .findFirst()
                .or(() ->
                        fitting.stream()
                                .filter(template ->
                                        Template.WHOLE_PRODUCT.equals(template.defaultFor()))
                                .findFirst());
    }

    private static boolean isPlain(Product product, Template template) {
        return product.levels()
                .find(template.level())
                .map(level -> level.plainKind().equals(template.kind()))
                .orElse(false);
    }

    private static boolean isKnown(Product product, String label) {
        return Field.findEditable(label)
                .filter(field ->
                        !field.isCustom() || product.findField(field.customKey()).isPresent())
                .isPresent();
    }

    private static String prefixed(String prefix, String title) {
        return prefix.isBlank() || title.isBlank() || title.startsWith(prefix.strip())
                ? title
                : prefix.strip() + " " + title.strip();
    }

    private static Optional<String> childLevel(Product product, @Nullable String key) {
        return product.levels()
                .find(key == null ? "" : key)
                .map(level -> level.index() + 1)
                .filter(index -> index < product.levels().all().size())
                .map(index -> product.levels().all().get(index).key());
    }
}
