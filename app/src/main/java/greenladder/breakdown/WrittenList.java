package greenladder.breakdown;

import greenladder.web.RungMark;
import java.util.List;

/**
 * A written list as it was read, shown before anything is added.
 *
 * @param refusal why nothing can be taken; empty where it can
 * @param skipped lines that were not understood, as they stand
 * @param more how many lines are not shown
 */
public record WrittenList(
        String refusal, String words, List<Line> lines, List<String> skipped, int more, int count) {

    /**
     * @param depth from 0
     * @param under what it comes to stand under
     * @param remark what was done otherwise than written
     */
    public record Line(
            int number,
            int depth,
            RungMark mark,
            String level,
            String title,
            String under,
            boolean done,
            String note,
            String remark) {}
}
