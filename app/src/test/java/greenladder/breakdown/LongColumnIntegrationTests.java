package greenladder.breakdown;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.RunningDemo;
import greenladder.people.People;
import java.io.UnsupportedEncodingException;
import java.util.List;
import java.util.regex.Pattern;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** A column of 250 cards: what is drawn of it, and how the rest is fetched. */
public class LongColumnIntegrationTests extends RunningDemo {
    private static final Pattern CARD = Pattern.compile("id=\"card-([A-Z]+\\d+)\"");
    private static final int COUNT = 250;

    @Autowired private MockMvcTester mvc;
    @Autowired private People people;

    private String code;

    @BeforeClass
    public void makeProduct() {
        code = api().newProduct();
        var items = new StringBuilder();
        for (int i = 1; i <= COUNT; i++) {
            items.append(i == 1 ? "" : ",")
                    .append("{'level':'goal','title':'Goal %d'}".formatted(i));
        }
        api().post("/products/" + code + "/items", "{'items':[" + items + "]}");
    }

    private String page(String query) {
        try {
            return mvc.get()
                    .uri("/" + code + "/ladder" + query)
                    .with(user(people.findByHandle("ines.rowe").orElseThrow()))
                    .header("HX-Request", "true")
                    .exchange()
                    .getResponse()
                    .getContentAsString();
        } catch (UnsupportedEncodingException e) {
            throw new IllegalStateException(e);
        }
    }

    private List<Integer> cards(String html) {
        return CARD.matcher(html)
                .results()
                .map(found -> Integer.valueOf(found.group(1).substring(code.length())))
                .toList();
    }

    @Test
    public void columnShouldBeginAtItsBeginning() {
        var html = page("?from=goal&panel=0");
        assertThat(cards(html)).hasSize(60).startsWith(1, 2).endsWith(60);
        assertThat(html).contains("offset=60").doesNotContain("Show earlier ones");
    }

    @Test
    public void columnShouldBeDrawnAroundAPickedCardFarDown() {
        var html = page("?from=goal&panel=0&at=" + code + "200");
        assertThat(cards(html)).hasSize(60).startsWith(185).endsWith(244).contains(200);
        assertThat(html).contains("Show earlier ones", "earlier=true");
    }

    @Test
    public void earlierOnesShouldComeInOrder() {
        var html = page("/more?from=goal&panel=0&column=goal&offset=184&earlier=true");
        assertThat(cards(html)).hasSize(60).startsWith(125).endsWith(184);
        assertThat(html).contains("offset=124&amp;earlier=true");
        var rest = page("/more?from=goal&panel=0&column=goal&offset=4&earlier=true");
        assertThat(cards(rest)).hasSize(4).startsWith(1);
        assertThat(rest).doesNotContain("earlier=true");
    }

    @Test
    public void refreshShouldDrawWhatWasDrawn() {
        var html = page("?from=goal&panel=0&shown=goal:" + code + "20:150");
        assertThat(cards(html)).hasSize(150).startsWith(20).endsWith(169);
    }

    @Test
    public void refreshShouldForgetWhatIsNotThereAnyMore() {
        assertThat(cards(page("?from=goal&panel=0&shown=goal:" + code + "9999:150")))
                .hasSize(60)
                .startsWith(1);
    }

    @Test
    public void columnThatIsKeptShouldBeLeftOut() {
        var html = page("?from=goal&panel=1&at=" + code + "3&kept=goal,panel");
        assertThat(cards(html)).isEmpty();
        assertThat(html)
                .contains("data-kept=\"yes\"", "id=\"side-panel\"")
                .doesNotContain("class=\"item-panel\"");
    }
}
