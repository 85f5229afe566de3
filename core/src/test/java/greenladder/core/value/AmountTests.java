package greenladder.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class AmountTests {

    @DataProvider
    public Object[][] texts() {
        return new Object[][] {
            {"8", "8"},
            {"0.5", "0.5"},
            {"1e1", "10"},
            {"0.125", "0.125"},
            {"10000.000", "10000"},
            {".5", "0.5"},
            {"-1", "-1"}
        };
    }

    @Test(dataProvider = "texts")
    public void numberShouldBeReadAndWrittenExactly(String text, String written) {
        assertThat(Amount.parse(text)).map(Amount::toString).contains(written);
    }

    @DataProvider
    public Object[][] noNumbers() {
        return new Object[][] {
            {"five"},
            {""},
            {"."},
            {"1,5"},
            {"0.1234"},
            {"NaN"},
            {"1e99999999"},
            {"0x10"},
            {"9".repeat(60)}
        };
    }

    @Test(dataProvider = "noNumbers")
    public void textThatIsNoNumberShouldNotBeRead(String text) {
        assertThat(Amount.parse(text)).isEmpty();
    }

    @Test
    public void keyShouldBeReadForgivingly() {
        assertThat(ItemKey.parse(" msf104 ")).contains(new ItemKey("MSF", 104));
        assertThat(ItemKey.parse("MSF0")).isEmpty();
        assertThat(ItemKey.parse("M104")).isEmpty();
        assertThat(ItemKey.parse("MSF12345678901")).isEmpty();
    }
}
