package greenladder.core.item;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import greenladder.core.value.ItemKey;
import java.time.LocalDate;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Fields are known again by their labels. */
public class FieldTests {
    private static final LocalDate DAY = LocalDate.parse("2026-05-04");
    private static final ItemKey KEY = new ItemKey("MSF", 12);

    @DataProvider
    Object[][] keyed() {
        return new Object[][] {
            {Field.custom("colour"), "custom.colour"},
            {Field.custom("risk"), "risk"},
            {Field.factor("urgency"), "factors.urgency"},
            {Field.link(LinkType.DEPENDS_ON, KEY), "link.depends-on.MSF12"},
            {Field.worked(3), "worked.3"},
            {Field.reading(DAY), "reading.2026-05-04"},
            {Field.health(2), "health.2"}
        };
    }

    @Test(dataProvider = "keyed")
    public void fieldWithAKeyShouldBeFoundByItsLabel(Field field, String label) {
        assertThat(field.label()).isEqualTo(label);
        assertThat(Field.find(label)).contains(field);
    }

    @Test
    public void keyShouldBeReadFromTheLabel() {
        assertThat(Field.custom("colour").customKey()).isEqualTo("colour");
        assertThat(Field.custom("risk").customKey()).isEqualTo("risk");
        assertThat(Field.factor("urgency").factorKey()).isEqualTo("urgency");
        assertThat(Field.link(LinkType.COVERS, KEY).linkType()).isEqualTo(LinkType.COVERS);
        assertThat(Field.link(LinkType.COVERS, KEY).linkedTo()).isEqualTo(KEY);
        assertThat(Field.worked(3).workedNumber()).isEqualTo(3);
        assertThat(Field.reading(DAY).readingDay()).isEqualTo(DAY);
        assertThat(Field.health(2).healthNumber()).isEqualTo(2);
    }

    @DataProvider
    Object[][] labelsOfNothing() {
        return new Object[][] {
            {""},
            {"titles"},
            {"TITLE"},
            {"custom."},
            {"factors."},
            {"link."},
            {"link.covers"},
            {"link.covers."},
            {"link.knows.MSF12"},
            {"worked.0"},
            {"worked.03"},
            {"worked.1234567890"},
            {"reading.4 May"},
            {"health.-1"}
        };
    }

    @Test(dataProvider = "labelsOfNothing")
    public void labelOfNoFieldShouldFindNone(String label) {
        assertThat(Field.find(label)).isEmpty();
    }

    @Test
    public void standardFieldsShouldBeOneObjectEach() {
        assertThat(Field.standard()).doesNotHaveDuplicates().contains(Field.TITLE, Field.BLOCKED);
        assertThat(Field.standard())
                .allSatisfy(field -> assertThat(Field.find(field.label())).containsSame(field));
    }

    @Test
    public void whatFollowsByItselfShouldNotBeEntered() {
        assertThat(Field.findEditable("title")).contains(Field.TITLE);
        assertThat(Field.findEditable("factors.urgency")).isPresent();
        assertThat(List.of("rank", "exists", "worked.1", "link.covers.MSF1"))
                .allSatisfy(label -> assertThat(Field.findEditable(label)).isEmpty());
    }

    @Test
    public void workShouldBeAllOrNothing() {
        assertThat(Field.areWork(List.of("state", "hours.remaining", "helpers"))).isTrue();
        assertThat(Field.areWork(List.of("state", "parent"))).isFalse();
        assertThat(Field.areWork(List.of("state", "risk"))).isFalse();
        assertThat(Field.areWork(List.of("nothing"))).isFalse();
    }

    @Test
    public void changesShouldBeLoggedInTheOrderOfTheFieldsAndThenOfTheirKeys() {
        assertThat(Field.EXISTS).isLessThan(Field.TITLE);
        assertThat(Field.custom("a")).isLessThan(Field.custom("b")).isGreaterThan(Field.LABELS);
        assertThat(Field.TITLE.isDetail()).isFalse();
        assertThat(Field.custom("a").isDetail()).isTrue();
    }

    @Test
    public void valueOfAnotherTypeShouldNotFit() {
        assertThat(Field.LABELS.fit(List.of())).isNull();
        assertThatIllegalArgumentException().isThrownBy(() -> Field.SIZE.fit("5"));
    }
}
