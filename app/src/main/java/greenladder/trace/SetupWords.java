package greenladder.trace;

import greenladder.core.item.CustomField;
import greenladder.core.level.Category;
import greenladder.core.people.Role;
import greenladder.core.product.ProductFacts;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** What set-ups of products and people are called in the log, where they stand as facts. */
final class SetupWords {
    private static final Pattern NUMBERED = Pattern.compile("(level|band|factor|check)\\.(\\d{3})");
    private static final Pattern STATE = Pattern.compile("state\\.([^.]+)\\.(\\d{3})");
    private static final Pattern TEMPLATE =
            Pattern.compile("template\\.([^.]+)(?:\\.(preset|child)\\.(.+))?");

    private SetupWords() {}

    /** {@code state.story.001} as state 2 of story; empty for what is no part of a set-up. */
    static Optional<String> field(String fact) {
        var numbered = NUMBERED.matcher(fact);
        if (numbered.matches()) {
            return Optional.of(numbered.group(1) + " " + place(numbered.group(2)));
        }
        var state = STATE.matcher(fact);
        if (state.matches()) {
            return Optional.of("state %d of %s".formatted(place(state.group(2)), state.group(1)));
        }
        var template = TEMPLATE.matcher(fact);
        if (template.matches()) {
            var part = template.group(3);
            return Optional.of(
                    part == null
                            ? "template " + template.group(1)
                            : "template %s: %s"
                                    .formatted(
                                            template.group(1),
                                            template.group(2).equals("child")
                                                    ? "item " + place(part)
                                                    : part));
        }
        return switch (fact) {
            case "raisingWithdrawn" -> Optional.of("raising");
            case "gone" -> Optional.of("left");
            case "mix" -> Optional.of("shares");
            default ->
                    fact.startsWith("field.")
                            ? Optional.of("field " + fact.substring("field.".length()))
                            : fact.startsWith("role.")
                                    ? Optional.of("role in " + fact.substring("role.".length()))
                                    : Optional.empty();
        };
    }

    private static int place(String number) {
        return Integer.parseInt(number) + 1;
    }

    /** What stands there, for people; empty for what is no part of a set-up. */
    static Optional<String> value(String fact, String text) {
        var kind = fact.split("\\.", 2)[0];
        if (kind.equals("role")) {
            return Optional.of(Role.valueOf(text).label());
        }
        if (fact.equals("raisingWithdrawn")) {
            return Optional.of("withdrawn");
        }
        if (fact.equals("mix")) {
            return Optional.of("by " + text.replaceFirst("\n", ": ").replace("\n", ", "));
        }
        var parts = ProductFacts.parts(text);
        return switch (kind) {
            case "level" ->
                    parts.size() > 5
                            ? Optional.of(
                                    "%s, sized in %s (%s)"
                                            .formatted(
                                                    parts.get(1),
                                                    parts.get(3).toLowerCase(Locale.ROOT),
                                                    String.join(
                                                            ", ", parts.subList(5, parts.size()))))
                            : Optional.empty();
            case "state" ->
                    parts.size() == 3
                            ? Optional.of(
                                    "%s (%s)"
                                            .formatted(
                                                    parts.get(2),
                                                    Category.valueOf(parts.get(1)).word()))
                            : Optional.empty();
            case "field" ->
                    parts.size() > 2
                            ? Optional.of(
                                    parts.get(1)
                                            + ", "
                                            + CustomField.Type.valueOf(parts.get(2)).word()
                                            + (parts.size() > 3
                                                    ? ": "
                                                            + String.join(
                                                                    ", ",
                                                                    parts.subList(3, parts.size()))
                                                    : ""))
                            : Optional.empty();
            case "band", "factor", "check", "template" ->
                    parts.size() > 1 ? Optional.of(parts.get(1)) : Optional.empty();
            case "scale" -> Optional.of(parts.getFirst());
            default -> Optional.empty();
        };
    }
}
