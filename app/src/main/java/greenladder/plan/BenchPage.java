package greenladder.plan;

import greenladder.card.ItemCard;
import greenladder.list.FilterLine;
import greenladder.panel.ItemPanel;
import greenladder.plan.Ruler.Span;
import greenladder.plan.Ruler.Week;
import greenladder.view.Choice;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What the bench shows. */
public record BenchPage(
        String product,
        String url,
        String query,
        long operation,
        boolean mayPlan,
        Dates dates,
        List<ReleaseRow> releases,
        List<TeamRow> teams,
        Waiting waiting,
        Making making,
        List<OutOfOrder> outOfOrder,
        List<Needs> needs,
        @Nullable ItemPanel panel) {

    /**
     * Something that is planned before what it needs.
     *
     * @param words the reason
     * @param remedy what can be done about it, in words; empty for nothing
     * @param step which step that is, of {@code item}, to the sprint or release {@code to} or
     *     before the item {@code before}
     */
    record OutOfOrder(
            String words, String remedy, String step, String item, String to, String before) {}

    /** A dependency between two items that are drawn. */
    record Needs(String from, String to, boolean trouble, String words) {}

    /**
     * @param today where the plumb line hangs; empty where today is not on the ruler
     */
    record Dates(
            List<Week> weeks,
            List<String> ticks,
            String today,
            String todayWords,
            String words,
            List<Choice> lengths,
            String earlier,
            String later,
            String now) {}

    /**
     * @param gauge widths in percent of the release's own span
     * @param moreWords what else is to be known, such as the products it spans
     */
    record ReleaseRow(
            String key,
            String name,
            String url,
            Span span,
            String date,
            Gauge gauge,
            String moreWords,
            List<MilestoneMark> milestones,
            boolean released) {}

    record MilestoneMark(String at, String words) {}

    /**
     * @param tick where the capacity ends; empty where nothing is known
     */
    public record Gauge(
            String done,
            Span underWay,
            Span toDo,
            String tick,
            @Nullable Span spill,
            String words,
            String over) {}

    /**
     * @param usual what it usually completes, in words
     * @param troughs as HTML
     * @param opened the sprint that is opened below its troughs
     */
    record TeamRow(
            String key,
            String name,
            String usual,
            String usualMore,
            List<String> troughs,
            @Nullable Opened opened) {}

    /** A trough, before it is drawn. */
    record Drawn(String product, SprintGauge trough, boolean open) {}

    /**
     * A sprint opened in place.
     *
     * @param pastCapacity how many of its items fit; -1 where all do
     */
    record Opened(
            String key,
            String name,
            String dates,
            String days,
            String goal,
            String start,
            String finish,
            String closeUrl,
            String pageUrl,
            String figures,
            String over,
            String people,
            String usual,
            List<Line> lines,
            List<Line> candidates,
            String candidateWords,
            @Nullable Target next,
            List<String> overKeys,
            boolean mayStart,
            boolean isOpen,
            String capacity,
            boolean asksCapacity) {}

    record Target(String key, String name) {}

    /**
     * @param beyond whether it does not fit any more
     * @param trouble in what it stands before what it needs; empty for nothing
     */
    record Line(
            String key,
            int level,
            String title,
            String url,
            String person,
            String size,
            String look,
            boolean beyond,
            String trouble) {}

    /**
     * What is not planned yet.
     *
     * @param moreUrl where more of it is shown; empty where all is
     */
    record Waiting(
            String words,
            List<Choice> levels,
            List<Choice> lists,
            FilterLine line,
            List<Row> rows,
            String moreUrl,
            String moreWords) {}

    /**
     * @param head the band that begins here; empty for none
     * @param drawn the row as HTML
     */
    record Row(String head, String drawn) {}

    /** A row, before it is drawn. */
    record RowModel(String product, ItemCard item, boolean mayPlan, boolean candidate) {}

    /** Open sprints and releases below a list. */
    record Strip(
            String product,
            boolean mayPlan,
            List<SprintGauge> troughs,
            List<ReleaseRow> releases,
            Making making) {}

    /** What the forms for new sprints and releases begin with. */
    public record Making(List<TeamChoice> teams, String start, String name) {}

    record TeamChoice(String key, String name, boolean chosen) {}
}
