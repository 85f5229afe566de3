package greenladder.live;

import java.util.Map;

/**
 * Something that people in one view show each other and that changes no item: published, it is told
 * to every open page.
 *
 * @param name of the event
 * @param data written as JSON
 */
public record Happened(String name, Map<String, String> data) {
    public Happened {
        data = Map.copyOf(data);
    }
}
