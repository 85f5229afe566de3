package greenladder.work;

import static java.nio.charset.StandardCharsets.UTF_8;

import greenladder.card.ItemCards;
import greenladder.core.item.Attachment;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.Lines;
import greenladder.core.item.StandardFields;
import greenladder.core.level.Category;
import greenladder.core.people.Person;
import greenladder.core.product.Band;
import greenladder.core.product.Product;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Board;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.Drawings;
import greenladder.web.Words;
import greenladder.words.ChangeWords;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.UriUtils;

/**
 * Draws cards, each once for all who see and may do the same.
 *
 * @param textures by which cards are told apart
 * @param shown what cards show beside what all do, by the names of fields
 * @param usual the cycle time that most of the team's work stays below, in days; null for none
 * @param changedSince what changed after it is marked
 */
record BoardCardDrawer(
        Snapshot snapshot,
        SignedIn reader,
        Rights rights,
        Drawings drawings,
        Textures textures,
        List<String> shown,
        @Nullable Double usual,
        Instant now,
        Instant changedSince,
        @Nullable ItemKey picked) {
    private static final String PICTURE = "attachments";
    private static final int MOST_SQUARES = 12;

    String drawn(Node node) {
        var card = card(node);
        return drawings.cached("work/board-card", "board-card", "c", card);
    }

    private BoardPage.Card card(Node node) {
        var item = node.item();
        return new BoardPage.Card(
                new ItemCards(snapshot, rights, reader, one -> one.key().equals(picked)).of(node),
                textures.of(node),
                epic(item),
                first(snapshot.requireProduct(item.key().product()), item),
                StandardFields.helpers(item).stream()
                        .map(handle -> ChangeWords.nameOf(snapshot, handle))
                        .collect(Collectors.joining(", ")),
                tasks(node),
                steps(item.details().checklist()),
                trouble(item),
                new BoardPage.Age(age(item), isOld(item)),
                shown.stream()
                        .filter(label -> !label.equals(PICTURE) && !label.equals(Board.EPIC))
                        .flatMap(label -> value(item, label).stream())
                        .toList(),
                picture(item),
                item.updatedAt().isAfter(changedSince),
                item.details().doing().accepted() != null);
    }

    private static BoardPage.Tasks tasks(Node node) {
        var tasks =
                node.children().stream()
                        .map(Node::item)
                        .filter(child -> !child.level().carriesPoints() && !child.isDropped())
                        .toList();
        long done = tasks.stream().filter(Item::isDone).count();
        return new BoardPage.Tasks(
                tasks.stream().limit(MOST_SQUARES).map(BoardCardDrawer::look).toList(),
                tasks.isEmpty()
                        ? ""
                        : "%d of %s".formatted(done, Words.count(tasks.size(), "task")));
    }

    private static String steps(Lines checklist) {
        return checklist.isEmpty()
                ? ""
                : "%d of %s".formatted(checklist.done(), Words.count(checklist.size(), "step"));
    }

    /** The nearest epic above it; where there are none, what is right above. */
    private BoardPage.Epic epic(Item item) {
        var above = shown.contains(Board.EPIC) ? snapshot.ancestors(item) : List.<Node>of();
        return above.stream()
                .map(Node::item)
                .filter(one -> one.level().key().equals(Board.EPIC))
                .findFirst()
                .or(() -> above.stream().map(Node::item).findFirst())
                .map(one -> new BoardPage.Epic(new Person("", one.title()).initials(), one.title()))
                .orElse(new BoardPage.Epic("", ""));
    }

    static String look(Item item) {
        return item.isDone()
                ? "done"
                : item.category() == Category.IN_PROGRESS ? "under-way" : "to-do";
    }

    /** What must go first says so. */
    private static String first(Product product, Item item) {
        return product.refining().bands().stream()
                .findFirst()
                .filter(band -> band.key().equals(item.details().refinement().band()))
                .map(Band::name)
                .filter(name -> !item.isDone())
                .orElse("");
    }

    private String trouble(Item item) {
        var reason = item.blocked();
        if (reason == null || item.isDone()) {
            return "";
        }
        var words = reason.startsWith("waits") ? reason : "blocked: " + reason;
        return words + sinceInWords(item.times().blockedSince());
    }

    private String sinceInWords(@Nullable Instant since) {
        if (since == null) {
            return "";
        }
        long days = Duration.between(since, now).toDays();
        return days < 1 ? ", since today" : ", " + Words.count(days, "day");
    }

    private boolean isOld(Item item) {
        var days = item.category() == Category.IN_PROGRESS ? item.times().ageInDays(now) : null;
        return days != null && usual != null && days > usual;
    }

    private String age(Item item) {
        var days = item.category() == Category.IN_PROGRESS ? item.times().ageInDays(now) : null;
        if (days == null || days < 1) {
            return "";
        }
        var words = Words.count(days.longValue(), "day") + " so far";
        return isOld(item) && usual != null
                ? words + "; most take at most " + Math.max(1, Math.round(usual))
                : words;
    }

    private List<String> value(Item item, String label) {
        return Field.find(label)
                .map(field -> ChangeWords.value(snapshot, item.key(), field, field.textOf(item)))
                .filter(text -> !text.isEmpty())
                .stream()
                .toList();
    }

    private String picture(Item item) {
        return !shown.contains(PICTURE)
                ? ""
                : item.details().attachments().stream()
                        .filter(Attachment::isPicture)
                        .findFirst()
                        .map(one ->
                                "/files/%s/%s"
                                        .formatted(
                                                one.id(),
                                                UriUtils.encodePathSegment(one.name(), UTF_8)))
                        .orElse("");
    }

    static String initials(Snapshot snapshot, @Nullable String handle) {
        return snapshot.findPerson(handle).map(Person::initials).orElse("–");
    }

    static String orEmpty(@Nullable String text) {
        return Objects.requireNonNullElse(text, "");
    }
}
