package greenladder.panel;

import greenladder.web.RungMark;
import greenladder.web.Stem;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Everything that the panel and the page of one item show.
 *
 * @param kind empty for the level's plain kind
 * @param descriptionHtml sanitised
 * @param worked null on levels that carry no hours
 * @param refinement null on levels that are not refined
 */
public record ItemPanel(
        String key,
        String product,
        RungMark mark,
        String kind,
        String title,
        boolean mayRename,
        String changed,
        List<Link> path,
        String stateName,
        String stateCategory,
        boolean mayState,
        @Nullable String blocked,
        Facts facts,
        String descriptionHtml,
        boolean mayDescribe,
        ItemDetails details,
        LinkedWork linked,
        ItemCourse course,
        ItemPapers papers,
        @Nullable WorkedHours worked,
        @Nullable ItemRefinement refinement,
        @Nullable Stem stem,
        String figures,
        List<String> remarks,
        @Nullable Question thatIsAll,
        String childrenHead,
        List<ChildRow> children,
        int said,
        List<Talk> talks,
        boolean mayComment,
        boolean watching,
        int watchers,
        boolean mayTakeBack,
        List<HistoryEntry> history,
        String pageUrl,
        String threadUrl) {

    public record Link(String text, String url) {}

    /**
     * A field with its value in words.
     *
     * @param note what stands beside the value, smaller
     */
    public record Fact(String field, String label, String text, String note, boolean editable) {}

    /**
     * The item's fields, the most asked for first.
     *
     * @param first what stands beside the state
     * @param given those that have a value
     * @param empty those that have none; they stay folded
     */
    public record Facts(List<Fact> first, List<Fact> given, List<Fact> empty) {}

    /**
     * Whether the parts are all there is.
     *
     * @param words such as "The parts come to 79 of 84 points. Is that all?"
     * @param mayAnswer whether the reader may say so
     */
    public record Question(String words, boolean mayAnswer) {}

    public record ChildRow(
            String key,
            String title,
            String url,
            String stateName,
            String stateCategory,
            @Nullable Stem stem,
            String figure) {}

    /**
     * @param html sanitised
     * @param when when it was said, and whether it was changed since
     * @param mine whether the reader wrote it
     */
    public record CommentEntry(
            long id, String who, String initials, String when, String html, boolean mine) {}

    /**
     * What somebody said with the replies to it, or a change that came between.
     *
     * @param first null for a change
     * @param settledBy who said that it is settled; empty while it is open
     * @param change null for what was said
     */
    public record Talk(
            @Nullable CommentEntry first,
            List<CommentEntry> replies,
            String settledBy,
            @Nullable HistoryEntry change) {}

    /**
     * @param operation its number
     * @param what what changed, in words
     * @param undone whether it was taken back
     */
    public record HistoryEntry(
            long operation,
            Instant at,
            String when,
            String who,
            List<String> what,
            boolean undone) {}
}
