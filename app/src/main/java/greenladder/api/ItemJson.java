package greenladder.api;

import com.fasterxml.jackson.annotation.JsonAnyGetter;
import com.fasterxml.jackson.annotation.JsonProperty;
import greenladder.core.item.Item;
import greenladder.core.item.Lines;
import greenladder.core.item.StandardFields;
import greenladder.core.ready.Readiness;
import greenladder.core.score.Scores;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** An item as programs see it. Absent values are null. */
public record ItemJson(
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
        Map<String, BigDecimal> factors,
        @Nullable BigDecimal score,
        @Nullable String band,
        ReadyJson ready,
        @Nullable String agenda,
        @Nullable String question,
        @Nullable String candidate,
        boolean brokenDown,
        List<DecisionJson> decisions,
        @Nullable LocalDate start,
        @Nullable LocalDate finish,
        @Nullable BlockedJson blocked,
        List<String> labels,
        List<CriterionJson> acceptance,
        List<CriterionJson> definitionOfDone,
        List<StepJson> checklist,
        List<LinkJson> links,
        List<AttachmentJson> attachments,
        Map<String, String> custom,
        @Nullable String grewFrom,
        @Nullable String splitFrom,
        List<String> parts,
        List<String> merged,
        int position,
        Instant inStateSince,
        @Nullable Instant startedAt,
        @Nullable Instant finishedAt,
        @Nullable String acceptedBy,
        @Nullable String raisedBy,
        Instant createdAt,
        Instant updatedAt,
        long version,
        @JsonAnyGetter Map<String, @Nullable Object> standard) {

    public record HoursJson(
            @Nullable BigDecimal estimate,
            @Nullable BigDecimal invested,
            @Nullable BigDecimal remaining) {

        /** The name that stays in the next major version. */
        @JsonProperty("worked")
        public @Nullable BigDecimal worked() {
            return invested;
        }
    }

    /**
     * @param ticked the keys of the checks that were ticked by hand
     * @param missing the keys of the checks that are not passed
     */
    public record ReadyJson(boolean ready, List<String> ticked, List<String> missing) {}

    public record DecisionJson(LocalDate on, String by, String words) {}

    public record BlockedJson(String reason, @Nullable Instant since) {}

    public record CriterionJson(String text, boolean met) {}

    /**
     * @param item what it has grown into
     */
    public record StepJson(String text, boolean done, @Nullable String item) {}

    public record LinkJson(String address, String name) {}

    public record AttachmentJson(String id, String name, String type, long bytes) {}

    /** The values of the product's own fields. */
    private static Map<String, String> own(Item item) {
        var own = new TreeMap<>(item.details().custom());
        StandardFields.ALL.forEach(field -> own.remove(field.key()));
        return own;
    }

    /** The values of {@link StandardFields}, each a property of its own; null where it has none. */
    private static Map<String, @Nullable Object> standard(Item item) {
        var values = new LinkedHashMap<String, @Nullable Object>();
        StandardFields.ALL.forEach(
                field -> values.put(field.key(), StandardFields.valueOf(field, item)));
        values.put(StandardFields.HELPERS, StandardFields.helpers(item));
        values.put(
                StandardFields.READERS,
                StandardFields.readers(item)
                        .map(people -> people.stream().sorted().toList())
                        .orElse(null));
        return values;
    }

    public static ItemJson of(Snapshot snapshot, ItemKey key) {
        return of(snapshot, snapshot.requireNode(key).item());
    }

    public static ItemJson of(Snapshot snapshot, Item item) {
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
                item.sprint(),
                item.release(),
                decimal(item.size()),
                decimal(item.firstEstimate()),
                new HoursJson(
                        decimal(item.hours().estimate()),
                        decimal(item.hours().invested()),
                        decimal(item.remainingHours())),
                decimal(item.value()),
                factors(item),
                new Scores(List.of(snapshot.requireProduct(item.key().product())))
                        .of(snapshot.requireNode(item.key())),
                item.details().refinement().band(),
                ready(snapshot, item),
                item.details().refinement().agenda(),
                item.details().refinement().question(),
                item.details().refinement().candidate(),
                item.details().refinement().brokenDown(),
                item.details().refinement().decisions().stream()
                        .map(note -> new DecisionJson(note.on(), note.by(), note.words()))
                        .toList(),
                item.start(),
                item.finish(),
                item.blocked() == null
                        ? null
                        : new BlockedJson(item.blocked(), item.times().blockedSince()),
                item.details().labels(),
                criteria(item.details().acceptance()),
                criteria(item.details().definitionOfDone()),
                item.details().checklist().all().stream()
                        .map(line -> new StepJson(line.text(), line.done(), text(line.item())))
                        .toList(),
                item.details().links().stream()
                        .map(link -> new LinkJson(link.address(), link.name()))
                        .toList(),
                item.details().attachments().stream()
                        .map(file ->
                                new AttachmentJson(
                                        file.id(), file.name(), file.type(), file.bytes()))
                        .toList(),
                own(item),
                text(item.details().grewFrom()),
                text(item.details().splitFrom()),
                item.details().parts().stream().map(ItemKey::toString).toList(),
                item.details().merged().stream().map(ItemKey::toString).toList(),
                snapshot.position(item),
                item.times().inStateSince(),
                item.times().startedAt(),
                item.times().finishedAt(),
                item.details().doing().accepted(),
                item.raisedBy(),
                item.createdAt(),
                item.updatedAt(),
                item.version(),
                standard(item));
    }

    private static Map<String, BigDecimal> factors(Item item) {
        var factors = new TreeMap<String, BigDecimal>();
        item.details()
                .refinement()
                .factors()
                .forEach((key, amount) -> factors.put(key, amount.toDecimal()));
        return factors;
    }

    private static ReadyJson ready(Snapshot snapshot, Item item) {
        var readiness =
                Readiness.of(
                        snapshot,
                        snapshot.requireProduct(item.key().product()).refining(),
                        snapshot.requireNode(item.key()));
        return new ReadyJson(
                readiness.isReady(),
                item.details().refinement().ticked(),
                readiness.results().stream()
                        .filter(result -> !result.passed())
                        .map(result -> result.check().key())
                        .toList());
    }

    private static List<CriterionJson> criteria(Lines lines) {
        return lines.all().stream()
                .map(line -> new CriterionJson(line.text(), line.done()))
                .toList();
    }

    private static @Nullable String text(@Nullable ItemKey key) {
        return key == null ? null : key.toString();
    }

    public static @Nullable BigDecimal decimal(@Nullable Amount amount) {
        return amount == null ? null : amount.toDecimal();
    }
}
