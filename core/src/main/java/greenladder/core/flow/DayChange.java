package greenladder.core.flow;

import greenladder.core.level.Category;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * What happened to an item on a day, from the end of the day before to its end.
 *
 * @param before what it was; null where it was not there
 * @param after what it is then
 */
public record DayChange(ItemKey item, @Nullable Moment before, Moment after) {

    /** The changes of a product's day of those items that are asked for. */
    public static List<DayChange> on(
            Past fold, String product, LocalDate day, Predicate<DayChange> asked) {
        var found = new ArrayList<DayChange>();
        for (var key : fold.changed(product, day, day)) {
            var past = fold.of(key).orElseThrow();
            var after = past.at(fold.endOf(day));
            if (after.isPresent()) {
                var before =
                        past.at(fold.endOf(day.minusDays(1)))
                                .filter(moment -> moment.category() != null);
                var change = new DayChange(key, before.orElse(null), after.get());
                if (!change.words().isEmpty() && asked.test(change)) {
                    found.add(change);
                }
            }
        }
        return found;
    }

    /** In words, what matters for figures; none where nothing does. */
    public List<String> words() {
        var words = new ArrayList<String>();
        if (before == null) {
            if (after.category() != null) {
                words.add("made");
            }
        } else if (after.category() == null) {
            words.add("deleted");
            return words;
        }
        var was = before == null ? null : before.category();
        if (was != after.category() && after.category() != null) {
            if (before != null || after.category() != Category.TO_DO) {
                words.add("became " + after.category().word());
            }
        }
        if (before != null && !Objects.equals(before.size(), after.size())) {
            words.add("size %s to %s".formatted(text(before.size()), text(after.size())));
        }
        if (before != null && !Objects.equals(before.release(), after.release())) {
            words.add("another release");
        }
        if (before != null && !Objects.equals(before.parent(), after.parent())) {
            words.add("another parent");
        }
        return words;
    }

    /** By how much the points that count changed. */
    public Amount points() {
        return size(Optional.of(after)).minus(size(Optional.ofNullable(before)));
    }

    private static Amount size(Optional<Moment> moment) {
        return moment.filter(Moment::counts)
                .flatMap(one -> Optional.ofNullable(one.size()))
                .orElse(Amount.ZERO);
    }

    private static String text(@Nullable Amount size) {
        return size == null ? "none" : size.toString();
    }
}
