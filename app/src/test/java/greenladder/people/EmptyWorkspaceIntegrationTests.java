package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.store.SnapshotKeeper;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.http.HttpStatus;
import org.springframework.test.context.testng.AbstractTestNGSpringContextTests;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.springframework.test.web.servlet.assertj.MvcTestResult;
import org.testng.annotations.Test;

/** A real, empty workspace from its first start to its first item. */
@SpringBootTest(properties = "greenladder.database=jdbc:h2:mem:empty;DB_CLOSE_DELAY=-1")
@AutoConfigureMockMvc
public class EmptyWorkspaceIntegrationTests extends AbstractTestNGSpringContextTests {
    @Autowired private MockMvcTester mvc;

    @Autowired private People people;

    @Autowired private FirstCode code;

    @Autowired private SnapshotKeeper keeper;

    private MvcTestResult start(String name, String handle, String password) {
        return mvc.post()
                .uri("/start")
                .with(csrf())
                .param("name", name)
                .param("handle", handle)
                .param("password", password)
                .param("code", code.code())
                .exchange();
    }

    @Test
    public void firstStartShouldAskForAnAdministrator() {
        assertThat(mvc.get().uri("/")).hasStatus(HttpStatus.FOUND).hasHeader("Location", "/start");
        assertThat(mvc.get().uri("/start"))
                .hasStatusOk()
                .bodyText()
                .contains("The first administrator");
        assertThat(start("", "Bad Handle", "short"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains(
                        "A name of at most 120 characters is needed.",
                        "Bad Handle",
                        "A password has at least 10 characters.")
                .doesNotContain("value=\"short\"");
        assertThat(people.isEmpty()).isTrue();
    }

    @Test(dependsOnMethods = "firstStartShouldAskForAnAdministrator")
    public void administratorShouldSignInAndStartAProduct() {
        assertThat(start("Edda Quill", "edda.quill", "sea and sound"))
                .hasStatus(HttpStatus.FOUND)
                .hasHeader("Location", "/");
        assertThat(
                        mvc.post()
                                .uri("/sign-in")
                                .with(csrf())
                                .param("handle", "edda.quill")
                                .param("password", "sea and sound"))
                .hasHeader("Location", "/");
        assertThat(
                        mvc.post()
                                .uri("/sign-in")
                                .with(csrf())
                                .param("handle", "edda.quill")
                                .param("password", "wrong"))
                .hasHeader("Location", "/sign-in?failed&as=edda.quill");
        var edda = user(people.findByHandle("edda.quill").orElseThrow());
        assertThat(mvc.get().uri("/").with(edda)).hasHeader("Location", "/products/new");
        assertThat(
                        mvc.post()
                                .uri("/products")
                                .with(csrf())
                                .with(edda)
                                .param("code", "toolong")
                                .param("name", "Quay"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("A code has 2 to 5 capital letters.", "value=\"Quay\"");
        assertThat(
                        mvc.post()
                                .uri("/products")
                                .with(csrf())
                                .with(edda)
                                .param("code", "QUA")
                                .param("name", "Quay"))
                .hasHeader("Location", "/QUA/ladder");
        assertThat(mvc.get().uri("/QUA/ladder?from=goal").with(edda))
                .hasStatusOk()
                .bodyText()
                .contains("Nothing on this level yet");
        assertThat(mvc.get().uri("/QUA/threads").with(edda))
                .hasStatusOk()
                .bodyText()
                .contains("No items yet");
    }

    @Test(dependsOnMethods = "administratorShouldSignInAndStartAProduct")
    public void itemAddedOnAPageShouldAppearAndCarryItsEvents() {
        var edda = user(people.findByHandle("edda.quill").orElseThrow());
        assertThat(
                        mvc.post()
                                .uri("/items/add")
                                .with(csrf())
                                .with(edda)
                                .header("HX-Request", "true")
                                .param("product", "QUA")
                                .param("level", "goal")
                                .param("title", "Quiet quay"))
                .hasStatusOk()
                .headers()
                .hasHeaderSatisfying(
                        "HX-Trigger", values -> assertThat(values.getFirst()).contains("QUA1"));
        assertThat(keeper.whole().itemCount()).isEqualTo(1);
    }

    @Test(dependsOnMethods = "administratorShouldSignInAndStartAProduct")
    public void demoShouldLeaveNoWayIn() {
        assertThat(mvc.get().uri("/sign-in")).bodyText().doesNotContain("Merrow");
        assertThat(mvc.post().uri("/sign-in/as").with(csrf()).param("handle", "edda.quill"))
                .hasStatus(HttpStatus.NOT_FOUND);
        assertThat(mvc.get().uri("/api/v1/products").header("Authorization", "Bearer demo-token"))
                .hasStatus(HttpStatus.UNAUTHORIZED);
    }
}
