package greenladder.core.edit;

import static greenladder.core.edit.FieldReader.kept;
import static greenladder.core.edit.FieldReader.wrong;

import greenladder.core.edit.FieldReader.Reading;
import greenladder.core.item.CustomField;
import greenladder.core.item.Lines;
import greenladder.core.item.ListLine;
import greenladder.core.item.Milestone;
import greenladder.core.item.WebLink;
import greenladder.core.value.ItemKey;
import greenladder.core.value.Shortened;
import java.math.BigDecimal;
import java.net.URI;
import java.net.URISyntaxException;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Reads what was entered for labels, lists inside an item, links and a product's own fields. */
final class DetailReader {
    static final int MOST_LABELS = 20;
    static final int LONGEST_LABEL = 40;
    static final int MOST_LINES = 200;
    static final int LONGEST_LINE = 500;
    static final int MOST_LINKS = 50;
    static final int LONGEST_TEXT = 1_000;
    private static final int LONGEST_NAME = 120;
    private static final int MOST_DAYS = 50;

    private static final Pattern BLANKS = Pattern.compile("[\\p{Cntrl}\\s]+");
    private static final Pattern BULLET = Pattern.compile("^[-*+]\\s++");
    private static final Pattern SIGNED = Pattern.compile("[+\\-−]");

    private DetailReader() {}

    /** Labels with commas or line ends between; a plus or a minus before them is passed over. */
    static Reading labels(String text) {
        var labels = new LinkedHashMap<String, String>();
        for (var label : split(unsigned(text))) {
            if (label.length() > LONGEST_LABEL) {
                return wrong(
                        "The label “%s” is %d characters long; at most %d are allowed."
                                .formatted(
                                        Shortened.inMessage(label), label.length(), LONGEST_LABEL));
            }
            labels.putIfAbsent(label.toLowerCase(Locale.ROOT), label);
        }
        return keptLabels(labels);
    }

    /** What labels come to where there are some already. */
    static Reading merged(List<String> there, String entered) {
        if (!SIGNED.matcher(entered.substring(0, 1)).matches()) {
            return labels(entered);
        }
        var labels = new LinkedHashMap<String, String>();
        there.forEach(label -> labels.put(label.toLowerCase(Locale.ROOT), label));
        for (var label : split(unsigned(entered))) {
            if (entered.startsWith("+")) {
                labels.putIfAbsent(label.toLowerCase(Locale.ROOT), label);
            } else {
                labels.remove(label.toLowerCase(Locale.ROOT));
            }
        }
        return keptLabels(labels);
    }

    private static Reading keptLabels(Map<String, String> labels) {
        if (labels.size() > MOST_LABELS) {
            return wrong(
                    "%d labels are too many; at most %d are allowed."
                            .formatted(labels.size(), MOST_LABELS));
        }
        return kept(List.copyOf(labels.values()));
    }

    static String unsigned(String text) {
        return SIGNED.matcher(text).lookingAt() ? text.substring(1) : text;
    }

    static List<String> split(String text) {
        return Arrays.stream(text.split("[,\\n]"))
                .map(DetailReader::oneLine)
                .filter(part -> !part.isEmpty())
                .toList();
    }

    /** One line of the list from each line of text that is not blank. */
    static Reading lines(String entered) {
        var lines = new ArrayList<ListLine>();
        for (var text : entered.lines().toList()) {
            if (text.isBlank()) {
                continue;
            }
            var line = ListLine.parse(BULLET.matcher(text.strip()).replaceFirst(""));
            var words = line(line.text());
            if (words instanceof Reading.Wrong) {
                return words;
            }
            lines.add(line.withText(oneLine(line.text())));
        }
        return lines.size() > MOST_LINES
                ? wrong(
                        "%d lines are too many; at most %d are allowed."
                                .formatted(lines.size(), MOST_LINES))
                : kept(new Lines(lines));
    }

    /** The text of a single line. */
    static Reading line(String entered) {
        var text = oneLine(entered);
        if (text.isEmpty()) {
            return wrong("A line needs a text.");
        }
        return text.length() > LONGEST_LINE
                ? wrong(
                        "The line is %,d characters long; at most %d are allowed."
                                .formatted(text.length(), LONGEST_LINE))
                : kept(text);
    }

    /** Lines as entered, tied to the items to which lines of the same text were tied before. */
    static Lines tied(Lines entered, Lines before) {
        var items = new LinkedHashMap<String, ItemKey>();
        before.all().stream()
                .filter(line -> line.item() != null)
                .forEach(line -> items.put(line.text(), line.item()));
        return new Lines(
                entered.all().stream()
                        .map(line -> line.withItem(items.remove(line.text())))
                        .toList());
    }

