package greenladder.core.item;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import greenladder.core.rank.Rank;
import greenladder.core.value.Amount;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What is logged of a field is read back as it was. */
public class FieldTypeTests {
    private static final Instant AT = Instant.parse("2026-05-04T09:00:00.000123Z");
    private static final LocalDate DAY = LocalDate.parse("2026-05-04");
    private static final ItemKey KEY = new ItemKey("MSF", 12);
    private static final Field WORKED = Field.worked(3);
    private static final Field HEALTH = Field.health(2);
    private static final TraceLink LINK =
            new TraceLink(LinkType.CONTRIBUTES_TO, KEY, Amount.of(40), AT, AT, "0a1b");

    @DataProvider
    Object[][] values() {
        return new Object[][] {
            {Field.EXISTS, AT, "2026-05-04T09:00:00.000123Z"},
            {Field.TITLE, " [x] a, b ", " [x] a, b "},
            {Field.PARENT, KEY, "MSF12"},
            {Field.RANK, new Rank("Va1"), "Va1"},
            {Field.SIZE, new Amount(500), "0.5"},
            {Field.START, DAY, "2026-05-04"},
            {Field.LABELS, List.of("quay", "day trips"), "quay, day trips"},
            {
                Field.CHECKLIST,
                new Lines(
                        List.of(
                                ListLine.open("[x] a"),
                                new ListLine("b\u2028c", true, null),
                                new ListLine("d", false, KEY))),
                "[ ] [x] a\n[x] b\u2028c\n[MSF12] d"
            },
            {
                Field.LINKS,
                List.of(
                        new WebLink("https://a.example", ""),
                        new WebLink("http://b.example", "B b")),
                "https://a.example\nhttp://b.example B b"
            },
            {
                Field.ATTACHMENTS,
                List.of(new Attachment("ab", 12, "image/png", "the quay.png")),
                "ab 12 image/png the quay.png"
            },
            {Field.PARTS, List.of(KEY, new ItemKey("MSF", 13)), "MSF12 MSF13"},
            {
                Field.DECISIONS,
                List.of(new DecisionNote(DAY, "oona.marsh", "no  more")),
                "2026-05-04 oona.marsh no  more"
            },
            {Field.BROKEN_DOWN, true, "yes"},
            {Field.factor("reach"), Amount.of(3), "3"},
            {Field.HANDED_OVER, new Doing.HandedOver(null, "r1"), "r1 -"},
            {
                WORKED,
                new HourEntry(3, null, DAY, new Amount(1500), "two  words"),
                "2026-05-04 1.5 - two  words"
            },
            {
                Field.MEASURE,
                new Measure(Amount.ZERO, Amount.of(9), "minutes a day"),
                "0\t9\tminutes a day"
            },
            {Field.reading(DAY), Amount.of(7), "7"},
            {
                HEALTH,
                new HealthNote(2, HealthNote.State.IN_DOUBT, AT, "oona.marsh", "a\nb"),
                "in doubt\t2026-05-04T09:00:00.000123Z\toona.marsh\ta\nb"
            },
            {LINK.field(), LINK, "2026-05-04T09:00:00.000123Z 2026-05-04T09:00:00.000123Z 0a1b 40"},
            {Field.custom("vessel"), "Old Marten", "Old Marten"},
        };
    }

    @Test(dataProvider = "values")
    public void whatIsWrittenShouldBeReadBack(Field field, Object value, String text) {
        assertThat(field.write(value)).isEqualTo(text);
        assertThat(field.read(text)).isEqualTo(value);
    }

    @Test
    public void emptyListShouldBeNone() {
        assertThat(Field.LABELS.fit(List.of())).isNull();
        assertThat(Field.CHECKLIST.fit(Lines.NONE)).isNull();
        assertThat(Field.CHECKLIST.write(Lines.NONE)).isNull();
        assertThat(Field.TITLE.fit("")).isEqualTo("");
        assertThat(Field.SIZE.read(null)).isNull();
    }

    @Test
    public void valueOfAnotherTypeShouldBeRefused() {
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Field.PARENT.fit("MSF12"))
                .withMessage("parent is no java.lang.String");
    }
}
