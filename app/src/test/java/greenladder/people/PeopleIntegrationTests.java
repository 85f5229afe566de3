package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.ApiClient;
import greenladder.RunningDemo;
import greenladder.admin.Leaving;
import greenladder.core.people.Role;
import greenladder.core.value.ItemKey;
import greenladder.people.People.PersonForm;
import greenladder.web.Failure;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpStatus;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.springframework.test.web.servlet.assertj.MvcTestResult;
import org.testng.annotations.Test;

/** People come, change their parts, and leave. */
public class PeopleIntegrationTests extends RunningDemo {
    private static final String PASSWORD = "rope and tide 7";
    private static final AtomicInteger NUMBER = new AtomicInteger();

    @Autowired private MockMvcTester mvc;
    @Autowired private People people;
    @Autowired private Tokens tokens;
    @Autowired private Invitations invitations;
    @Autowired private Leaving leaving;

    private SignedIn edda() {
        return people.findByHandle("edda.quill").orElseThrow();
    }

    private SignedIn somebody(Role role) {
        var handle = "somebody-" + NUMBER.incrementAndGet();
        people.add(new PersonForm("Somebody New", handle, PASSWORD), role);
        return people.findByHandle(handle).orElseThrow();
    }

    private MvcTestResult post(SignedIn who, String path, String... parameters) {
        var request = mvc.post().uri(path).with(user(who)).with(csrf());
        for (int i = 0; i < parameters.length; i += 2) {
            request = request.param(parameters[i], parameters[i + 1]);
        }
        return request.exchange();
    }

    private MvcTestResult signIn(String handle, String password) {
        return mvc.post()
                .uri("/sign-in")
                .with(csrf())
                .with(request -> {
                    request.setRemoteAddr("10.0.0." + NUMBER.get() % 250);
                    return request;
                })
                .param("handle", handle)
                .param("password", password)
                .exchange();
    }

