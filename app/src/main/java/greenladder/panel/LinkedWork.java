package greenladder.panel;

import java.util.List;

/**
 * The links of an item to others, in its panel.
 *
 * @param groups by what the others are to it
 * @param types what a new link can be, by its label
 */
public record LinkedWork(List<Group> groups, List<String> types, boolean mayLink) {

    /** Such as "depends on" with what it depends on. */
    public record Group(String words, List<Entry> entries) {}

    /**
     * @param share such as "25 %"; empty for none
     * @param suspect whether the other changed since the link was confirmed
     * @param trouble in what the plan contradicts it, and how that is mended; empty where it does
     *     not
     */
    public record Entry(
            String id,
            String key,
            String title,
            String url,
            String state,
            String stateCategory,
            String share,
            boolean suspect,
            String trouble,
            boolean mayChange) {}
}
