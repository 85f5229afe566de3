package greenladder.core.edit;

import greenladder.core.change.Legality;
import greenladder.core.item.BaseField;
import greenladder.core.item.CustomField;
import greenladder.core.item.Field;
import greenladder.core.item.Refinement;
import greenladder.core.level.Level;
import greenladder.core.level.State;
import greenladder.core.level.States;
import greenladder.core.product.Band;
import greenladder.core.product.Product;
import greenladder.core.product.ReadyCheck;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.Days;
import greenladder.core.value.ItemKey;
import greenladder.core.value.Shortened;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Turns the text that somebody entered for a field into its value: one method and one message a
 * rule.
 */
final class FieldReader {
    static final int LONGEST_TITLE = 500;
    static final int LONGEST_DESCRIPTION = 100_000;
    static final int LONGEST_REASON = 500;
    private static final int MOST_PEOPLE = 20;

    /** No text of one line is looked at that is longer; its own limit is lower. */
    private static final int LONGEST_LINE = 2_000;

    /** Nor any list or description. */
    private static final int LONGEST_TEXT = 120_000;

    private static final Set<BaseField> OF_MANY_LINES =
            EnumSet.of(
                    BaseField.DESCRIPTION,
                    BaseField.ACCEPTANCE,
                    BaseField.DEFINITION_OF_DONE,
                    BaseField.CHECKLIST,
                    BaseField.LINKS);

    private static final Pattern BLANKS = Pattern.compile("[\\p{Cntrl}\\s]+");

    private final Snapshot snapshot;
    private final Product product;

    FieldReader(Snapshot snapshot, Product product) {
        this.snapshot = snapshot;
        this.product = product;
    }

    /** What was read: a value to keep (null for none), or what is wrong. */
    sealed interface Reading {
        record Kept(@Nullable Object value) implements Reading {}

        record Wrong(String message) implements Reading {}
    }

    /**
     * Reads a field other than kind and state, which depend on the level: see {@link #kind} and
     * {@link #state}.
     *
     * @param entered blank for none
     */
    Reading read(Field field, String entered) {
        int most = OF_MANY_LINES.contains(field.base()) ? LONGEST_TEXT : LONGEST_LINE;
        if (entered.length() > most) {
            return tooLong(field, entered.length(), most);
        }
        var text = entered.strip();
        return switch (field.base()) {
            case TITLE -> title(text);
            case DESCRIPTION -> description(entered);
            case LEVEL -> level(text);
            case PARENT -> text.isEmpty() ? kept(null) : parent(text);
            case ASSIGNEE -> text.isEmpty() ? kept(null) : assignee(text);
            case TEAM -> text.isEmpty() ? kept(null) : team(text);
            case SPRINT -> text.isEmpty() ? kept(null) : sprint(text);
            case RELEASE -> text.isEmpty() ? kept(null) : release(text);
            case SIZE -> text.isEmpty() ? kept(null) : size(text);
            case VALUE -> text.isEmpty() ? kept(null) : amount("The value", text);
            case HOURS_ESTIMATE ->
                    text.isEmpty() ? kept(null) : amount("The estimated hours", text);
            case HOURS_INVESTED -> text.isEmpty() ? kept(null) : amount("The hours worked", text);
            case HOURS_REMAINING ->
                    text.isEmpty() ? kept(null) : amount("The hours remaining", text);
            case START -> text.isEmpty() ? kept(null) : date("The start", text);
            case FINISH -> text.isEmpty() ? kept(null) : date("The finish", text);
            case BLOCKED -> text.isEmpty() ? kept(null) : reason(text);
            case LABELS -> DetailReader.labels(text);
            case ACCEPTANCE, DEFINITION_OF_DONE, CHECKLIST -> DetailReader.lines(entered);
            case LINKS -> DetailReader.links(entered);
            case BAND -> text.isEmpty() ? kept(null) : band(text);
            case FACTOR -> factor(field, text);
            case AGENDA, QUESTION -> text.isEmpty() ? kept(null) : words(text);
            case CANDIDATE -> text.isEmpty() ? kept(null) : candidate(text);
            case BROKEN_DOWN -> yesOrNo(text);
            case READY -> ticks(text);
            case CUSTOM -> custom(field, text);
            case KIND,
                    STATE,
                    EXISTS,
                    RAISED_BY,
                    RANK,
                    FIRST_ESTIMATE,
                    ATTACHMENTS,
                    GREW_FROM,
                    SPLIT_FROM,
                    PARTS,
                    MERGED,
                    DECISIONS,
                    HANDED_OVER,
                    ACCEPTED,
                    WORKED,
                    MEASURE,
                    READING,
                    HEALTH,
                    REWORDED,
                    CONFIRMED,
                    LINK ->
                    throw new IllegalArgumentException(field.label());
        };
    }

