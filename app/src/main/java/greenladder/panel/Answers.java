package greenladder.panel;

import greenladder.item.Door.Saved;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.http.ResponseEntity;
import tools.jackson.core.json.JsonWriteFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Answers to what people did on a screen: no body, but events in a header, by which the script
 * tells what was done and offers to take it back.
 */
final class Answers {
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(JsonWriteFeature.ESCAPE_NON_ASCII).build();

    private Answers() {}

    static ResponseEntity<String> added(Saved saved) {
        var key = saved.items().getFirst().toString();
        return answer(saved.operation(), "Added " + key, Map.of("itemadded", Map.of("key", key)));
    }

    static ResponseEntity<String> done(String verb, Saved saved) {
        return answer(
                saved.operation(),
                saved.operation() == 0
                        ? what(saved) + " stands so already"
                        : verb + " " + what(saved),
                Map.of());
    }

    static ResponseEntity<String> said(String words) {
        return answer(0, words, Map.of());
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