    static Reading links(String entered) {
        var links = new ArrayList<WebLink>();
        for (var line : entered.lines().toList()) {
            if (line.isBlank()) {
                continue;
            }
            var link = WebLink.parse(line);
            if (!isAddress(link.address())) {
                return wrong(notAnAddress(link.address()));
            }
            links.add(new WebLink(link.address(), oneLine(link.name())));
        }
        if (links.size() > MOST_LINKS) {
            return wrong(
                    "%d links are too many; at most %d are allowed."
                            .formatted(links.size(), MOST_LINKS));
        }
        return kept(List.copyOf(links));
    }

    /** A value of a product's own field other than a person. */
    static Reading custom(CustomField field, String text) {
        return switch (field.type()) {
            case TEXT, PERSON, PEOPLE, ITEM ->
                    text.length() > LONGEST_TEXT
                            ? wrong(
                                    "%s is %,d characters long; at most %,d are allowed."
                                            .formatted(field.name(), text.length(), LONGEST_TEXT))
                            : kept(oneLine(text));
            case NUMBER, TOTAL -> number(field, text);
            case DATE -> day(field, text);
            case ONE_OF ->
                    choice(field, text)
                            .map(FieldReader::kept)
                            .orElseGet(() -> wrong(noChoice(field, text)));
            case MANY_OF -> choices(field, text);
            case YES_NO ->
                    text.equals("yes") || text.equals("no")
                            ? kept(text)
                            : wrong(
                                    "%s is yes or no, not “%s”."
                                            .formatted(field.name(), Shortened.inMessage(text)));
            case LINK -> isAddress(text) ? kept(text) : wrong(notAnAddress(text));
            case NAMED_DAYS -> namedDays(field, text);
        };
    }

    private static Reading day(CustomField field, String text) {
        return FieldReader.date(field.name(), text) instanceof Reading.Wrong wrong
                ? wrong
                : kept(text);
    }

    private static Reading namedDays(CustomField field, String text) {
        var days = new ArrayList<Milestone>();
        for (var line : text.lines().filter(one -> !one.isBlank()).toList()) {
            Milestone day;
            try {
                day = Milestone.parse(line);
            } catch (DateTimeParseException e) {
                return wrong(
                        "Each line is a day and a name, such as “2027-01-09 Pier lit”, not “%s”."
                                .formatted(Shortened.inMessage(line)));
            }
            if (day.name().isBlank() || day.name().length() > LONGEST_NAME) {
                return wrong(
                        "Each day has a name of at most %d characters.".formatted(LONGEST_NAME));
            }
            days.add(day);
        }
        return days.size() > MOST_DAYS
                ? wrong("%s has at most %d lines.".formatted(field.name(), MOST_DAYS))
                : kept(
                        days.isEmpty()
                                ? null
                                : days.stream()
                                        .sorted(Comparator.comparing(Milestone::date))
                                        .map(Milestone::toString)
                                        .collect(Collectors.joining("\n")));
    }

    private static Reading number(CustomField field, String text) {
        try {
            var number = new BigDecimal(text.replace(',', '.'));
            return number.precision() > 15 || Math.abs(number.scale()) > 9
                    ? wrong("%s has at most 15 digits.".formatted(field.name()))
                    : kept(
                            number.signum() == 0
                                    ? "0"
                                    : number.stripTrailingZeros().toPlainString());
        } catch (NumberFormatException e) {
            return wrong(
                    "%s is a number, not “%s”.".formatted(field.name(), Shortened.inMessage(text)));
        }
    }

    private static Reading choices(CustomField field, String text) {
        var chosen = new ArrayList<String>();
        for (var part : split(text)) {
            var choice = choice(field, part);
            if (choice.isEmpty()) {
                return wrong(noChoice(field, part));
            }
            if (!chosen.contains(choice.get())) {
                chosen.add(choice.get());
            }
        }
        return kept(chosen.isEmpty() ? null : String.join(", ", chosen));
    }

    private static Optional<String> choice(CustomField field, String text) {
        return field.choices().stream().filter(one -> one.equalsIgnoreCase(text)).findFirst();
    }

    private static String noChoice(CustomField field, String text) {
        return "“%s” is not a choice for %s; there are: %s."
                .formatted(
                        Shortened.inMessage(text),
                        field.name(),
                        String.join(", ", field.choices()));
    }

    private static boolean isAddress(String text) {
        if (text.length() > LONGEST_TEXT) {
            return false;
        }
        try {
            var uri = new URI(text);
            return uri.getHost() != null
                    && ("http".equalsIgnoreCase(uri.getScheme())
                            || "https".equalsIgnoreCase(uri.getScheme()));
        } catch (URISyntaxException e) {
            return false;
        }
    }

    private static String notAnAddress(String text) {
        return "“%s” is not a web address; one starts with https:// or http://."
                .formatted(Shortened.inMessage(text));
    }

    private static String oneLine(@Nullable String text) {
        return text == null ? "" : BLANKS.matcher(text).replaceAll(" ").strip();
    }
}
