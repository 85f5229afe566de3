package greenladder.refine;

import greenladder.panel.ItemPanel;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Sizing together: what is to be sized, and the round that is open. */
public record EstimatePage(
        String product,
        String url,
        List<RoundLine> rounds,
        List<ItemLine> unsized,
        String more,
        boolean maySize,
        List<NextItem> next,
        @Nullable RoundView round) {

    /**
     * An item that comes next, with its text.
     *
     * @param descriptionHtml sanitised
     */
    public record NextItem(
            String key,
            String title,
            String above,
            String descriptionHtml,
            List<String> criteria) {}

    /** A round that is open. */
    public record RoundLine(String key, String title, String words, String url, boolean current) {}

    /** An item without a size. */
    public record ItemLine(String key, String title, String why) {}

    /**
     * @param stage {@code picking}, {@code shown}, {@code agreed} or {@code ended}
     * @param steps the scale as a rod with its notches
     * @param words what the picks come to
     * @param talk who should talk first; empty for nobody
     * @param middle the size to begin with when agreeing
     * @param left whether the reader left it
     */
    public record RoundView(
            long id,
            String key,
            String title,
            String go,
            String stage,
            String scale,
            String unit,
            List<Notch> steps,
            List<SeatView> seats,
            String mine,
            String words,
            String talk,
            String cannotSay,
            String middle,
            String agreed,
            boolean maySize,
            boolean left,
            List<Similar> similar,
            ItemPanel panel) {}

    /**
     * A step of the scale.
     *
     * @param people who picked it, once it is shown
     */
    public record Notch(
            String label,
            String size,
            boolean mine,
            boolean middle,
            List<String> people,
            String names) {}

    public record SeatView(
            String name, String initials, String words, boolean picked, boolean gone) {}

    /** An item of known size that is like the one to be sized. */
    public record Similar(String key, String title, String size, String state, String url) {}
}
