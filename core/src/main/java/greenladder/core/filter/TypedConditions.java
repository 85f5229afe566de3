package greenladder.core.filter;

import greenladder.core.people.Person;
import greenladder.core.value.Days;
import greenladder.core.value.ItemKey;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.temporal.ChronoField;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Pattern;

/**
 * Conditions of a filter, read from plain words: {@code blocked or not sized, size > 5, changed
 * since Monday, for Ines, not labelled quay}. Commas separate what has to hold together, "or"
 * alternatives; what is not understood is left as words to search for.
 */
public final class TypedConditions {
    /** A longer line is words to search for. */
    private static final int LONGEST = 1_000;

    /** Of these a value alone will do; any other word may as well be searched for. */
    private static final List<String> BARE =
            List.of("level", "kind", "state", "category", "band", "team", "sprint", "release");

    private static final List<String> GROUPS = List.of("or", "or2", "or3");
    private static final Pattern OR = Pattern.compile("\\s+or\\s+", Pattern.CASE_INSENSITIVE);
    private static final Pattern NOT = Pattern.compile("(?:not|without|no)\\s+(.+)");
    private static final Pattern AMOUNT =
            Pattern.compile(
                    "(.+?)\\s*(>=|<=|>|<|=|at least|at most|more than|less"
                        + " than|over|under|from)?\\s*"
                        + "(\\d{1,9}(?:\\.\\d{1,3})?)(?:\\s*(?:to|-|–)\\s*(\\d{1,9}(?:\\.\\d{1,3})?))?");
    private static final Pattern POINTS =
            Pattern.compile("(\\d{1,9}(?:\\.\\d{1,3})?) (?:points?|pts?)");
    private static final Pattern DAYS_PAST = Pattern.compile("in the last (\\d{1,4}) (day|week)s?");
    private static final Pattern DAYS_AHEAD =
            Pattern.compile("(?:with)?in (\\d{1,4}) (day|week)s?");
    private static final Pattern DAY_BOUND =
            Pattern.compile("(since|after|from|before|until|by|on)\\s+(.+)");
    private static final DateTimeFormatter DAY_AND_MONTH = dayAndMonth("d MMM[ uuuu]");
    private static final DateTimeFormatter DAY_AND_LONG_MONTH = dayAndMonth("d MMMM[ uuuu]");

    private static final Map<String, String> DAY_FACETS =
            Map.ofEntries(
                    Map.entry("changed", "updated"),
                    Map.entry("updated", "updated"),
                    Map.entry("created", "made"),
                    Map.entry("added", "made"),
                    Map.entry("start", "start"),
                    Map.entry("starts", "start"),
                    Map.entry("starting", "start"),
                    Map.entry("finish", "finish"),
                    Map.entry("finishes", "finish"),
                    Map.entry("finishing", "finish"),
                    Map.entry("due", "finish"));
    private static final Map<String, String> FLAG_WORDS =
            Map.of(
                    "unsized", "unsized",
                    "parent", "-loose",
                    "loose", "loose",
                    "watched", "watched",
                    "to discuss", "agenda",
                    "changed", "changed");

    private final Facets facets;
    private final Lens lens;
    private final Function<Facet, Collection<String>> values;

    /**
     * What was understood.
     *
     * @param picks values by the names under which they are asked for, see {@link PickName}
     * @param rest the words that were not understood
     */
    public record Read(Map<String, List<String>> picks, String rest) {}

    private record Condition(String facet, boolean excludes, String value) {
        Condition negated() {
            return new Condition(facet, !excludes, value);
        }
    }

    /**
     * @param values those that items have of a facet, which words are held against
     */
    public TypedConditions(Lens lens, Facets facets, Function<Facet, Collection<String>> values) {
        this.lens = lens;
        this.facets = facets;
        this.values = values;
    }

    /**
     * @param taken the names of picks that there are already; their groups are not used again
     */
    public Read read(String line, Collection<String> taken) {
        if (line.length() > LONGEST) {
            return new Read(Map.of(), line);
        }
        var groups = new ArrayList<>(GROUPS);
        var used = new HashSet<String>();
        taken.forEach(name -> PickName.parse(name).ifPresent(pick -> used.add(pick.group())));
        groups.removeAll(used);
        var picks = new LinkedHashMap<String, List<String>>();
        var rest = new ArrayList<String>();
        for (var clause : line.split(",", -1)) {
            var conditions = conditions(clause.strip());
            boolean fits = !conditions.isEmpty() && (areOfOne(conditions) || !groups.isEmpty());
            if (!fits) {
                rest.add(clause.strip());
                continue;
            }
            var group = areOfOne(conditions) ? "" : groups.removeFirst();
            for (var one : conditions) {
                var name = new PickName(group, one.excludes(), one.facet()).toString();
                picks.computeIfAbsent(name, any -> new ArrayList<>()).add(one.value());
            }
        }
        return new Read(picks, String.join(", ", rest).strip());
    }

    /** Whether conditions are alternatives already, as values of one facet are. */
    private static boolean areOfOne(List<Condition> conditions) {
        return conditions.size() == 1
                || conditions.stream().noneMatch(Condition::excludes)
                        && conditions.stream().map(Condition::facet).distinct().count() == 1;
    }

