package greenladder.panel;

import greenladder.panel.ItemPanel.Fact;
import java.util.List;

/**
 * How far an item is refined, as its panel shows it.
 *
 * @param facts band, factors and score
 * @param summary what stands on the one line that opens, such as "Must, score 336, 4 of 6 ready"
 * @param ready such as "4 of 6 ready"
 * @param checks whether each check is passed
 * @param agenda why it is to be talked about; empty where it is not
 * @param question what has to be answered first; empty for nothing
 * @param decisions the latest first
 */
public record ItemRefinement(
        List<Fact> facts,
        String summary,
        String ready,
        List<Boolean> checks,
        String agenda,
        String question,
        boolean candidate,
        boolean canBeCandidate,
        boolean mayMark,
        boolean mayChoose,
        List<Decision> decisions) {

    public record Decision(String words, String when, String who) {}
}
