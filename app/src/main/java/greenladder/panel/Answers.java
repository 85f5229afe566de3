package greenladder.panel;

import greenladder.core.change.Change;
import greenladder.core.change.Problems;
import greenladder.core.item.Field;
import greenladder.core.product.Band;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.store.CommandGateway.Saved;
import greenladder.web.Words;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import tools.jackson.core.json.JsonWriteFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Answers to what people did on a screen: no body, but events in a header, by which the script
 * tells what was done and offers to take it back.
 */
public final class Answers {
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(JsonWriteFeature.ESCAPE_NON_ASCII).build();

    private static final int MOST_FOLLOWED = 2;

    /** By so many items a page knows whether it shows something of what was done. */
    private static final int MOST_NAMED = 50;

    private Answers() {}

    public static ResponseEntity<String> added(Saved saved) {
        return added(saved, List.of());
    }

    /**
     * @param notes what else is to be told
     */
    public static ResponseEntity<String> added(Saved saved, List<String> notes) {
        var key = saved.items().getFirst().toString();
        var words = Stream.concat(Stream.of("Added " + key), notes.stream());
        return answer(
                saved,
                words.collect(Collectors.joining(". ")),
                Map.of("itemadded", Map.of("key", key)));
    }

    public static ResponseEntity<String> done(String verb, Saved saved) {
        return saved.operation() == 0
                ? idle(unchanged(saved))
                : answer(
                        saved,
                        verb
                                + " "
                                + what(saved)
                                + levels(saved)
                                + bands(saved)
                                + totals(saved)
                                + followed(saved),
                        LastStep.offer(saved));
    }

    /** Something done to the plan, in words of its own. */
    public static ResponseEntity<String> noted(String words, Saved saved) {
        return saved.operation() == 0 ? idle("Nothing changed") : answer(saved, words, Map.of());
    }

    /** Something made in the plan, which the page then selects. */
    public static ResponseEntity<String> made(String words, Saved saved) {
        return saved.plans().isEmpty()
                ? noted(words, saved)
                : answer(
                        saved,
                        words,
                        Map.of("made", Map.of("key", saved.plans().getFirst().subject().key())));
    }

    public static ResponseEntity<String> said(String words) {
        return told(Map.of("said", Map.of("words", words, "operation", 0)));
    }

    /** Nothing was done, so that the undo key still means what was done before. */
    private static ResponseEntity<String> idle(String words) {
        return told(Map.of("said", Map.of("words", words, "operation", 0, "idle", true)));
    }

    /**
     * Something done that is no operation on items, and can be taken back all the same.
     *
     * @param undo where that is asked for
     * @param redo where it is asked for to do it again
     */
    public static ResponseEntity<String> undoable(String words, String undo, String redo) {
        return told(
                Map.of("said", Map.of("words", words, "operation", 0, "undo", undo, "redo", redo)));
    }

    /** Something done to items together with something else, which is taken back with it. */
    public static ResponseEntity<String> doneWith(
            String verb, Saved saved, String undo, String redo) {
        return answer(
                saved,
                verb + " " + what(saved) + totals(saved) + followed(saved),
                Map.of("with", Map.of("undo", undo, "redo", redo)));
    }

    /** Where a picture that was kept can be shown from. */
    static ResponseEntity<String> picture(String url) {
        return told(Map.of("picture", Map.of("url", url)));
    }

    /** A refusal in words, and what is wrong with each field for a script to put beside it. */
    public static ResponseEntity<String> refused(Problems problems) {
        var byField =
                problems.all().stream()
                        .limit(MOST_NAMED)
                        .map(one -> Map.of("field", one.field(), "message", one.message()))
                        .toList();
        return ResponseEntity.status(HttpStatus.UNPROCESSABLE_ENTITY)
                .contentType(new MediaType(MediaType.TEXT_PLAIN, StandardCharsets.UTF_8))
                .header("X-Problems", JSON.writeValueAsString(byField))
                .body(problems.inWords());
    }

