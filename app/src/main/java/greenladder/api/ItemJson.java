package greenladder.api;

import greenladder.core.item.Amount;
import greenladder.core.item.Item;
import greenladder.core.item.ItemKey;
import greenladder.core.ladder.Ladder;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** An item as programs see it. Absent values are null. */
record ItemJson(
        String key,
        String product,
        String level,
        String kind,
        String title,
        String description,
        @Nullable String parent,
        String state,
        String category,
        @Nullable String assignee,
        @Nullable String team,
        @Nullable String sprint,
        @Nullable String release,
        @Nullable BigDecimal size,
        @Nullable BigDecimal firstEstimate,
        HoursJson hours,
        @Nullable BigDecimal value,
        @Nullable LocalDate start,
        @Nullable LocalDate finish,
        @Nullable BlockedJson blocked,
        int position,
        Instant createdAt,
        Instant updatedAt,
        long version) {

    record HoursJson(
            @Nullable BigDecimal estimate,
            @Nullable BigDecimal invested,
            @Nullable BigDecimal remaining) {}

    record BlockedJson(String reason) {}

    static ItemJson of(Ladder ladder, ItemKey key) {
        return of(ladder, ladder.requireNode(key).item());
    }

    static ItemJson of(Ladder ladder, Item item) {
        return new ItemJson(
                item.key().toString(),
                item.key().product(),
                item.level().key(),
                item.kind(),
                item.title(),
                item.description(),
                item.parent() == null ? null : item.parent().toString(),
                item.state().key(),
                item.category().word(),
                item.assignee(),
                item.team(),
                item.sprint() == null ? null : item.sprint().key(),
                item.release() == null ? null : item.release().key(),
                decimal(item.size()),
                decimal(item.firstEstimate()),
                new HoursJson(
                        decimal(item.hours().estimate()),
                        decimal(item.hours().invested()),
                        decimal(item.remainingHours())),
                decimal(item.value()),
                item.start(),
                item.finish(),
                item.blocked() == null ? null : new BlockedJson(item.blocked()),
                ladder.position(item),
                item.createdAt(),
                item.updatedAt(),
                item.version());
    }

    static @Nullable BigDecimal decimal(@Nullable Amount amount) {
        return amount == null ? null : amount.toDecimal();
    }
}
