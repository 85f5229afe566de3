package greenladder.setup;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.change.Problem;
import greenladder.core.product.Band;
import greenladder.core.product.Factor;
import greenladder.core.product.ReadyCheck;
import greenladder.core.product.ReadyCheck.Kind;
import greenladder.core.product.Refining;
import greenladder.core.product.Scale;
import greenladder.core.score.Formula;
import java.util.List;
import org.assertj.core.groups.Tuple;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class RefiningReaderTests {
    private static final List<Factor> FACTORS = Formula.PRESETS.getFirst().factors();
    private static final RefiningForm STANDARD =
            RefiningForm.of(
                    new Refining(
                            Refining.STANDARD.bands(),
                            FACTORS,
                            Formula.PRESETS.getFirst().formula(),
                            Refining.STANDARD.scale(),
                            Refining.STANDARD.checks()));

    private static RefiningForm form(String part, String text) {
        return new RefiningForm(
                part.equals("bands") ? text : STANDARD.bands(),
                part.equals("factors") ? text : STANDARD.factors(),
                part.equals("formula") ? text : STANDARD.formula(),
                part.equals("scaleName") ? text : STANDARD.scaleName(),
                STANDARD.unit(),
                part.equals("steps") ? text : STANDARD.steps(),
                STANDARD.checks(),
                part.equals("small") ? text : STANDARD.small(),
                part.equals("byHand") ? text : STANDARD.byHand(),
                STANDARD.membersRaise(),
                STANDARD.bandFollows(),
                STANDARD.defects());
    }

    private static Refining read(String part, String text) {
        var reader = new RefiningReader(form(part, text));
        var refining = reader.read();
        assertThat(reader.problems()).as(part + " " + text).isEmpty();
        return refining;
    }

    @Test
    public void whatIsShownShouldBeReadAsTheSame() {
        for (var scale : Scale.PRESETS) {
            var refining =
                    new Refining(
                            Refining.STANDARD.bands(),
                            FACTORS,
                            "impact / size",
                            scale,
                            List.of(
                                    ReadyCheck.of(Kind.HAS_PARENT),
                                    ReadyCheck.of(Kind.SMALL_ENOUGH),
                                    new ReadyCheck("seen", "seen by us", Kind.BY_HAND, null)),
                            scale.equals(Scale.SHIRTS),
                            scale.equals(Scale.FIBONACCI),
                            List.of("leak"));
            var reader = new RefiningReader(RefiningForm.of(refining));

            assertThat(reader.read()).isEqualTo(refining);
            assertThat(reader.problems()).isEmpty();
        }
    }

    @Test
    public void bandWithoutAKeyShouldGetOneOfItsWords() {
        assertThat(read("bands", "Before the storms\nlater: When there is time").bands())
                .containsExactly(
                        new Band("before-the-storms", "Before the storms"),
                        new Band("later", "When there is time"));
    }

    @Test
    public void factorShouldGoFromNoughtToTenUnlessItSaysOtherwise() {
        var factors =
                read("factors", "impact\nconfidence: How sure, 1 to 5\nease: Ease, 0 - 100")
                        .factors();

        assertThat(factors)
                .extracting(Factor::key, factor -> factor.low() + ".." + factor.high())
                .containsExactly(
                        Tuple.tuple("impact", "0..10"),
                        Tuple.tuple("confidence", "1..5"),
                        Tuple.tuple("ease", "0..100"));
    }

    @Test
    public void stepsShouldHaveLabelsOfTheirOwnOrTheirSizes() {
        assertThat(read("steps", "small = 1\n2\nhuge = 8.5").scale().steps())
                .extracting(step -> step.label() + ":" + step.size())
                .containsExactly("small:1", "2:2", "huge:8.5");
    }

    @Test
    public void productWithoutAFormulaShouldHaveNoScores() {
        assertThat(read("formula", " ").formula()).isEmpty();
    }

    @DataProvider
    static Object[][] faults() {
        return new Object[][] {
            {"bands", "One", "There are from 2 to 7 bands."},
            {"bands", "a\nb\nc\nd\ne\nf\ng\nh", "There are from 2 to 7 bands."},
            {"bands", "must: Must\nmust: Should", "“must” stands there twice."},
            {"bands", "must: Now\nshould: Now", "“Now” stands there twice."},
            {"bands", "x".repeat(50) + "\nb", "50 characters long; at most 40 are allowed."},
            {"factors", "size: Size", "“size” cannot name a factor"},
            {"factors", "9lives: Lives", "cannot name a factor"},
            {"factors", "impact: Impact, 9 to 1", "a range goes from a number to a larger one."},
            {"factors", "impact\nimpact", "“impact” stands there twice."},
            {"formula", "impact *", "cannot be read"},
            {"formula", "luck", "There is no factor “luck”"},
            {"steps", "5", "A scale has from 2 to 24 steps."},
            {"steps", "5\n3", "The sizes go up from line to line."},
            {"steps", "1\nmany\n3", "“many” is neither a size nor a label = a size."},
            {"steps", "1\n99999", "“99999” is neither a size"},
            {"small", "few", "is a number of points."},
            {"small", "0", "is a number of points."},
            {"byHand", "seen: Seen\nseen: Heard", "“seen” stands there twice."},
            {"scaleName", "x".repeat(41), "at most 40 are allowed."},
        };
    }

    @Test(dataProvider = "faults")
    public void faultShouldBeNamedAtItsField(String part, String text, String message) {
        var reader = new RefiningReader(form(part, text));
        reader.read();

        assertThat(reader.problems())
                .filteredOn(problem -> problem.field().equals(part))
                .extracting(Problem::message)
                .anySatisfy(told -> assertThat(told).contains(message));
    }
}
