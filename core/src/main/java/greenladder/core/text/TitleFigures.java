package greenladder.core.text;

import greenladder.core.item.Field;
import greenladder.core.people.Person;
import greenladder.core.value.Amount;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * What people write behind a title in lists: {@code Show the queue (5 points)}, {@code …, 3 pt},
 * {@code … [5]}, {@code … [2d]} where sizes are days, and on a level of hours {@code …, 6 h, Oona}.
 *
 * @param title what is left of the text
 * @param fields what was said, by the names of fields
 */
record TitleFigures(String title, Map<String, String> fields) {
    private static final String NUMBER = "(\\d{1,6}(?:[.,]\\d{1,3})?)";
    private static final Pattern AMOUNT = Pattern.compile(NUMBER + "\\s*+([a-z]*+)");
    private static final Pattern BRACKETS =
            Pattern.compile("(.*\\S)\\s*+([(\\[])\\s*+([^()\\[\\]]{1,30})[)\\]]", Pattern.DOTALL);
    private static final Pattern CLAUSE =
            Pattern.compile("(.*\\S)\\s*+,\\s*+([^,]{1,80})", Pattern.DOTALL);
    private static final Pattern BARE =
            Pattern.compile(
                    "(.*\\S)\\s++" + NUMBER + "\\s?(pts?|points?)",
                    Pattern.CASE_INSENSITIVE | Pattern.DOTALL);

    private static final List<String> POINTS = List.of("point", "points", "pt", "pts", "sp");
    private static final List<String> DAYS = List.of("d", "day", "days");
    private static final List<String> HOURS = List.of("h", "hr", "hrs", "hour", "hours");

    /** A longer text is a title whole. */
    private static final int LONGEST = 2_000;

    /**
     * Reads from the end, up to the first that is nothing of the kind.
     *
     * @param carriesPoints whether the item has a size, rather than hours
     * @param unit what sizes of the product are, such as "points"
     */
    static TitleFigures read(
            String text, boolean carriesPoints, String unit, Collection<Person> people) {
        var fields = new LinkedHashMap<String, String>();
        var rest = text.strip();
        while (rest.length() <= LONGEST) {
            var brackets = BRACKETS.matcher(rest);
            var clause = CLAUSE.matcher(rest);
            var bare = BARE.matcher(rest);
            Optional<Map.Entry<String, String>> found;
            String before;
            if (brackets.matches()) {
                before = brackets.group(1);
                found =
                        amount(
                                brackets.group(3),
                                carriesPoints,
                                unit,
                                brackets.group(2).equals("["));
            } else if (clause.matches()) {
                before = clause.group(1);
                var said = clause.group(2).strip();
                found = amount(said, carriesPoints, unit, false);
                if (found.isEmpty() && !carriesPoints) {
                    found = person(said, people);
                }
            } else if (bare.matches()) {
                before = bare.group(1);
                found = amount(bare.group(2) + bare.group(3), carriesPoints, unit, false);
            } else {
                break;
            }
            if (found.isEmpty() || fields.containsKey(found.get().getKey())) {
                break;
            }
            fields.put(found.get().getKey(), found.get().getValue());
            rest = before.strip();
        }
        // A name alone behind a comma is a part of the title, unless hours are said with it.
        boolean isOnlyAName = fields.keySet().equals(Set.of(Field.ASSIGNEE.label()));
        return isOnlyAName
                ? new TitleFigures(text.strip(), Map.of())
                : new TitleFigures(rest, fields);
    }

    /** The field and the value of an amount such as {@code 5 pt}; empty where it is none. */
    static Optional<Map.Entry<String, String>> amount(
            String said, boolean carriesPoints, String unit, boolean mayBeBare) {
        var match = AMOUNT.matcher(said.strip().toLowerCase(Locale.ROOT));
        if (!match.matches()) {
            return Optional.empty();
        }
        var word = match.group(2);
        boolean isSize =
                carriesPoints
                        && (POINTS.contains(word)
                                || unit.equals("days") && DAYS.contains(word)
                                || word.isEmpty() && mayBeBare);
        boolean isHours = !carriesPoints && (HOURS.contains(word) || word.isEmpty() && mayBeBare);
        var number = match.group(1).replace(',', '.');
        return Amount.parse(number)
                .filter(any -> isSize || isHours)
                .map(any ->
                        Map.entry((isSize ? Field.SIZE : Field.HOURS_ESTIMATE).label(), number));
    }

    /** By name, sign-in name, or a first name that only one has. */
    static Optional<Person> findPerson(String said, Collection<Person> people) {
        var named =
                people.stream()
                        .filter(person ->
                                person.name().equalsIgnoreCase(said)
                                        || person.handle().equalsIgnoreCase(said))
                        .toList();
        var found =
                named.isEmpty()
                        ? people.stream()
                                .filter(person ->
                                        person.name().split(" ")[0].equalsIgnoreCase(said))
                                .toList()
                        : named;
        return found.size() == 1 ? Optional.of(found.getFirst()) : Optional.empty();
    }

    private static Optional<Map.Entry<String, String>> person(
            String said, Collection<Person> people) {
        var name = said.replaceFirst("(?i)^for\\s++", "");
        return findPerson(name, people)
                .map(person -> Map.entry(Field.ASSIGNEE.label(), person.handle()));
    }
}
