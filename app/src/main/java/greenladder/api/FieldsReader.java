package greenladder.api;

import greenladder.core.change.Command;
import greenladder.core.change.Decision;
import greenladder.core.change.Decisions;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.item.Field;
import greenladder.core.item.StandardFields;
import greenladder.core.snapshot.Snapshot;
import greenladder.web.Failure;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;

/**
 * Reads an item's fields from JSON into the texts that a command takes. What each text means is
 * checked at the gateway; here only that it is of the right JSON type.
 */
public final class FieldsReader {
    private static final Set<String> NUMBERS = Set.of("size", "value");
    private static final int LONGEST_SCALE = 40;
    private static final String HOURS = "hours";
    private static final String BLOCKED = "blocked";

    private final int entry;
    private final List<Problem> problems = new ArrayList<>();
    private final Map<String, String> fields = new LinkedHashMap<>();

    /**
     * @param entry which entry of a bulk, from 0; {@link Problem#SINGLE} where there is only one
     */
    public FieldsReader(int entry) {
        this.entry = entry;
    }

    /**
     * @param besides members that are not fields of the item
     */
    public FieldsReader read(JsonNode json, Set<String> besides) {
        if (!json.isObject()) {
            problem("", "An item is a JSON object.");
            return this;
        }
        for (var member : json.properties()) {
            if (!besides.contains(member.getKey())) {
                readMember(member.getKey(), member.getValue());
            }
        }
        return this;
    }

    public Map<String, String> fields() {
        return fields;
    }

    public List<Problem> problems() {
        return problems;
    }

    /**
     * Refuses a command that was misread, together with everything else that is wrong with it.
     *
     * @param command what could be read
     */
    public static void requireNone(List<Problem> problems, Snapshot snapshot, Command command) {
        if (problems.isEmpty()) {
            return;
        }
        var all = new ArrayList<>(problems);
        if (Decisions.decide(snapshot, command, Instant.EPOCH)
                instanceof Decision.Refused(var further)) {
            further.all().stream()
                    .filter(one ->
                            problems.stream()
                                    .noneMatch(other ->
                                            other.entry() == one.entry()
                                                    && other.field().equals(one.field())))
                    .forEach(all::add);
        }
        requireNone(all);
    }

    public static void requireNone(List<Problem> problems) {
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
    }

    private void readMember(String name, JsonNode value) {
        switch (name) {
            case HOURS -> readHours(value);
            case BLOCKED -> readBlocked(value);
            case "labels" -> readLabels(value);
            case "acceptance", "definitionOfDone" -> readLines(name, value, "met");
            case "checklist" -> readLines(name, value, "done");
            case "links" -> readLinks(value);
            case "custom" -> readCustom(value);
            case "factors" -> readFactors(value);
            case "candidate" -> readCandidate(value);
            case "brokenDown" -> readYesOrNo(name, value);
            case "ready" -> readReady(value);
            case StandardFields.HELPERS, StandardFields.READERS -> readPeople(name, value);
            default ->
                    text(name, value, NUMBERS.contains(name))
                            .ifPresent(text -> fields.put(name, text));
        }
    }

    private void readHours(JsonNode hours) {
        if (hours.isNull()) {
            List.of("estimate", "invested", "remaining")
                    .forEach(part -> fields.put(HOURS + "." + part, ""));
        } else if (!hours.isObject()) {
            problem(HOURS, "Hours are an object with estimate, worked and remaining.");
        } else {
            hours.properties()
                    .forEach(part -> {
                        // The earlier name is taken until the next major version.
                        var key = part.getKey().equals("worked") ? "invested" : part.getKey();
                        var name = HOURS + "." + key;
                        text(name, part.getValue(), true).ifPresent(text -> fields.put(name, text));
                    });
        }
    }

    private void readBlocked(JsonNode blocked) {
        if (blocked.isNull()) {
            fields.put(BLOCKED, "");
        } else if (blocked.isObject() && blocked.size() == 1 && blocked.path("reason").isString()) {
            var reason = blocked.path("reason").asString();
            if (reason.isBlank()) {
                problem(BLOCKED, "A reason is needed; null says that it is not blocked.");
            }
            fields.put(BLOCKED, reason);
        } else {
            problem(BLOCKED, "Blocked is null or an object with a reason.");
        }
    }

    private void readLabels(JsonNode labels) {
        if (labels.isNull()) {
            fields.put("labels", "");
        } else if (labels.isArray() && labels.valueStream().allMatch(JsonNode::isString)) {
            fields.put(
                    "labels",
                    labels.valueStream().map(JsonNode::asString).collect(Collectors.joining("\n")));
        } else {
            problem("labels", "Labels are a list of texts.");
        }
    }

