package greenladder.web;

import greenladder.core.value.Amount;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * Figures and times in words: at most one decimal, dates as {@code 12 Nov 2026}, relative where
 * nearer than a week.
 */
public final class Words {
    private static final DateTimeFormatter DAY =
            DateTimeFormatter.ofPattern("d MMM uuuu", Locale.UK);
    private static final DateTimeFormatter SHORT_DAY =
            DateTimeFormatter.ofPattern("d MMM", Locale.UK);
    private static final DateTimeFormatter WEEKDAY = DateTimeFormatter.ofPattern("EEEE", Locale.UK);

    private Words() {}

    /** A score with at most one decimal, half up. */
    public static String score(BigDecimal score) {
        var rounded = score.setScale(1, RoundingMode.HALF_UP).stripTrailingZeros();
        return rounded.scale() < 0 ? rounded.toBigInteger().toString() : rounded.toPlainString();
    }

    public static String of(@Nullable Amount amount) {
        if (amount == null) {
            return "–";
        }
        var rounded = amount.toDecimal().setScale(1, RoundingMode.HALF_UP).stripTrailingZeros();
        return rounded.setScale(Math.max(0, rounded.scale())).toPlainString();
    }

    public static String percent(double fraction) {
        // 99.7 % is not all: only what is whole is shown as 100.
        long rounded =
                fraction < 1
                        ? Math.min(99, Math.round(fraction * 100))
                        : Math.round(fraction * 100);
        return rounded + " %";
    }

    /** {@code count(1, "task")} is "1 task", {@code count(3, "task")} "3 tasks". */
    public static String count(long number, String one) {
        return number + " " + (number == 1 ? one : plural(one));
    }

    /** Of a regular noun: "stories", "boxes", "days". */
    private static String plural(String one) {
        if (one.matches(".*[^aeiou]y")) {
            return one.substring(0, one.length() - 1) + "ies";
        }
        return one + (one.matches(".*(s|x|ch|sh)") ? "es" : "s");
    }

    /** Up to three by name, more by their number: "MSF1, MSF2 and MSF3", "40 items". */
    public static String few(List<String> names, String one) {
        return switch (names.size()) {
            case 1 -> names.getFirst();
            case 2, 3 ->
                    String.join(", ", names.subList(0, names.size() - 1))
                            + " and "
                            + names.getLast();
            default -> count(names.size(), one);
        };
    }

    /** A number in words with its unit: "1 point", "2.5 points". */
    public static String count(String number, String one) {
        return number + " " + (number.equals("1") ? one : plural(one));
    }

    public static String day(@Nullable LocalDate day) {
        // September is four letters long in this locale's data; three keep columns even.
        return day == null ? "–" : DAY.format(day).replace("Sept", "Sep");
    }

    /** With a capital letter. */
    public static String capital(String word) {
        return word.isEmpty()
                ? word
                : word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1);
    }

    /** A day within the year: "12 Nov". */
    public static String shortDay(LocalDate day) {
        return SHORT_DAY.format(day);
    }

    /** Days and parts of days: "4.2 days". */
    public static String days(double days) {
        return days < 1
                ? "a day"
                : String.format(Locale.ROOT, "%.1f", days).replaceAll("\\.0$", "") + " days";
    }

    public static String weekday(LocalDate day) {
        return WEEKDAY.format(day);
    }

    public static String since(Instant then, Clock clock) {
        var ago = Duration.between(then, clock.instant());
        if (ago.toMinutes() < 1) {
            return "just now";
        }
        if (ago.toHours() < 1) {
            return count(ago.toMinutes(), "minute") + " ago";
        }
        if (ago.toDays() < 1) {
            return count(ago.toHours(), "hour") + " ago";
        }
        var day = LocalDate.ofInstant(then, clock.getZone());
        if (ago.toDays() < 2) {
            return "yesterday";
        }
        return ago.toDays() < 7 ? "on " + WEEKDAY.format(day) : day(day);
    }

    public static String lower(String word) {
        return word.toLowerCase(Locale.ROOT);
    }

    /** With its sign: {@code +3}, {@code −2}, {@code 0}. */
    public static String signed(Amount amount) {
        if (amount.thousandths() == 0) {
            return "0";
        }
        return amount.thousandths() > 0
                ? "+" + of(amount)
                : "−" + of(new Amount(-amount.thousandths()));
    }

    /** A length in bytes: {@code 812 bytes}, {@code 12 kB}, {@code 3.4 MB}. */
    public static String bytes(long bytes) {
        if (bytes < 1_000) {
            return bytes + " bytes";
        }
        return bytes < 1_000_000
                ? "%d kB".formatted(Math.round(bytes / 1_000.0))
                : "%.1f MB".formatted(bytes / 1_000_000.0);
    }

    /** In small letters, with its article: {@code an epic}. */
    public static String withArticle(String word) {
        var lower = lower(word);
        return ("aeiou".indexOf(lower.charAt(0)) >= 0 ? "an " : "a ") + lower;
    }
}
