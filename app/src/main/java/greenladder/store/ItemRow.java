package greenladder.store;

import greenladder.core.item.Details;
import greenladder.core.item.Hours;
import greenladder.core.item.Item;
import greenladder.core.item.Times;
import greenladder.core.rank.Rank;
import greenladder.core.value.Amount;
import greenladder.core.workspace.Workspace;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** An item as the database keeps it. */
@Entity
@Table(name = "item")
class ItemRow {
    @Id
    @Column(name = "item_key")
    String key = "";

    @Column(name = "level_key")
    String level = "";

    String kind = "";
    String title = "";
    String description = "";

    @Column(name = "state_key")
    String state = "";

    @Column(name = "parent_key")
    @Nullable String parent;

    @Column(name = "rank_text")
    String rank = "";

    @Nullable String assignee;
    @Nullable String team;

    @Column(name = "sprint_key")
    @Nullable String sprint;

    @Column(name = "release_key")
    @Nullable String release;

    @Column(name = "size_points")
    @Nullable BigDecimal size;

    @Column(name = "first_estimate")
    @Nullable BigDecimal firstEstimate;

    @Column(name = "business_value")
    @Nullable BigDecimal value;

    @Column(name = "hours_estimate")
    @Nullable BigDecimal hoursEstimate;

    @Column(name = "hours_invested")
    @Nullable BigDecimal hoursInvested;

    @Column(name = "hours_remaining")
    @Nullable BigDecimal hoursRemaining;

    @Column(name = "start_day")
    @Nullable LocalDate start;

    @Column(name = "finish_day")
    @Nullable LocalDate finish;

    @Nullable String blocked;

    @Column(name = "raised_by")
    @Nullable String raisedBy;

    @Column(name = "created_at")
    Instant createdAt = Instant.EPOCH;

    @Column(name = "updated_at")
    Instant updatedAt = Instant.EPOCH;

    @Column(name = "in_state_since")
    Instant inStateSince = Instant.EPOCH;

    @Column(name = "started_at")
    @Nullable Instant startedAt;

    @Column(name = "finished_at")
    @Nullable Instant finishedAt;

    @Column(name = "blocked_since")
    @Nullable Instant blockedSince;

    // Counted by the snapshot, under the gateway's lock; not Hibernate's own version.
    long version;

    ItemRow() {}

    ItemRow(Item item) {
        key = item.key().toString();
        level = item.level().key();
        kind = item.kind();
        title = item.title();
        description = item.description();
        state = item.state().key();
        parent = item.parent() == null ? null : item.parent().toString();
        rank = item.rank().text();
        assignee = item.assignee();
        team = item.team();
        sprint = item.sprint();
        release = item.release();
        size = decimal(item.size());
        firstEstimate = decimal(item.firstEstimate());
        value = decimal(item.value());
        hoursEstimate = decimal(item.hours().estimate());
        hoursInvested = decimal(item.hours().invested());
        hoursRemaining = decimal(item.hours().remaining());
        start = item.start();
        finish = item.finish();
        blocked = item.blocked();
        inStateSince = item.times().inStateSince();
        startedAt = item.times().startedAt();
        finishedAt = item.times().finishedAt();
        blockedSince = item.times().blockedSince();
        raisedBy = item.raisedBy();
        createdAt = item.createdAt();
        updatedAt = item.updatedAt();
        version = item.version();
    }

    Item toItem(Workspace workspace, Shared shared, Details details) {
        var itsKey = shared.key(key);
        var itsLevel =
                workspace
                        .requireProduct(itsKey.product())
                        .levels()
                        .find(level)
                        .orElseThrow(() -> new IllegalStateException(key + " has level " + level));
        return new Item(
                itsKey,
                itsLevel,
                shared.text(kind),
                title,
                description,
                workspace
                        .statesOf(itsLevel, team)
                        .find(state)
                        .orElseThrow(() -> new IllegalStateException(key + " has state " + state)),
                parent == null ? null : shared.key(parent),
                new Rank(rank),
                shared.optional(assignee),
                shared.optional(team),
                sprint,
                release,
                shared.amount(size),
                shared.amount(firstEstimate),
                shared.amount(value),
                hoursEstimate == null && hoursInvested == null && hoursRemaining == null
                        ? Hours.NONE
                        : new Hours(
                                shared.amount(hoursEstimate),
                                shared.amount(hoursInvested),
                                shared.amount(hoursRemaining)),
                start,
                finish,
                blocked,
                details,
                new Times(inStateSince, startedAt, finishedAt, blockedSince),
                shared.optional(raisedBy),
                createdAt,
                updatedAt,
                version);
    }

    private static @Nullable BigDecimal decimal(@Nullable Amount amount) {
        return amount == null ? null : amount.toDecimal();
    }
}
