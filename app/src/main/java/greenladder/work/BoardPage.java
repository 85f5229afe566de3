package greenladder.work;

import greenladder.card.ItemCard;
import greenladder.list.FilterLine;
import greenladder.panel.ItemPanel;
import greenladder.view.Choice;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a board shows.
 *
 * @param head null where there is no team
 * @param textures by which cards are told apart
 * @param elsewhere what is in states that no column holds, in words; empty for nothing
 * @param setup null where it is not open
 */
record BoardPage(
        String product,
        String url,
        long operation,
        List<Choice> teams,
        List<Choice> sprints,
        List<Choice> lanesBy,
        @Nullable Head head,
        List<ColumnHead> columns,
        List<Lane> lanes,
        List<Gauge> people,
        String elsewhere,
        List<Line> toAccept,
        @Nullable FilterLine filter,
        List<Tick> ticks,
        List<Texture> textures,
        @Nullable BoardSetup setup,
        @Nullable ItemPanel panel) {

    /** A filter of one tick. */
    record Tick(String url, String label, boolean on) {}

    /**
     * @param sprint empty where there is none
     * @param mayOrder whether cards can be put before others
     * @param mayAdd whether new cards can be written
     * @param mayWork whether they can break stories down and lead the daily meeting through the
     *     board
     */
    record Head(
            String team,
            String name,
            String sprint,
            String words,
            String goal,
            String listUrl,
            String boardUrl,
            String setupUrl,
            boolean isList,
            boolean isOpen,
            boolean mayPlan,
            boolean mayOrder,
            boolean mayAdd,
            boolean mayAccept,
            boolean mayWork,
            String lanes,
            String newName) {}

    /**
     * @param pegs one a place of the limit and one a card beyond it; none without a limit
     * @param most the limit as it is typed, empty for none; null where the column can have none
     */
    record ColumnHead(
            String key,
            String name,
            String figures,
            List<String> pegs,
            String limit,
            @Nullable String most,
            boolean over) {}

    /**
     * @param value what a card gets that comes into it
     * @param url of what it is of; empty for none
     */
    record Lane(
            String id, String value, String title, String figures, String url, List<Cell> cells) {}

    /**
     * @param cards as HTML
     * @param more where more of them are drawn; empty where all are
     */
    record Cell(String column, String label, List<String> cards, String left, String more) {}

    /** How much somebody has to do against what they can. */
    record Gauge(
            String handle,
            String name,
            String initials,
            String words,
            String over,
            int load,
            int tick,
            int spill) {}

    record Line(String key, String title) {}

    /**
     * A card before it is drawn.
     *
     * @param texture by which it is told apart
     * @param epic the epic that it belongs to, where that is shown
     * @param first the name of the most pressing band where it is in that; else empty
     * @param helpers who else works on it; empty for nobody
     * @param steps how many of its checklist are ticked; empty where it has none
     * @param trouble why it cannot go on, and since when
     * @param more what else the team wants to see
     * @param picture the address of a picture; empty for none
     */
    record Card(
            ItemCard item,
            Texture texture,
            Epic epic,
            String first,
            String helpers,
            Tasks tasks,
            String steps,
            String trouble,
            Age age,
            List<String> more,
            String picture,
            boolean changed,
            boolean accepted) {}

    /**
     * @param look an ink or a hatch; empty for a plain card
     * @param label the value that it stands for
     */
    record Texture(String look, String label) {}

    /** Empty texts for none. */
    record Epic(String initials, String title) {}

    /**
     * @param squares how each stands
     */
    record Tasks(List<String> squares, String words) {}

    /**
     * @param words how long it has taken where that is told
     * @param old whether it has taken longer than most
     */
    record Age(String words, boolean old) {}
}