    /** Lines of a list, in the form that {@code FilterLine} reads. */
    private void readLines(String name, JsonNode lines, String ticked) {
        if (lines.isNull()) {
            fields.put(name, "");
            return;
        }
        boolean fits =
                lines.isArray()
                        && lines.valueStream()
                                .allMatch(line ->
                                        line.path("text").isString()
                                                && (line.path(ticked).isBoolean()
                                                        || line.path(ticked).isMissingNode()));
        if (!fits) {
            problem(name, "A list of objects is needed, each with text and %s.".formatted(ticked));
            return;
        }
        fields.put(
                name,
                lines.valueStream()
                        .map(line ->
                                "[%s] %s"
                                        .formatted(
                                                line.path(ticked).asBoolean(false) ? "x" : " ",
                                                line.path("text")
                                                        .asString()
                                                        .replaceAll("\\R", " ")))
                        .collect(Collectors.joining("\n")));
    }

    private void readLinks(JsonNode links) {
        if (links.isNull()) {
            fields.put("links", "");
        } else if (links.isArray()
                && links.valueStream().allMatch(link -> link.path("address").isString())) {
            fields.put(
                    "links",
                    links.valueStream()
                            .map(link ->
                                    (link.path("address").asString()
                                                    + " "
                                                    + link.path("name").asString(""))
                                            .replaceAll("\\R", " ")
                                            .strip())
                            .collect(Collectors.joining("\n")));
        } else {
            problem("links", "Links are a list of objects with address and name.");
        }
    }

    /** Numbers by the keys of factors; null empties one. */
    private void readFactors(JsonNode factors) {
        if (!factors.isObject()) {
            problem("factors", "Factors are an object of numbers by their keys.");
            return;
        }
        factors.properties()
                .forEach(member -> {
                    var name = "factors." + member.getKey();
                    text(name, member.getValue(), true).ifPresent(text -> fields.put(name, text));
                });
    }

    /** A sprint's id, “next”, or null; true is as good as “next”. */
    private void readCandidate(JsonNode value) {
        if (value.isString()) {
            fields.put("candidate", value.asString());
        } else {
            readYesOrNo("candidate", value);
        }
    }

    private void readYesOrNo(String name, JsonNode value) {
        if (value.isBoolean() || value.isNull()) {
            fields.put(name, value.asBoolean(false) ? "yes" : "no");
        } else {
            problem(name, "The field %s is true or false.".formatted(name));
        }
    }

    /** The checks that are ticked by hand; the others follow from the item. */
    private void readReady(JsonNode ready) {
        var ticked = ready.path("ticked");
        if (ready.isObject()
                && ready.size() == 1
                && ticked.isArray()
                && ticked.valueStream().allMatch(JsonNode::isString)) {
            fields.put(
                    "ready",
                    ticked.valueStream().map(JsonNode::asString).collect(Collectors.joining("\n")));
        } else {
            problem("ready", "Ready is an object with ticked, a list of keys of checks.");
        }
    }

    private void readPeople(String field, JsonNode people) {
        if (people.isNull()) {
            fields.put(field, "");
        } else if (people.isArray() && people.valueStream().allMatch(JsonNode::isString)) {
            fields.put(
                    field,
                    people.valueStream()
                            .map(FieldsReader::plain)
                            .collect(Collectors.joining(", ")));
        } else {
            problem(field, "People are a list of sign-in names.");
        }
    }

    /** Values by the keys of fields; a list where several are chosen; null empties one. */
    private void readCustom(JsonNode custom) {
        if (!custom.isObject()) {
            problem("custom", "Own fields are an object with their keys.");
            return;
        }
        custom.properties()
                .forEach(member -> {
                    var value = member.getValue();
                    var text =
                            value.isArray()
                                    ? value.valueStream()
                                            .map(FieldsReader::plain)
                                            .collect(Collectors.joining(", "))
                                    : value.isNull()
                                            ? ""
                                            : value.isBoolean()
                                                    ? (value.asBoolean() ? "yes" : "no")
                                                    : plain(value);
                    fields.put("custom." + member.getKey(), text);
                });
    }

    /** A number without an exponent, unless it would get long; a text as it is. */
    private static String plain(JsonNode value) {
        if (!value.isNumber()) {
            return value.asString("");
        }
        var number = value.decimalValue();
        return Math.abs((long) number.scale()) > LONGEST_SCALE
                ? number.toString()
                : number.toPlainString();
    }

    /** A value as text, empty where JSON says null; nothing where it is of the wrong type. */
    private Optional<String> text(String name, JsonNode value, boolean number) {
        if (value.isNull()) {
            return Optional.of("");
        }
        if (number ? value.isNumber() : value.isString()) {
            return Optional.of(plain(value));
        }
        if (Field.findEditable(name).isEmpty()) {
            return Optional.of(value.toString());
        }
        problem(name, number ? "A number is needed here." : "A text is needed here.");
        return Optional.empty();
    }

    private void problem(String field, String message) {
        problems.add(new Problem(entry, field, message));
    }
}
