package greenladder.card;

import greenladder.web.RungMark;

/**
 * What every card of an item shows, on the Ladder, a board, the map or the bench; each view adds
 * what is its own. The template {@code card/parts} draws it.
 *
 * @param level its level's index, from 0 at the top
 * @param kind empty for the level's plain kind
 * @param picked whether it is the item that is looked at
 */
public record ItemCard(
        String key,
        int level,
        RungMark mark,
        String title,
        String kind,
        Size size,
        Assignee person,
        Standing state,
        boolean picked) {

    /**
     * Points, or the hours that are left.
     *
     * @param words empty for none
     * @param field what is changed by it
     */
    public record Size(String words, String field, boolean mayEdit) {}

    /** Who does it; empty texts for nobody. */
    public record Assignee(String initials, String name) {}

    public record Standing(String name, String category, boolean mayEdit) {}
}