    /** The alternatives of a clause; empty where one of them is not understood. */
    private List<Condition> conditions(String clause) {
        var whole = condition(clause);
        if (whole.isPresent()) {
            return List.of(whole.get());
        }
        var conditions = new ArrayList<Condition>();
        for (var alternative : OR.split(clause)) {
            var condition = condition(alternative.strip());
            if (condition.isEmpty()) {
                return List.of();
            }
            conditions.add(condition.get());
        }
        return conditions;
    }

    private Optional<Condition> condition(String text) {
        var words = text.toLowerCase(Locale.ROOT);
        if (words.isEmpty()) {
            return Optional.empty();
        }
        var negated = NOT.matcher(words);
        if (negated.matches()) {
            var what = text.substring(negated.start(1));
            return flagNamed(words)
                    .or(() -> without(negated.group(1)))
                    .or(() -> condition(what).map(TypedConditions::opposite));
        }
        return flagNamed(words)
                .or(() -> amount(words))
                .or(() -> days(words))
                .or(() -> said(text))
                .or(() -> valueOfNamed(words))
                .or(() -> valueOfAny(words));
    }

    /** Of what is true or not, the other one; of all else, what is left out. */
    private static Condition opposite(Condition condition) {
        if (condition.value().equals(Facet.TRUE) || condition.value().equals(Facet.FALSE)) {
            boolean is = condition.value().equals(Facet.TRUE);
            return new Condition(condition.facet(), false, is ? Facet.FALSE : Facet.TRUE);
        }
        return condition.negated();
    }

    private Optional<Condition> flagNamed(String words) {
        var plain = words.replaceFirst("^(?:is|are) ", "");
        if (plain.equals("mine")) {
            return of("assignee", Facets.ME);
        }
        if (plain.equals("sized")) {
            return of("unsized", Facet.FALSE);
        }
        if (plain.equals("current sprint")) {
            return of("sprint", Facets.CURRENT);
        }
        var word = Optional.ofNullable(FLAG_WORDS.get(plain));
        if (word.isPresent() && !word.get().startsWith("-")) {
            return of(word.get(), Facet.TRUE);
        }
        return facets.all().stream()
                .filter(Facet::isFlag)
                .filter(facet -> facet.label().equalsIgnoreCase(plain))
                .findFirst()
                .flatMap(facet -> of(facet.id(), Facet.TRUE));
    }

    /** "no team", "without a release", "no label". */
    private Optional<Condition> without(String what) {
        var plain = what.replaceFirst("^(?:a|an|any) ", "");
        var flag = Optional.ofNullable(FLAG_WORDS.get(plain)).filter(one -> one.startsWith("-"));
        if (flag.isPresent()) {
            return of(flag.get().substring(1), Facet.TRUE);
        }
        return named(plain)
                .or(() -> named(plain.replaceFirst("s$", "")))
                .filter(facet -> !facet.isFlag())
                .flatMap(facet -> of(facet.id(), Facet.NONE));
    }

    private Optional<Condition> amount(String words) {
        var points = POINTS.matcher(words);
        if (points.matches()) {
            return of("size", points.group(1));
        }
        var match = AMOUNT.matcher(words);
        if (!match.matches()) {
            return Optional.empty();
        }
        var low = match.group(3);
        var value =
                match.group(4) != null
                        ? low + ".." + next(match.group(4))
                        : switch (match.group(2) == null ? "=" : match.group(2)) {
                            case ">", "more than", "over" -> next(low) + "..";
                            case ">=", "at least", "from" -> low + "..";
                            case "<", "less than", "under" -> ".." + low;
                            case "<=", "at most" -> ".." + next(low);
                            default -> low;
                        };
        return named(match.group(1).strip())
                .filter(facet -> !facet.isFlag() && facet.known().test("0..1"))
                .flatMap(facet -> of(facet.id(), value));
    }

    /** The next amount that can be told from this one, a thousandth away. */
    private static String next(String number) {
        return new BigDecimal(number).add(new BigDecimal("0.001")).toPlainString();
    }

    private Optional<Condition> days(String words) {
        var parts = words.split("\\s+", 2);
        var facet = DAY_FACETS.get(parts[0]);
        if (facet == null || parts.length < 2) {
            return Optional.empty();
        }
        var past = DAYS_PAST.matcher(parts[1]);
        if (past.matches()) {
            return of(facet, "%dd..0d".formatted(1 - days(past.group(1), past.group(2))));
        }
        var ahead = DAYS_AHEAD.matcher(parts[1]);
        if (ahead.matches()) {
            return of(facet, "0d..%dd".formatted(days(ahead.group(1), ahead.group(2))));
        }
        var bound = DAY_BOUND.matcher(parts[1]);
        if (bound.matches()) {
            return day(bound.group(2), facet)
                    .flatMap(day -> of(facet, bounded(bound.group(1), day)));
        }
        return day(parts[1], facet).flatMap(day -> of(facet, day + ".." + day));
    }