    private static Reading tooLong(Field field, int length, int most) {
        return switch (field.base()) {
            case TITLE -> titleTooLong(length);
            case DESCRIPTION -> descriptionTooLong(length);
            default ->
                    wrong(
                            "This is %,d characters long; at most %,d are allowed."
                                    .formatted(length, most));
        };
    }

    Reading kind(Level level, String entered) {
        var kind = entered.strip();
        return level.kinds().contains(kind)
                ? kept(kind)
                : wrong(
                        "“%s” is not a kind of %s; there are: %s."
                                .formatted(
                                        Shortened.inMessage(kind),
                                        Legality.word(level),
                                        String.join(", ", level.kinds())));
    }

    Reading state(Level level, States states, String entered) {
        var key = entered.strip();
        return states.find(key).isPresent()
                ? kept(key)
                : wrong(
                        "“%s” is not a state of %s; there are: %s."
                                .formatted(
                                        Shortened.inMessage(key),
                                        Legality.aWord(level),
                                        states.all().stream()
                                                .map(State::key)
                                                .collect(Collectors.joining(", "))));
    }

    private static Reading title(String text) {
        var title = BLANKS.matcher(text).replaceAll(" ").strip();
        if (title.isEmpty()) {
            return wrong("A title is needed.");
        }
        return title.length() > LONGEST_TITLE ? titleTooLong(title.length()) : kept(title);
    }

    private static Reading titleTooLong(int length) {
        return wrong(
                "The title is %,d characters long; at most %d are allowed."
                        .formatted(length, LONGEST_TITLE));
    }

    private static Reading descriptionTooLong(int length) {
        return wrong(
                "The description is %,d characters long; at most %,d are allowed."
                        .formatted(length, LONGEST_DESCRIPTION));
    }

    private static Reading description(String entered) {
        var text = entered.replace("\r\n", "\n").replace("\0", "");
        if (text.length() > LONGEST_DESCRIPTION) {
            return descriptionTooLong(text.length());
        }
        return kept(text.isBlank() ? null : text);
    }

    private Reading band(String text) {
        return product.refining().bands().stream()
                .filter(band -> band.key().equals(text) || band.name().equalsIgnoreCase(text))
                .findFirst()
                .map(band -> kept(band.key()))
                .orElseGet(() ->
                        wrong(
                                "“%s” is not a band of %s; there are: %s."
                                        .formatted(
                                                Shortened.inMessage(text),
                                                product.name(),
                                                product.refining().bands().stream()
                                                        .map(Band::name)
                                                        .collect(Collectors.joining(", ")))));
    }

    private Reading factor(Field field, String text) {
        var factor = product.refining().findFactor(field.factorKey());
        if (text.isEmpty()) {
            return kept(null);
        }
        if (factor.isEmpty()) {
            return wrong(
                    "%s has no factor “%s”."
                            .formatted(product.name(), Shortened.inMessage(field.factorKey())));
        }
        var amount = Amount.parse(text.replace(',', '.'));
        return amount.filter(factor.get()::takes)
                .map(FieldReader::kept)
                .orElseGet(() ->
                        wrong(
                                "%s is a number from %s to %s, not “%s”."
                                        .formatted(
                                                factor.get().name(),
                                                factor.get().low(),
                                                factor.get().high(),
                                                Shortened.inMessage(text))));
    }

    private static Reading yesOrNo(String text) {
        return switch (text) {
            case "", "no" -> kept(null);
            case Refinement.YES -> kept(true);
            default -> wrong("It is yes or no, not “%s”.".formatted(Shortened.inMessage(text)));
        };
    }

    /** A sprint for which it is meant, or the next one. */
    private Reading candidate(String text) {
        return switch (text) {
            case "no" -> kept(null);
            case Refinement.YES, Refinement.NEXT -> kept(Refinement.NEXT);
            default -> sprint(text);
        };
    }

    /** Keys of checks that are ticked by hand; a sign before them is passed over. */
    private Reading ticks(String text) {
        for (var key : DetailReader.split(DetailReader.unsigned(text))) {
            if (product.refining()
                    .findCheck(key)
                    .filter(check -> check.kind() == ReadyCheck.Kind.BY_HAND)
                    .isEmpty()) {
                return wrong(
                        "“%s” is not a check that is ticked by hand."
                                .formatted(Shortened.inMessage(key)));
            }
        }
        return DetailReader.labels(text);
    }

    private Reading custom(Field field, String text) {
        return product.findField(field.customKey())
                .map(custom -> text.isEmpty() ? kept(null) : customValue(custom, text))
                .orElseGet(() ->
                        wrong(
                                "%s has no field “%s”."
                                        .formatted(
                                                product.name(),
                                                Shortened.inMessage(field.customKey()))));
    }

    private Reading customValue(CustomField field, String text) {
        return switch (field.type()) {
            case PERSON -> assignee(text);
            case PEOPLE -> people(field, text);
            case ITEM -> other(text);
            default -> DetailReader.custom(field, text);
        };
    }

