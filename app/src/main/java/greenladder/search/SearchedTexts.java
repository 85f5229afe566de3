package greenladder.search;

import greenladder.core.change.Change;
import greenladder.core.change.PlanChange;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.papers.Document;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.log.ChangeLog;
import greenladder.search.TextIndex.Entry;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What of an item is searched: its own texts, what was said of it, and the pages beside it. */
final class SearchedTexts {
    private static final Set<Field> SEARCHED =
            Set.of(
                    Field.EXISTS,
                    Field.TITLE,
                    Field.DESCRIPTION,
                    Field.ACCEPTANCE,
                    Field.DECISIONS,
                    Field.BLOCKED,
                    Field.MERGED);

    private SearchedTexts() {}

    /** The items of which operations changed something that is searched. */
    static Set<ItemKey> touched(List<ChangeLog.Entry> operations, Snapshot now) {
        var keys =
                operations.stream()
                        .flatMap(entry -> entry.changes().stream())
                        .filter(change -> SEARCHED.contains(change.field()))
                        .map(Change::item)
                        .collect(Collectors.toCollection(LinkedHashSet::new));
        operations.stream()
                .flatMap(entry -> entry.plans().stream())
                .flatMap(change -> besideWhich(change, now).stream())
                .forEach(keys::add);
        return keys;
    }

    /** The item beside which a page stands, or stood, that somebody wrote. */
    private static Optional<ItemKey> besideWhich(PlanChange change, Snapshot now) {
        if (change.subject().kind() != PlanKey.Kind.DOCUMENT) {
            return Optional.empty();
        }
        return now.workspace()
                .papers()
                .findDocument(change.subject().key())
                .map(Document::item)
                .or(() ->
                        change.fact().equals("item") && change.before() != null
                                ? ItemKey.parse(change.before())
                                : Optional.empty());
    }

    /**
     * All of an item that is searched.
     *
     * @param comments what was said of each item, by its key
     */
    static Entry of(Snapshot snapshot, Item item, Map<String, String> comments) {
        var texts = new ArrayList<String>(said(item, comments));
        texts.addAll(written(snapshot, item));
        texts.add(item.description());
        Stream.ofNullable(item.blocked()).forEach(texts::add);
        item.details().acceptance().all().forEach(line -> texts.add(line.text()));
        item.details().refinement().decisions().forEach(note -> texts.add(note.words()));
        return new Entry(item.key(), item.title(), String.join("\n", texts));
    }

    private static List<String> said(Item item, Map<String, String> texts) {
        return Stream.concat(Stream.of(item.key()), item.details().merged().stream())
                .flatMap(key -> Optional.ofNullable(texts.get(key.toString())).stream())
                .toList();
    }

    /** What stands on the pages beside an item. */
    private static List<String> written(Snapshot snapshot, Item item) {
        return snapshot.workspace().papers().pagesOf(item.key()).stream()
                .flatMap(page ->
                        Stream.concat(
                                Stream.of(page.name()),
                                page.passages().stream().map(Document.Passage::text)))
                .toList();
    }
}
