package greenladder.api;

import greenladder.core.change.Problem;
import greenladder.core.value.Amount;
import greenladder.core.value.Days;
import greenladder.core.value.ItemKey;
import greenladder.core.value.Shortened;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/** Reads the members of a body, and notes everything that is wrong with them. */
public final class BodyReader {
    private static final int LONGEST = 4_000;
    private static final int MOST = 5_000;

    private final JsonNode body;
    private final String path;
    private final List<Problem> problems;

    public BodyReader(JsonNode body, Set<String> names) {
        this(body, names, "", new ArrayList<>());
    }

    private BodyReader(
            JsonNode body, @Nullable Set<String> names, String path, List<Problem> problems) {
        this.body = body;
        this.path = path;
        this.problems = problems;
        if (!body.isObject()) {
            problem("", "An object is needed.");
        }
        body.propertyNames().stream()
                .filter(name -> names != null && !names.contains(name))
                .forEach(name ->
                        problem(
                                shortened(name),
                                "There is no field “%s” here.".formatted(shortened(name))));
    }

    /** Whether a member is given, be it null. */
    public boolean has(String name) {
        return body.has(name);
    }

    public @Nullable String text(String name) {
        var value = body.path(name);
        if (value.isMissingNode() || value.isNull()) {
            return null;
        }
        if (!value.isString()) {
            problem(name, "This is a text.");
            return null;
        }
        var text = value.asString();
        if (text.length() > LONGEST) {
            problem(
                    name,
                    "This is %,d characters long; at most %,d are allowed."
                            .formatted(text.length(), LONGEST));
            return null;
        }
        return text.strip();
    }

    public @Nullable Boolean yesOrNo(String name) {
        var value = body.path(name);
        if (value.isMissingNode() || value.isNull()) {
            return null;
        }
        if (!value.isBoolean()) {
            problem(name, "This is true or false.");
            return null;
        }
        return value.asBoolean();
    }

    public @Nullable Integer whole(String name) {
        var value = body.path(name);
        if (value.isMissingNode() || value.isNull()) {
            return null;
        }
        if (!value.isIntegralNumber() || !value.canConvertToInt()) {
            problem(name, "This is a whole number.");
            return null;
        }
        return value.asInt();
    }

    public @Nullable Amount amount(String name) {
        var value = body.path(name);
        if (value.isMissingNode() || value.isNull()) {
            return null;
        }
        var amount = value.isNumber() ? Amount.parse(value.asString()) : null;
        if (amount == null
                || amount.isEmpty()
                || amount.get().compareTo(Amount.LARGEST) > 0
                || amount.get().compareTo(Amount.ZERO) < 0) {
            problem(name, "This is a number from 0 to 10,000 with at most three decimals.");
            return null;
        }
        return amount.get();
    }

    public @Nullable LocalDate date(String name) {
        var text = text(name);
        if (text == null || text.isEmpty()) {
            return null;
        }
        var day = Days.parse(text);
        if (day.isEmpty()) {
            problem(name, "This is a date such as 2026-11-12, between the years 1900 and 9999.");
        }
        return day.orElse(null);
    }

    /** Texts of a list; none where it is absent or null. */
    public List<String> texts(String name) {
        var texts = new ArrayList<String>();
        for (var value : list(name)) {
            if (value.isString() && value.asString().length() <= LONGEST) {
                texts.add(value.asString().strip());
            } else {
                problem(name, "These are texts.");
                break;
            }
        }
        return texts;
    }

    /** Whole numbers of a list; none where it is absent or null. */
    public List<Integer> wholes(String name) {
        var numbers = new ArrayList<Integer>();
        for (var value : list(name)) {
            if (!value.isIntegralNumber() || !value.canConvertToInt()) {
                problem(name, "These are whole numbers.");
                break;
            }
            numbers.add(value.asInt());
        }
        return numbers;
    }

    /** The members of an object whose values are amounts, by name. */
    public Map<String, Amount> amounts(String name) {
        var amounts = new HashMap<String, Amount>();
        var reader = object(name, null);
        if (reader != null) {
            for (var member : reader.body.propertyNames()) {
                var amount = reader.amount(member);
                if (amount != null) {
                    amounts.put(member, amount);
                }
            }
        }
        return amounts;
    }

    /** Whether something is wrong with a member. */
    public boolean isWrong(String name) {
        return problems.stream().anyMatch(problem -> problem.field().equals(path + name));
    }

    /** Keys of items; whether there are such items is not asked. */
    public List<ItemKey> keys(String name) {
        var keys = new ArrayList<ItemKey>();
        for (var text : texts(name)) {
            var key = ItemKey.parse(text);
            if (key.isEmpty()) {
                problem(name, "“%s” is no item's key.".formatted(shortened(text)));
                break;
            }
            keys.add(key.get());
        }
        return keys;
    }

    /** The members of an object whose values are texts, by name. */
    public Map<String, String> textsByName(String name) {
        var texts = new HashMap<String, String>();
        var value = body.path(name);
        if (value.isMissingNode() || value.isNull()) {
            return texts;
        }
        if (!value.isObject() || value.size() > MOST) {
            problem(name, "This is an object.");
            return texts;
        }
        value.properties()
                .forEach(member -> {
                    if (member.getValue().isString()) {
                        texts.put(member.getKey(), member.getValue().asString());
                    } else {
                        problem(name, "Its values are texts.");
                    }
                });
        return texts;
    }

    /** The objects of a list, each to be read by itself. */
    public List<BodyReader> objects(String name, Set<String> names) {
        var readers = new ArrayList<BodyReader>();
        for (var value : list(name)) {
            readers.add(
                    new BodyReader(
                            value,
                            names,
                            "%s%s[%d].".formatted(path, name, readers.size()),
                            problems));
        }
        return readers;
    }

    /**
     * An object to be read by itself; empty where it is absent or null.
     *
     * @param names null for any
     */
    public @Nullable BodyReader object(String name, @Nullable Set<String> names) {
        var value = body.path(name);
        return value.isMissingNode() || value.isNull()
                ? null
                : new BodyReader(value, names, path + name + ".", problems);
    }

    private List<JsonNode> list(String name) {
        var value = body.path(name);
        if (value.isMissingNode() || value.isNull()) {
            return List.of();
        }
        if (!value.isArray() || value.size() > MOST) {
            problem(name, "This is a list of at most %,d.".formatted(MOST));
            return List.of();
        }
        return value.valueStream().toList();
    }

    public void problem(String name, String message) {
        problems.add(new Problem(path + name, message));
    }

    /** Refuses the body if anything is wrong with it. */
    public void requireNone() {
        FieldsReader.requireNone(problems);
    }

    private static String shortened(String text) {
        return Shortened.to(60, text);
    }
}