    private Reading people(CustomField field, String text) {
        var handles = new LinkedHashSet<String>();
        for (var handle : DetailReader.split(text)) {
            if (assignee(handle) instanceof Reading.Wrong wrong) {
                return wrong;
            }
            handles.add(handle);
        }
        return handles.size() > MOST_PEOPLE
                ? wrong("%s: at most %d people.".formatted(field.name(), MOST_PEOPLE))
                : kept(handles.isEmpty() ? null : String.join(", ", handles));
    }

    private Reading other(String text) {
        return ItemKey.parse(text.toUpperCase(Locale.ROOT))
                .flatMap(snapshot::findItem)
                .<Reading>map(item -> kept(item.key().toString()))
                .orElseGet(
                        () -> wrong("There is no item “%s”.".formatted(Shortened.inMessage(text))));
    }

    private Reading level(String text) {
        return product.levels().find(text).isPresent()
                ? kept(text)
                : wrong(
                        "There is no level “%s”; there are: %s."
                                .formatted(
                                        Shortened.inMessage(text),
                                        product.levels().all().stream()
                                                .map(Level::key)
                                                .collect(Collectors.joining(", "))));
    }

    private Reading parent(String text) {
        return ItemKey.parse(text)
                .flatMap(snapshot::findItem)
                .map(item -> kept(item.key()))
                .orElseGet(() ->
                        wrong(
                                "There is no item “%s” to stand above."
                                        .formatted(Shortened.inMessage(text))));
    }

    private Reading assignee(String text) {
        var person = snapshot.findPerson(text);
        if (person.isEmpty()) {
            return wrong("Nobody signs in as “%s”.".formatted(Shortened.inMessage(text)));
        }
        return person.get().gone()
                ? wrong("%s has left; somebody else is needed.".formatted(person.get().name()))
                : kept(text);
    }

    private Reading team(String text) {
        var team = snapshot.workspace().findTeam(text);
        if (team.isEmpty()) {
            return wrong("There is no team “%s”.".formatted(Shortened.inMessage(text)));
        }
        return team.get().products().contains(product.code())
                ? kept(text)
                : wrong(
                        "Team %s does not work for %s."
                                .formatted(team.get().name(), product.name()));
    }

    private Reading sprint(String text) {
        var sprint = snapshot.workspace().findSprint(text);
        if (sprint.isEmpty()) {
            return wrong("There is no sprint “%s”.".formatted(Shortened.inMessage(text)));
        }
        if (sprint.get().isClosed()) {
            return wrong(
                    "%s is closed; nothing is planned into it any more."
                            .formatted(sprint.get().name()));
        }
        return snapshot.workspace()
                        .findTeam(sprint.get().team())
                        .filter(team -> team.products().contains(product.code()))
                        .isPresent()
                ? kept(text)
                : wrong(
                        "The team of %s does not work for %s."
                                .formatted(sprint.get().name(), product.name()));
    }

    private Reading release(String text) {
        return snapshot.workspace()
                        .findRelease(text)
                        .filter(release -> release.isOf(product.code()))
                        .isPresent()
                ? kept(text)
                : wrong(
                        "There is no release “%s” of %s."
                                .formatted(Shortened.inMessage(text), product.name()));
    }

    /** A number, or the label of a step of the product's scale. */
    private Reading size(String text) {
        return product.refining()
                .scale()
                .findStep(text)
                .map(step -> kept(step.size()))
                .orElseGet(() -> amount("The size", text));
    }

    private static Reading amount(String what, String text) {
        var amount = Amount.parse(text.replace(',', '.'));
        if (amount.isEmpty()) {
            return wrong(
                    "%s is a number with at most three decimals, not “%s”."
                            .formatted(what, Shortened.inMessage(text)));
        }
        if (amount.get().compareTo(Amount.ZERO) < 0 || amount.get().compareTo(Amount.LARGEST) > 0) {
            return wrong(
                    "%s must be between 0 and 10,000, not %s."
                            .formatted(what, Shortened.inMessage(text)));
        }
        return kept(amount.get());
    }

    static Reading date(String what, String text) {
        try {
            var date = LocalDate.parse(text);
            return Days.isWithin(date)
                    ? kept(date)
                    : wrong("%s lies between the years 1900 and 9999.".formatted(what));
        } catch (DateTimeParseException e) {
            return wrong(
                    "%s is a date such as 2026-11-12, not “%s”."
                            .formatted(what, Shortened.inMessage(text)));
        }
    }

    private static Reading reason(String text) {
        return text.length() > LONGEST_REASON
                ? wrong(
                        "The reason is %,d characters long; at most %d are allowed."
                                .formatted(text.length(), LONGEST_REASON))
                : kept(text);
    }

    private static Reading words(String text) {
        return reason(BLANKS.matcher(text).replaceAll(" "));
    }

    static Reading kept(@Nullable Object value) {
        return new Reading.Kept(value);
    }

    static Reading wrong(String message) {
        return new Reading.Wrong(message);
    }
}
