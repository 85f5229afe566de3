package greenladder.core.score;

import static greenladder.core.Trees.node;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.Trees;
import greenladder.core.product.Factor;
import greenladder.core.product.Refining;
import greenladder.core.snapshot.Snapshot;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class FormulaTests {
    private static final List<Factor> FACTORS =
            List.of(
                    Factor.upToTen("impact", "Impact"),
                    Factor.upToTen("confidence", "Confidence"),
                    Factor.upToTen("ease", "Ease"));

    private static Refining refining(String formula) {
        var standard = Refining.STANDARD;
        return new Refining(
                standard.bands(), FACTORS, formula, standard.scale(), standard.checks());
    }

    private static final Snapshot LADDER =
            Trees.of(
                    """
                    story A size=5 value=8 factors.impact=7 factors.confidence=6 factors.ease=8
                    story B size=0 value=8 factors.impact=7
                    story C factors.impact=2 factors.confidence=1
                    """);

    @DataProvider
    static Object[][] scores() {
        return new Object[][] {
            {"impact * confidence * ease", 1, "336"},
            {"(impact + confidence) / size", 1, "2.6"},
            {"value / size", 1, "1.6"},
            {"max(impact, ease) - min(impact, ease)", 1, "1"},
            {"sqrt(size * 5)", 1, "5"},
            {"impact / 3", 3, "0.6666666666666667"},
            {"-impact + 1.5", 3, "-0.5"},
        };
    }

    @Test(dataProvider = "scores")
    public void scoreShouldBeWhatTheFormulaSays(String formula, int number, String expected) {
        var score = Formula.of(refining(formula)).orElseThrow().scoreOf(node(LADDER, number));

        assertThat(score.orElseThrow().toPlainString()).isEqualTo(expected);
    }

    @DataProvider
    static Object[][] nothing() {
        return new Object[][] {
            {"impact * confidence * ease", 2, "a factor is missing"},
            {"value / size", 2, "division by zero"},
            {"value / size", 3, "no value and no size"},
            {"sqrt(impact - 8)", 2, "root of a negative number"},
        };
    }

    @Test(dataProvider = "nothing")
    public void scoreWhenItCannotBeMadeShouldBeNone(String formula, int number, String why) {
        assertThat(Formula.of(refining(formula)).orElseThrow().scoreOf(node(LADDER, number)))
                .as(why)
                .isEmpty();
    }

    @DataProvider
    static Object[][] wrong() {
        return new Object[][] {
            {"impact * glory", "There is no factor “glory”; there are: impact, confidence, ease"},
            {"impact *", "cannot be read"},
            {"(impact", "cannot be read"},
            {"impact ^ 999999999", "cannot be read"},
            {"random() * impact", "cannot be read"},
            {"\"text\"", "names and numbers"},
            {"(".repeat(60) + "impact" + ")".repeat(60), "are 60 deep; at most 20 are allowed"},
            {"impact + ".repeat(60) + "impact", "at most 300 are allowed"},
        };
    }

    @Test(dataProvider = "wrong")
    public void formulaWhenWrongShouldSayWhatIsWrong(String formula, String message) {
        assertThat(Formula.problem(formula, FACTORS).orElseThrow()).contains(message);
        assertThat(Formula.of(refining(formula))).isEmpty();
    }

    @Test
    public void presetsShouldBeUsable() {
        assertThat(Formula.PRESETS)
                .allSatisfy(preset ->
                        assertThat(Formula.problem(preset.formula(), preset.factors())).isEmpty());
    }

    @DataProvider
    public Object[][] boundless() {
        return new Object[][] {
            {"SQRT(1e999999)"},
            {"1e9 * impact"},
            {"12345678901 * impact"},
            {"impact * 999999999 * 999999999"},
            {"impact / (ease / 999999999 / 999999999 / 999999999 + 1 / 999999999 / 999999999)"},
        };
    }

    @Test(dataProvider = "boundless")
    public void formulaWhenItCanGrowBeyondBoundsShouldBeRefused(String text) {
        assertThat(Formula.problem(text, Refining.STANDARD.factors())).isPresent();
    }
}
