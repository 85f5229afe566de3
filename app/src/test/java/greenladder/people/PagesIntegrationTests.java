package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.RunningDemo;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpStatus;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The pages at the edge: who gets in, what is refused, what is escaped. */
public class PagesIntegrationTests extends RunningDemo {
    @Autowired private MockMvcTester mvc;

    @Autowired private People people;

    private SignedIn person(String handle) {
        return people.findByHandle(handle).orElseThrow();
    }

    @DataProvider
    public Object[][] pages() {
        return new Object[][] {
            {"/"},
            {"/MSF/ladder"},
            {"/MSF/threads"},
            {"/items/MSF1"},
            {"/items/MSF1/menu"},
            {"/find?q=a"},
            {"/products/new"}
        };
    }

    @Test(dataProvider = "pages")
    public void pageShouldAskStrangersToSignIn(String page) {
        var answer = mvc.get().uri(page).exchange();
        assertThat(answer).hasStatus(HttpStatus.FOUND);
        assertThat(answer.getResponse().getRedirectedUrl()).startsWith("/sign-in");
    }

    @Test
    public void pagesShouldCarryAStrictPolicy() {
        assertThat(mvc.get().uri("/sign-in"))
                .hasStatusOk()
                .headers()
                .hasHeaderSatisfying(
                        "Content-Security-Policy",
                        values ->
                                assertThat(values.getFirst())
                                        .contains("default-src 'none'")
                                        .doesNotContain("unsafe"));
    }

    @Test
    public void writeWithoutForgeryTokenShouldBeRefused() {
        assertThat(
                        mvc.post()
                                .uri("/items/edit")
                                .param("keys", "MSF1")
                                .param("field", "title")
                                .param("value", "X")
                                .with(user(person("ines.rowe"))))
                .hasStatus(HttpStatus.FORBIDDEN);
    }

    @Test
    public void stakeholderShouldSeeNoControlsAndChangeNothing() {
        var saga = user(person("saga.lind"));
        assertThat(mvc.get().uri("/MSF/ladder?from=goal&at=MSF1&panel=1").with(saga))
                .hasStatusOk()
                .bodyText()
                .contains("Boarding takes half as long")
                .doesNotContain("data-add")
                .doesNotContain("draggable");
        assertThat(
                        mvc.post()
                                .uri("/items/edit")
                                .with(csrf())
                                .with(saga)
                                .header("HX-Request", "true")
                                .param("keys", "MSF1")
                                .param("field", "title")
                                .param("value", "X"))
                .hasStatus(HttpStatus.FORBIDDEN)
                .bodyText()
                .isEqualTo("Stakeholders cannot do this in MSF.");
    }

    @Test
    public void markupInAnyFieldShouldComeOutAsText() {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'story','title':'<img src=x"
                            + " onerror=alert(1)>','description':'<script>alert(1)</script>\\n\\n[x](javascript:alert(1))','blocked':{'reason':'<b>'}}");
        for (var page : new String[] {"/%s/ladder?at=%s1&panel=1", "/%s/threads?item=%s1"}) {
            assertThat(mvc.get().uri(page.formatted(code, code)).with(user(person("ines.rowe"))))
                    .hasStatusOk()
                    .bodyText()
                    .doesNotContain("<img src=x")
                    .doesNotContain("<script>alert")
                    .doesNotContain("href=\"javascript");
        }
    }

    @Test
    public void refusedEditShouldSayWhyInPlainWords() {
        assertThat(
                        mvc.post()
                                .uri("/items/edit")
                                .with(csrf())
                                .with(user(person("ines.rowe")))
                                .header("HX-Request", "true")
                                .param("keys", "MSF5")
                                .param("field", "size")
                                .param("value", "five"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .isEqualTo("The size is a number with at most three decimals, not “five”.");
    }

    @Test
    public void firstAdministratorFormShouldBeClosedOnceThereIsSomebody() {
        assertThat(mvc.get().uri("/start")).hasStatus(HttpStatus.FOUND);
        assertThat(
                        mvc.post()
                                .uri("/start")
                                .with(csrf())
                                .param("name", "Eve")
                                .param("handle", "eve")
                                .param("password", "long enough"))
                .hasStatus(HttpStatus.FORBIDDEN);
    }

    @Test
    public void healthShouldBeOpenAndNothingElseOfIt() {
        assertThat(mvc.get().uri("/actuator/health")).hasStatusOk();
        assertThat(mvc.get().uri("/actuator/env")).hasStatus(HttpStatus.FOUND);
    }

    @Test
    public void longColumnShouldComeInParts() {
        var code = api().newProduct();
        var items = new StringBuilder("{'items':[");
        for (int i = 0; i < 250; i++) {
            items.append(i == 0 ? "" : ",")
                    .append("{'level':'goal','title':'Goal ")
                    .append(i)
                    .append("'}");
        }
        api().post("/products/" + code + "/items", items.append("]}").toString());
        var ines = user(person("ines.rowe"));
        assertThat(mvc.get().uri("/%s/ladder?from=goal".formatted(code)).with(ines))
                .bodyText()
                .contains("Goal 59")
                .doesNotContain("Goal 60<")
                .contains("offset=60");
        assertThat(mvc.get().uri("/%s/ladder?from=goal&at=%s201".formatted(code, code)).with(ines))
                .bodyText()
                .contains("Goal 200<");
        assertThat(
                        mvc.get()
                                .uri(
                                        "/%s/ladder/more?from=goal&column=goal&offset=200"
                                                .formatted(code))
                                .with(ines))
                .bodyText()
                .contains("Goal 249")
                .doesNotContain("offset=");
    }
}
