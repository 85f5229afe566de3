package greenladder.trace;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningPages;
import org.testng.annotations.Test;

/** What a change of an item would touch, as its page tells it. */
public class ImpactIntegrationTests extends RunningPages {
    @Test
    public void unknownItemShouldBeSaidToBeUnknown() {
        assertThat(get("ines.rowe", "/MSF/impact?item=MSF99999"))
                .contains("There is no item", "<strong>MSF99999</strong>", "another one");
        assertThat(get("ines.rowe", "/MSF/impact?item=<b>nonsense")).contains("&lt;b&gt;nonsense");
        assertThat(get("ines.rowe", "/MSF/impact?item=MSF26")).doesNotContain("There is no item");
        assertThat(get("ines.rowe", "/MSF/impact")).doesNotContain("There is no item");
    }
}