    /** Leads to another page. */
    public static ResponseEntity<String> leadTo(String url) {
        return told(
                Map.of("leadto", Map.of("url", url), "said", Map.of("words", "", "operation", 0)));
    }

    private static String unchanged(Saved saved) {
        return saved.items().isEmpty()
                ? "Nothing changed"
                : "Nothing changed: %s already %s this value"
                        .formatted(what(saved), saved.items().size() == 1 ? "has" : "have");
    }

    /** Which items are of another level now, whatever brought that about. */
    private static String levels(Saved saved) {
        var after = saved.accepted().after();
        return saved.changes().stream()
                .filter(change -> change.field() == Field.LEVEL && change.before() != null)
                .flatMap(change -> after.findItem(change.item()).stream())
                .limit(MOST_FOLLOWED)
                .map(item ->
                        ". %s is %s now"
                                .formatted(
                                        item.key(),
                                        Words.withArticle(Words.lower(item.level().name()))))
                .collect(Collectors.joining());
    }

    /** Which band items took with their place. */
    private static String bands(Saved saved) {
        var after = saved.accepted().after();
        boolean isMoved = saved.changes().stream().anyMatch(change -> change.field() == Field.RANK);
        return saved.changes().stream()
                .filter(change -> isMoved && change.field() == Field.BAND)
                .limit(MOST_FOLLOWED)
                .map(change ->
                        ". %s is in %s now".formatted(change.item(), band(after, change.item())))
                .collect(Collectors.joining());
    }

    private static String band(Snapshot snapshot, ItemKey key) {
        var band = snapshot.requireNode(key).item().details().refinement().band();
        return snapshot.requireProduct(key.product())
                .refining()
                .findBand(band)
                .map(Band::name)
                .orElse("no band");
    }

    /** What became of the nearest total above, where the operation moved one; empty otherwise. */
    private static String totals(Saved saved) {
        var after = saved.accepted().after();
        return saved.items().stream()
                .flatMap(key -> after.findItem(key).stream())
                .flatMap(item -> after.ancestors(item).stream())
                .map(above -> moved(saved, above))
                .filter(words -> !words.isEmpty())
                .findFirst()
                .orElse("");
    }

    /** Which parents moved by themselves, the nearest first. */
    private static String followed(Saved saved) {
        var after = saved.accepted().after();
        return saved.changes().stream()
                .filter(change -> change.followed() && change.field() == Field.STATE)
                .filter(Change::differs)
                .flatMap(change -> after.findItem(change.item()).stream())
                .limit(MOST_FOLLOWED)
                .map(item -> ". %s is %s now".formatted(item.key(), item.state().name()))
                .collect(Collectors.joining());
    }

    private static String moved(Saved saved, Node above) {
        var was = saved.before().findNode(above.item().key()).map(Node::rollUp);
        var now = above.rollUp().effective();
        return was.isEmpty() || Objects.equals(was.get().effective(), now)
                ? ""
                : ". %s is now %s (was %s)"
                        .formatted(
                                above.item().key(),
                                now == null ? "not sized" : Words.count(Words.of(now), "point"),
                                was.get().effective() == null
                                        ? "not sized"
                                        : Words.of(was.get().effective()));
    }

    private static String what(Saved saved) {
        return Words.few(saved.items().stream().map(ItemKey::toString).toList(), "item");
    }

    private static ResponseEntity<String> answer(
            Saved saved, String words, Map<String, Map<String, String>> more) {
        Map<String, Object> events = new LinkedHashMap<>(more);
        var items =
                Stream.of(
                                saved.items().stream().map(ItemKey::toString),
                                saved.plans().stream().map(change -> change.subject().key()),
                                saved.changes().stream().map(change -> change.item().toString()))
                        .flatMap(names -> names)
                        .distinct()
                        .limit(MOST_NAMED)
                        .toList();
        events.put("said", Map.of("words", words, "operation", saved.operation(), "items", items));
        return told(events);
    }

    private static ResponseEntity<String> told(Map<String, ?> events) {
        return ResponseEntity.ok().header("HX-Trigger", JSON.writeValueAsString(events)).body("");
    }
}
