package greenladder.panel;

import greenladder.item.Door.Saved;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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
                saved.operation(),
                words.collect(Collectors.joining(". ")),
                Map.of("itemadded", Map.of("key", key)));
    }

    public static ResponseEntity<String> done(String verb, Saved saved) {
        return answer(
                saved.operation(),
                saved.operation() == 0
                        ? what(saved) + " stands so already"
                        : verb + " " + what(saved),
                Map.of());
    }

    public static ResponseEntity<String> said(String words) {
        return answer(0, words, Map.of());
    }

    /** Leads to another page. */
    public static ResponseEntity<String> leadTo(String url) {
        return answer(0, "", Map.of("leadto", Map.of("url", url)));
    }

    private static String what(Saved saved) {
        var items = saved.items();
        return items.size() == 1 ? items.getFirst().toString() : items.size() + " items";
    }

    private static ResponseEntity<String> answer(
            long operation, String words, Map<String, Map<String, String>> more) {
        Map<String, Object> events = new LinkedHashMap<>(more);
        events.put("said", Map.of("words", words, "operation", operation));
        return ResponseEntity.ok().header("HX-Trigger", JSON.writeValueAsString(events)).body("");
    }
}
