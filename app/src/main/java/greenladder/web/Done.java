package greenladder.web;

import java.util.Map;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import tools.jackson.databind.json.JsonMapper;

/** Tells on the page that a form leads to what was done, so that it can be undone there. */
public final class Done {
    private static final String ATTRIBUTE = "done";
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private Done() {}

    /**
     * @param operation its number in the log; 0 where nothing had to change
     * @param words such as {@code Fields of Crossing}
     */
    public static void tell(RedirectAttributes next, long operation, String words) {
        next.addFlashAttribute(
                ATTRIBUTE,
                JSON.writeValueAsString(
                        operation == 0
                                ? Map.of("words", "Nothing had to change", "idle", true)
                                : Map.of("words", words, "operation", operation)));
    }
}