    @Test
    public void invitationShouldLetItsReaderInOnce() {
        var handle = "invited-" + NUMBER.incrementAndGet();
        var link =
                "/invitation/"
                        + invitations.invite(edda(), "Guest", handle, Role.TEAM_MEMBER).secret();
        assertThat(mvc.get().uri(link)).hasStatusOk().bodyText().contains("Welcome, Guest");
        assertThat(mvc.post().uri(link).with(csrf()).param("password", "short"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("at least 10 characters");
        assertThat(mvc.post().uri(link).with(csrf()).param("password", PASSWORD))
                .hasStatus(HttpStatus.FOUND);
        assertThat(people.findByHandle(handle)).isPresent();
        assertThat(mvc.post().uri(link).with(csrf()).param("password", PASSWORD))
                .hasStatus(HttpStatus.NOT_FOUND)
                .bodyText()
                .contains("already been used");
    }

    @Test
    public void invitationADayTooLateOrTakenBackShouldOpenNothing() {
        var taken = invitations.invite(edda(), "Taken", "taken-back", Role.STAKEHOLDER);
        invitations.takeBack(edda(), taken.invitation().id());
        assertThat(mvc.get().uri("/invitation/" + taken.secret())).hasStatus(HttpStatus.NOT_FOUND);
        var late = invitations.invite(edda(), "Late", "too-late", Role.STAKEHOLDER);
        api().post("/demo/clock", "{'days':8}");
        assertThat(mvc.get().uri("/invitation/" + late.secret()))
                .hasStatus(HttpStatus.NOT_FOUND)
                .bodyText()
                .contains("has expired");
    }

    @Test
    public void invitationForATakenNameShouldKeepWhatWasTyped() {
        assertThat(
                        post(
                                edda(),
                                "/people/invite",
                                "name",
                                "Another Oona",
                                "handle",
                                "oona.marsh",
                                "role",
                                "TEAM_MEMBER"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("Another Oona", "Somebody already signs in with this name.");
    }

    @Test
    public void changedRoleShouldCountFromTheNextClickOn() {
        var somebody = somebody(Role.STAKEHOLDER);
        var session = somebody;
        assertThat(post(session, "/items/edit", "keys", "MSF29", "field", "title", "value", "X"))
                .hasStatus(HttpStatus.FORBIDDEN);
        post(
                edda(),
                "/people/" + somebody.handle() + "/role-in",
                "product",
                "QUA",
                "role",
                "TEAM_LEAD");
        assertThat(
                        post(
                                session,
                                "/items/edit",
                                "keys",
                                "QUA3",
                                "field",
                                "title",
                                "value",
                                "Renamed"))
                .hasStatusOk();
        assertThat(post(session, "/items/edit", "keys", "MSF29", "field", "title", "value", "X"))
                .as("the role is for that product only")
                .hasStatus(HttpStatus.FORBIDDEN);
        post(edda(), "/people/" + somebody.handle() + "/role-in", "product", "QUA", "role", "");
        assertThat(post(session, "/items/edit", "keys", "QUA3", "field", "title", "value", "X"))
                .hasStatus(HttpStatus.FORBIDDEN);
    }

    @Test
    public void lastAdministratorAndOneselfShouldStay() {
        assertThatThrownBy(() -> people.changeRole(edda(), "edda.quill", Role.TEAM_MEMBER))
                .isInstanceOf(Failure.Invalid.class)
                .hasMessageContaining("last administrator");
        assertThatThrownBy(() -> leaving.remove(edda(), "edda.quill", "nobody"))
                .hasMessageContaining("cannot remove yourself");
        assertThatThrownBy(() ->
                        people.changeRole(somebody(Role.TEAM_LEAD), "saga.lind", Role.TEAM_LEAD))
                .isInstanceOf(Failure.Forbidden.class);
    }

    @Test
    public void itemsOfWhoLeavesShouldBeCountedAsTheReaderSeesThem() {
        var leaver = somebody(Role.TEAM_MEMBER);
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'story','title':'S','assignee':'%s','readers':['ines.rowe']}"
                                .formatted(leaver.handle()));
        var item = new ItemKey(code, 1);
        var ines = people.findByHandle("ines.rowe").orElseThrow();

        assertThat(leaving.itemsOf(ines, leaver.handle())).containsExactly(item);
        assertThat(leaving.itemsOf(edda(), leaver.handle())).isEmpty();
        api().delete("/items/" + item);
    }

    @Test
    public void itemsOfWhoLeavesShouldGoToWhomIsChosen() {
        var leaver = somebody(Role.TEAM_MEMBER);
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'story','title':'S','assignee':'" + leaver.handle() + "'}");
        tokens.add("of-leaver", leaver.handle(), "Test");
        var page = "/people/" + leaver.handle() + "/remove";
        assertThat(post(edda(), page))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("1 items are with them");
        assertThat(people.findByHandle(leaver.handle())).isPresent();
        assertThat(post(edda(), page, "heir", "tam.keel")).hasStatus(HttpStatus.FOUND);
        assertThat(api().get("/items/" + code + "1").body().path("assignee").asString())
                .isEqualTo("tam.keel");
        assertThat(people.findByHandle(leaver.handle())).isEmpty();
        assertThat(new ApiClient("http://localhost:" + port, "of-leaver").get("/products").status())
                .isEqualTo(401);
        assertThat(mvc.get().uri("/MSF/ladder").with(user(leaver)))
                .hasStatus(HttpStatus.FOUND)
                .hasHeader("Location", "/sign-in?to=%2FMSF%2Fladder");
        assertThat(
                        api().patch(
                                        "/items/" + code + "1",
                                        "{'assignee':'" + leaver.handle() + "'}")
                                .status())
                .isEqualTo(422);
    }

    @Test
    public void changedPasswordShouldSignOutElsewhere() {
        var me = somebody(Role.TEAM_MEMBER);
        assertThat(post(me, "/settings/password", "old", "wrong", "password", "another one 12"))
                .hasStatus(HttpStatus.UNPROCESSABLE_ENTITY)
                .bodyText()
                .contains("not your current password");
        assertThat(post(me, "/settings/password", "old", PASSWORD, "password", "another one 12"))
                .hasStatusOk();
        assertThat(mvc.get().uri("/settings").with(user(me))).hasStatus(HttpStatus.FOUND);
        assertThat(signIn(me.handle(), "another one 12")).hasHeader("Location", "/");
    }

    @Test
    public void guessesShouldHaveToWait() {
        var me = somebody(Role.TEAM_MEMBER);
        for (int i = 0; i < 5; i++) {
            assertThat(signIn(me.handle(), "guess " + i))
                    .hasHeader("Location", "/sign-in?failed&as=" + me.handle());
        }
        assertThat(signIn(me.handle(), PASSWORD))
                .as("even the right one waits now")
                .hasHeader("Location", "/sign-in?wait&as=" + me.handle());
    }

    @Test
    public void tokenShouldBeShownOnceAndSignNobodyInOnceRevoked() {
        var me = somebody(Role.PRODUCT_OWNER);
        var made = tokens.make(me, "A script", 30);
        var api = new ApiClient("http://localhost:" + port, made.secret());
        assertThat(api.get("/tokens").body().toString())
                .contains("A script")
                .doesNotContain(made.secret());
        assertThat(mvc.get().uri("/settings").with(user(me)))
                .bodyText()
                .contains("A script")
                .doesNotContain(made.secret());
        assertThat(api.delete("/tokens/" + made.token().id()).status()).isEqualTo(204);
        assertThat(api.get("/tokens").status()).isEqualTo(401);
    }

    /** Also one that has just been used. */
    @Test
    public void tokensRevokedWithAllSignInsShouldWorkNoLonger() {
        var me = somebody(Role.PRODUCT_OWNER);
        var api =
                new ApiClient("http://localhost:" + port, tokens.make(me, "A script", 30).secret());
        assertThat(api.get("/tokens").status()).isEqualTo(200);
        people.signOutEverywhere(me, false);
        assertThat(api.get("/tokens").status()).isEqualTo(200);
        people.signOutEverywhere(me, true);
        assertThat(api.get("/tokens").status()).isEqualTo(401);
    }

    @Test
    public void tokenRevokedInTheMidstOfABulkShouldLeaveAllOrNothing() {
        var me = somebody(Role.PRODUCT_OWNER);
        var code = api().newProduct();
        var made = tokens.make(me, "A bulk", 30);
        var items = new StringBuilder("{'level':'story','title':'S'}");
        for (int i = 1; i < 2000; i++) {
            items.append(",{'level':'story','title':'S'}");
        }
        var bulk =
                CompletableFuture.supplyAsync(() ->
                        new ApiClient("http://localhost:" + port, made.secret())
                                .post("/products/" + code + "/items", "{'items':[" + items + "]}"));
        tokens.revoke(me, made.token().id());
        int status = bulk.join().status();
        assertThat(status).isIn(201, 401);
        assertThat(
                        api().get("/products/" + code + "/rollup")
                                .body()
                                .path("count")
                                .path("total")
                                .asInt())
                .isEqualTo(status == 201 ? 2000 : 0);
    }
}