    private static String bounded(String word, LocalDate day) {
        return switch (word) {
            case "since", "from" -> day + "..";
            case "after" -> day.plusDays(1) + "..";
            case "before" -> ".." + day.minusDays(1);
            case "until", "by" -> ".." + day;
            default -> day + ".." + day;
        };
    }

    private static int days(String number, String unit) {
        return Math.min(9999, Integer.parseInt(number) * (unit.equals("week") ? 7 : 1));
    }

    /** Weekdays are the last of what happened, the next of what is planned. */
    private Optional<LocalDate> day(String words, String facet) {
        boolean isPast = facet.equals("updated") || facet.equals("made");
        var today = lens.today();
        switch (words) {
            case "today" -> {
                return Optional.of(today);
            }
            case "yesterday" -> {
                return Optional.of(today.minusDays(1));
            }
            case "tomorrow" -> {
                return Optional.of(today.plusDays(1));
            }
            default -> {}
        }
        for (var weekday : DayOfWeek.values()) {
            var name = weekday.name().toLowerCase(Locale.ROOT);
            if (words.equals(name) || words.equals(name.substring(0, 3))) {
                return Optional.of(
                        today.with(
                                isPast
                                        ? TemporalAdjusters.previousOrSame(weekday)
                                        : TemporalAdjusters.nextOrSame(weekday)));
            }
        }
        return Days.parse(words)
                .or(() -> written(words, DAY_AND_MONTH))
                .or(() -> written(words, DAY_AND_LONG_MONTH));
    }

    private Optional<LocalDate> written(String words, DateTimeFormatter form) {
        try {
            var parsed = form.parse(words);
            int year =
                    parsed.isSupported(ChronoField.YEAR)
                            ? parsed.get(ChronoField.YEAR)
                            : lens.today().getYear();
            return Optional.of(
                            LocalDate.of(
                                    year,
                                    parsed.get(ChronoField.MONTH_OF_YEAR),
                                    parsed.get(ChronoField.DAY_OF_MONTH)))
                    .filter(Days::isWithin);
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    /** "for Ines", "under MSF12", "labelled quay", as quick add takes them. */
    private Optional<Condition> said(String text) {
        var parts = text.split("\\s+", 2);
        if (parts.length < 2) {
            return Optional.empty();
        }
        var what = parts[1].strip();
        return switch (parts[0].toLowerCase(Locale.ROOT)) {
            case "for" -> what.equalsIgnoreCase("me") ? of("assignee", Facets.ME) : person(what);
            case "labelled" -> valueOf("label", what);
            case "under" -> under(what);
            default -> Optional.empty();
        };
    }

    private Optional<Condition> person(String said) {
        var people = lens.snapshot().workspace().peopleByHandle().values();
        var named =
                people.stream()
                        .filter(person ->
                                person.name().equalsIgnoreCase(said)
                                        || person.handle().equalsIgnoreCase(said))
                        .toList();
        var found =
                named.isEmpty()
                        ? people.stream()
                                .filter(one -> one.name().split(" ")[0].equalsIgnoreCase(said))
                                .toList()
                        : named;
        return found.size() == 1
                ? Optional.of(found.getFirst())
                        .map(Person::handle)
                        .flatMap(one -> of("assignee", one))
                : Optional.empty();
    }

    private Optional<Condition> under(String said) {
        return ItemKey.parse(said.toUpperCase(Locale.ROOT))
                .flatMap(lens.snapshot()::findItem)
                .flatMap(item -> of(Facets.IN + item.level().key(), item.key().toString()));
    }

    /** "release Spring timetable", "state In test", "risk high". */
    private Optional<Condition> valueOfNamed(String words) {
        return facets.all().stream()
                .filter(facet -> !facet.isFlag())
                .filter(facet -> words.startsWith(facet.label().toLowerCase(Locale.ROOT) + " "))
                .sorted(Comparator.comparing((Facet facet) -> facet.label().length()).reversed())
                .flatMap(facet ->
                        valueOf(facet.id(), words.substring(facet.label().length()).strip())
                                .stream())
                .findFirst();
    }

    private Optional<Condition> valueOfAny(String words) {
        return BARE.stream().flatMap(facet -> valueOf(facet, words).stream()).findFirst();
    }

    private Optional<Condition> valueOf(String id, String said) {
        return facets.find(id)
                .flatMap(facet ->
                        values.apply(facet).stream()
                                .filter(value -> !value.equals(Facet.NONE))
                                .filter(value -> facet.words().apply(value).equalsIgnoreCase(said))
                                .findFirst()
                                .flatMap(value -> of(id, value)));
    }

    private Optional<Facet> named(String label) {
        return facets.all().stream()
                .filter(facet -> facet.label().equalsIgnoreCase(label))
                .findFirst();
    }

    private Optional<Condition> of(String facet, String value) {
        return facets.find(facet)
                .filter(one -> one.known().test(value))
                .map(one -> new Condition(one.id(), false, value));
    }

    private static DateTimeFormatter dayAndMonth(String pattern) {
        return new DateTimeFormatterBuilder()
                .parseCaseInsensitive()
                .appendPattern(pattern)
                .toFormatter(Locale.UK);
    }
}
