package greenladder.core.text;

import greenladder.core.item.Field;
import greenladder.core.people.Person;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.Days;
import greenladder.core.value.ItemKey;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * One line of quick add, read: a title, and after commas what else is said of it in plain words.
 * {@code Show the queue, story, 5 points, for Ines Rowe, under MSF12, labelled boarding}. What is
 * not understood stays in the title.
 *
 * @param chips what was understood, in the order of the line
 */
public record QuickLine(String title, List<Chip> chips) {
    private static final Pattern CLAUSE =
            Pattern.compile(
                    "(for|under|labelled|team|by)\\s++(.++)",
                    Pattern.CASE_INSENSITIVE | Pattern.DOTALL);

    /** A longer line is read as a title, which is then too long. */
    private static final int LONGEST = 2_000;

    /**
     * Something understood.
     *
     * @param value as a command takes it
     * @param words as it is shown
     */
    public record Chip(String field, String value, String words) {}

    public QuickLine {
        chips = List.copyOf(chips);
    }

    /** The chips as fields of a new item; level and kind among them only where they were said. */
    public Map<String, String> fields() {
        var fields = new LinkedHashMap<String, String>();
        chips.forEach(chip -> fields.put(chip.field(), chip.value()));
        return fields;
    }

    /**
     * Reads a line for a product. Clauses are read from the end, up to the first not understood.
     */
    public static QuickLine read(String line, Snapshot snapshot, Product product) {
        if (line.length() > LONGEST) {
            return new QuickLine(line.strip(), List.of());
        }
        var words = new LevelWords(product.levels());
        var chips = new ArrayList<Chip>();
        var parts = new ArrayList<>(List.of(line.strip().split(",", -1)));
        while (parts.size() > 1) {
            var found = chipsOf(parts.getLast().strip(), snapshot, product, words);
            if (found.isEmpty()) {
                break;
            }
            chips.addAll(0, found);
            parts.removeLast();
        }
        var written = String.join(",", parts).strip();
        var unit = product.refining().scale().unit();
        var figures =
                chips.stream().noneMatch(chip -> chip.field().equals(Field.SIZE.label()))
                        ? TitleFigures.read(written, true, unit, List.of())
                        : new TitleFigures(written, Map.of());
        figures.fields()
                .forEach((field, size) -> chips.addFirst(new Chip(field, size, size + " " + unit)));
        var title = figures.title();
        var named = words.findAt(title);
        if (named == null) {
            return new QuickLine(title, chips);
        }
        chips.addAll(0, levelChips(new LevelWords.Word(named.level(), named.kind())));
        return new QuickLine(named.rest(), chips);
    }

    /**
     * The fields of an item that is written where some of them follow from the place: {@code bug:
     * Ramp sticks, 3 points} in a list of stories is a bug of the list. What the place says stands;
     * a line that names another level than the place has is all of it the title.
     *
     * @param place by field, empty texts for what it leaves open
     */
    public static Map<String, String> writtenAt(
            String line, Snapshot snapshot, Product product, Map<String, String> place) {
        var fields = new LinkedHashMap<>(place);
        var read = read(line, snapshot, product);
        var level = read.fields().get(Field.LEVEL.label());
        if (level != null && !level.equals(place.getOrDefault(Field.LEVEL.label(), level))) {
            fields.put(Field.TITLE.label(), line.strip());
            return fields;
        }
        read.fields()
                .forEach((field, value) ->
                        fields.merge(field, value, (at, said) -> at.isBlank() ? said : at));
        fields.put(Field.TITLE.label(), read.title());
        return fields;
    }

    private static List<Chip> chipsOf(
            String clause, Snapshot snapshot, Product product, LevelWords words) {
        var word = words.find(clause);
        if (word != null) {
            return levelChips(word);
        }
        var unit = product.refining().scale().unit();
        var amount =
                TitleFigures.amount(clause, true, unit, false)
                        .or(() -> TitleFigures.amount(clause, false, unit, false));
        if (amount.isPresent()) {
            return List.of(new Chip(amount.get().getKey(), amount.get().getValue(), clause));
        }
        var match = CLAUSE.matcher(clause);
        if (!match.matches()) {
            return List.of();
        }
        var said = match.group(2).strip();
        return switch (match.group(1).toLowerCase(Locale.ROOT)) {
            case "for" -> chip(person(said, snapshot), Field.ASSIGNEE, "for ");
            case "under" -> chip(parent(said, snapshot, product), Field.PARENT, "under ");
            case "team" -> chip(team(said, snapshot, product), Field.TEAM, "team ");
            case "by" -> chip(date(said), Field.FINISH, "by ");
            default ->
                    List.of(
                            new Chip(
                                    Field.LABELS.label(),
                                    said.replace(" and ", ", "),
                                    "labelled " + said));
        };
    }

    private static List<Chip> levelChips(LevelWords.Word word) {
        boolean plain = word.kind().equals(word.level().plainKind());
        var level =
                new Chip(
                        Field.LEVEL.label(),
                        word.level().key(),
                        plain ? word.level().name().toLowerCase(Locale.ROOT) : word.kind());
        return plain
                ? List.of(level)
                : List.of(level, new Chip(Field.KIND.label(), word.kind(), word.kind()));
    }

    /** A value with what it is called. */
    private record Meant(String value, String words) {}

    private static List<Chip> chip(Optional<Meant> meant, Field field, String before) {
        return meant.map(one -> new Chip(field.label(), one.value(), before + one.words()))
                .map(List::of)
                .orElse(List.of());
    }

    /** A person by name, sign-in name, or a first name that only one has. */
    private static Optional<Meant> person(String said, Snapshot snapshot) {
        return TitleFigures.findPerson(said, snapshot.workspace().peopleAtWork())
                .map(QuickLine::meant);
    }

    private static Meant meant(Person person) {
        return new Meant(person.handle(), person.name());
    }

    /** An item by key, or by a title that only one has. */
    private static Optional<Meant> parent(String said, Snapshot snapshot, Product product) {
        var byKey = ItemKey.parse(said).flatMap(snapshot::findItem);
        if (byKey.isPresent()) {
            return byKey.map(item -> new Meant(item.key().toString(), item.key().toString()));
        }
        var titled =
                product.levels().all().stream()
                        .flatMap(level -> snapshot.level(product, level).stream())
                        .map(node -> node.item())
                        .filter(item -> item.title().equalsIgnoreCase(said))
                        .limit(2)
                        .toList();
        return titled.size() == 1
                ? Optional.of(
                        new Meant(titled.getFirst().key().toString(), titled.getFirst().title()))
                : Optional.empty();
    }

    private static Optional<Meant> team(String said, Snapshot snapshot, Product product) {
        return snapshot.workspace().teamsOf(product.code()).stream()
                .filter(team ->
                        team.name().equalsIgnoreCase(said) || team.key().equalsIgnoreCase(said))
                .findFirst()
                .map((Team team) -> new Meant(team.key(), team.name()));
    }

    private static Optional<Meant> date(String said) {
        return Days.parse(said).map(day -> new Meant(said, said));
    }
}
