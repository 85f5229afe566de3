package greenladder.core.item;

import java.util.List;
import java.util.Map;

/**
 * People who work together, for one product or for several.
 *
 * @param key short and lasting, such as {@code lantern}
 * @param members sign-in names
 * @param products codes of the products that it works for
 * @param ownStates by the key of a level, where the team's items go through other states than the
 *     product says
 */
public record Team(
        String key,
        String name,
        List<String> members,
        List<String> products,
        Map<String, States> ownStates) {
    public Team {
        members = List.copyOf(members);
        products = List.copyOf(products);
        ownStates = Map.copyOf(ownStates);
    }
}
