package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import greenladder.ApiClient;
import greenladder.RunningDemo;
import greenladder.core.level.StandardLevels;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.setup.ProductSetup;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import java.io.IOException;
import java.net.CookieManager;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * What strangers send, and people with the right in another product: each kind of hostile request
 * once, over HTTP as they would.
 */
public class HostileRequestsIntegrationTests extends RunningDemo {
    private static final Pattern CSRF = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"");
    private static final String PASSWORD = "harbour lamps at dusk";

    @Autowired private People people;
    @Autowired private Tokens tokens;
    @Autowired private ProductSetup products;
    @Autowired private SnapshotKeeper keeper;

    private ApiClient owner;
    private ApiClient hidden;

    @BeforeClass
    public void addPeople() {
        var edda = people.findByHandle("edda.quill").orElseThrow();
        products.start(edda, "HOA", "Owned", StandardLevels.six(), false);
        products.start(edda, "HOB", "Not owned", StandardLevels.six(), false);
        people.addSamples(
                Map.of(
                        new Person("hostile.owner", "Owner Elsewhere"), Role.STAKEHOLDER,
                        new Person("hostile.hidden", "Sees One"), Role.PRODUCT_OWNER,
                        new Person("hostile.guest", "Guessed At"), Role.STAKEHOLDER),
                PASSWORD);
        people.changeRoleIn(edda, "hostile.owner", "HOA", Role.PRODUCT_OWNER);
        people.changeRoleIn(edda, "hostile.hidden", "HOB", Role.NO_ACCESS);
        tokens.add("hostile-owner", "hostile.owner", "Test");
        tokens.add("hostile-hidden", "hostile.hidden", "Test");
        owner = new ApiClient("http://localhost:" + port, "hostile-owner");
        hidden = new ApiClient("http://localhost:" + port, "hostile-hidden");
        api().post("/products/HOA/items", "{'level':'epic','title':'Ours'}");
        api().post("/products/HOB/items", "{'level':'epic','title':'Theirs'}");
        api().post("/products/HOB/items", "{'level':'feature','title':'Secret','parent':'HOB1'}");
    }

    @Test
    public void circleThroughWhatIsHiddenShouldBeRefusedWithoutNamingIt() {
        var one = made("HOA");
        var other = made("HOA");
        var secret = made("HOB");
        needs(api(), other, secret);
        needs(api(), secret, one);

        var refused = needs(hidden, one, other);

        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.body().toString()).doesNotContain("HOB");
    }

    private String made(String product) {
        return api().post("/products/" + product + "/items", "{'level':'story','title':'S'}")
                .body()
                .path("key")
                .asString();
    }

    private static ApiClient.Answer needs(ApiClient client, String from, String to) {
        return client.post("/items/" + from + "/links", "{'type':'depends on','to':'" + to + "'}");
    }

    /** One way of writing the same address, which the server reads alike. */
    @DataProvider
    public Object[][] signInAddresses() {
        return new Object[][] {{"/sign-in"}, {"/%73ign-in"}, {"/%73%69gn-%69n"}};
    }

    @Test(dataProvider = "signInAddresses")
    public void guessesShouldBeCountedHoweverTheAddressIsWritten(String address)
            throws IOException, InterruptedException {
        var visitor = new Visitor();
        var handle = "nobody" + address.length();
        for (int i = 0; i < 5; i++) {
            visitor.signIn(address, handle, "guess number " + i);
        }
        assertThat(visitor.signIn(address, handle, "guess number 6"))
                .satisfiesAnyOf(
                        answer -> assertThat(location(answer)).contains("/sign-in?wait"),
                        // The server may know no such address at all; then nothing was checked.
                        answer -> assertThat(answer.statusCode()).isIn(400, 403, 404));
    }

    @Test
    public void strangersShouldSendLittle() throws IOException, InterruptedException {
        var visitor = new Visitor();
        var form = "handle=" + "a".repeat(100_000) + "&password=b";
        assertThat(visitor.post("/sign-in", BodyPublishers.ofString(form)).statusCode())
                .isEqualTo(413);
        var endless =
                BodyPublishers.ofInputStream(
                        () -> new java.io.ByteArrayInputStream(form.getBytes()));
        assertThat(visitor.post("/sign-in", endless).statusCode()).isEqualTo(411);
    }

    @Test
    public void descriptionOfTheInterfaceShouldNotBeForStrangers()
            throws IOException, InterruptedException {
        assertThat(new Visitor().get("/v3/api-docs").statusCode()).isIn(302, 401);
    }

    @DataProvider
    public Object[][] anyAddress() {
        return new Object[][] {
            {"/sign-in"}, {"/css/base.css"}, {"/api/v1/items/MSF1"}, {"/nowhere"}, {"/MSF/ladder"}
        };
    }

    @Test(dataProvider = "anyAddress")
    public void everyAnswerShouldCarryTheSafetyHeaders(String address)
            throws IOException, InterruptedException {
        var headers = new Visitor().get(address).headers();
        assertThat(headers.firstValue("X-Content-Type-Options")).contains("nosniff");
        assertThat(headers.firstValue("Content-Security-Policy")).isPresent();
        assertThat(headers.firstValue("Referrer-Policy")).isPresent();
    }

    @DataProvider
    public Object[][] brokenPaths() {
        return new Object[][] {{"/api/v1/items/%00%ff"}, {"/api/v1/items/%2e%2e%2f"}};
    }

    @Test(dataProvider = "brokenPaths")
    public void brokenPathShouldGetAProblem(String path) throws IOException, InterruptedException {
        var request =
                HttpRequest.newBuilder(URI.create("http://localhost:" + port + path))
                        .header("Authorization", "Bearer demo-token")
                        .build();
        var answer = HttpClient.newHttpClient().send(request, BodyHandlers.ofString());
        assertThat(answer.statusCode()).isBetween(400, 499);
        assertThat(answer.headers().firstValue("Content-Type").orElse("")).contains("problem+json");
    }

    @DataProvider
    public Object[][] reachingAcross() {
        return new Object[][] {
            {"POST", "/products/HOA/items", "{'level':'feature','title':'X','parent':'HOB1'}"},
            {"PATCH", "/items/HOA1", "{'level':'feature','parent':'HOB1'}"},
            {"POST", "/items/HOA1/move", "{'parent':'HOB1'}"},
            {"PATCH", "/items/HOB2", "{'parent':null}"},
        };
    }

    @Test(dataProvider = "reachingAcross")
    public void ownerOfOneProductShouldNotReachIntoAnother(
            String method, String path, String body) {
        assertThat(owner.send(method, path, body).status()).isIn(403, 422);
        assertThat(api().get("/items/HOB2").body().path("parent").asString()).isEqualTo("HOB1");
        assertThat(api().get("/products/HOA/items?parent=HOB1").body().path("items").size())
                .isZero();
    }

    @Test
    public void deletionShouldNotTakeAnotherProductsItemsAlong() {
        var mine = api().post("/products/HOA/items", "{'level':'epic','title':'Top'}");
        var key = mine.body().path("key").asString();
        api().patch("/items/HOB2", "{'parent':'%s'}".formatted(key));
        assertThat(owner.send("DELETE", "/items/" + key + "?children=delete", null).status())
                .isEqualTo(403);
        assertThat(api().get("/items/HOB2").status()).isEqualTo(200);
        api().patch("/items/HOB2", "{'parent':'HOB1'}");
    }

    @Test
    public void hiddenProductShouldBeNowhere() {
        assertThat(hidden.get("/items/HOB2").status()).isEqualTo(404);
        assertThat(hidden.get("/products/HOB").status()).isEqualTo(404);
        assertThat(hidden.get("/products").body().toString()).doesNotContain("HOB");
        assertThat(hidden.get("/products/HOB/items").status()).isEqualTo(404);
        assertThat(hidden.patch("/items/HOB2", "{'title':'Seen'}").status()).isEqualTo(404);
        var parent = "{'level':'feature','title':'X','parent':'%s'}";
        var refused = hidden.post("/products/HOA/items", parent.formatted("HOB1"));
        var unknown = hidden.post("/products/HOA/items", parent.formatted("HOB99"));
        assertThat(refused.status()).isEqualTo(unknown.status()).isEqualTo(422);
        assertThat(refused.body().toString().replace("HOB1", ""))
                .as("what is hidden answers as what is not there")
                .isEqualTo(unknown.body().toString().replace("HOB99", ""));
        var reader = people.findByHandle("hostile.hidden").orElseThrow();
        assertThat(keeper.seenBy(reader).findProduct("HOB")).isEmpty();
        assertThat(keeper.seenBy(reader).findProduct("HOA")).isPresent();
    }

    @DataProvider
    public Object[][] unknownPicks() {
        return new Object[][] {
            {"level=none-such"},
            {"kind=none-such"},
            {"state=none-such"},
            {"assignee=none-such"},
            {"team=none-such"},
            {"size=1x"},
            {"parent=HOA999"}
        };
    }

    @Test(dataProvider = "unknownPicks")
    public void unknownPickShouldBeRefused(String pick) {
        assertThat(api().get("/products/HOA/items?" + pick).status()).isEqualTo(422);
    }

    @DataProvider
    public Object[][] endlessNumbers() {
        return new Object[][] {
            {"{'size':1e999999999}"}, {"{'size':1e-999999999}"}, {"{'value':123456789012345678}"}
        };
    }

    @Test(dataProvider = "endlessNumbers")
    public void endlessNumberShouldBeRefused(String body) {
        assertThat(api().patch("/items/HOA1", body).status()).isBetween(400, 499);
    }

    @Test
    public void administratorsShouldNotBeGoneWhenTwoDemoteEachOther() throws Exception {
        var edda = people.findByHandle("edda.quill").orElseThrow();
        people.addSamples(
                Map.of(new Person("hostile.admin", "Second"), Role.ADMINISTRATOR), PASSWORD);
        var second = people.findByHandle("hostile.admin").orElseThrow();
        var outcomes =
                atOnce(() -> demoted(edda, "hostile.admin"), () -> demoted(second, "edda.quill"));
        assertThat(outcomes).isEqualTo(1);
        var left =
                people.allSignedIn().stream()
                        .filter(one -> one.role() == Role.ADMINISTRATOR)
                        .findFirst()
                        .orElseThrow();
        people.changeRole(left, "edda.quill", Role.ADMINISTRATOR);
        people.changeRole(
                people.findByHandle("edda.quill").orElseThrow(), "hostile.admin", Role.STAKEHOLDER);
    }

    private boolean demoted(SignedIn actor, String handle) {
        try {
            people.changeRole(actor, handle, Role.STAKEHOLDER);
            return true;
        } catch (Failure e) {
            return false;
        }
    }

    @Test
    public void firstAdministratorShouldBeMadeOnce() {
        assertThatThrownBy(() ->
                        people.addFirstAdministrator(
                                new People.PersonForm("Eve", "eve.first", PASSWORD)))
                .isInstanceOf(Failure.Forbidden.class);
    }

    @Test
    public void requestThatComesTwiceShouldBeDoneOnce() throws Exception {
        var visitor = new Visitor();
        visitor.comeIn("ines.rowe");
        var before = countOf("Sent twice");
        int answered =
                atOnce(
                        () -> visitor.add("Sent twice", "key-one").statusCode() == 200,
                        () -> visitor.add("Sent twice", "key-one").statusCode() == 200,
                        () -> visitor.add("Sent twice", "key-one").statusCode() == 200);
        assertThat(answered).isEqualTo(3);
        assertThat(countOf("Sent twice") - before).isEqualTo(1);
    }

    private int countOf(String title) {
        return api().get("/products/HOA/items?level=epic&limit=200")
                .body()
                .path("items")
                .valueStream()
                .filter(item -> item.path("title").asString().equals(title))
                .toList()
                .size();
    }

    /** Whoever sends a byte now and then holds up nobody else. */
    @Test
    public void drippingUploadsShouldStopNothing() throws IOException {
        var dripping = new ArrayList<Socket>();
        try {
            for (int i = 0; i < 8; i++) {
                var socket = new Socket("localhost", port);
                dripping.add(socket);
                socket.getOutputStream()
                        .write(
                                """
                                POST /api/v1/items/HOA1/attachments?name=drip.txt HTTP/1.1\r
                                Host: localhost\r
                                Authorization: Bearer demo-token\r
                                Content-Type: text/plain\r
                                Content-Length: 100000\r
                                \r
                                drip\
                                """
                                        .getBytes(StandardCharsets.UTF_8));
                socket.getOutputStream().flush();
            }
            for (int i = 0; i < 20; i++) {
                assertThat(api().patch("/items/HOA1", "{'title':'Ours %d'}".formatted(i)).status())
                        .isEqualTo(200);
            }
            assertThat(owner.get("/items/HOA1").status()).isEqualTo(200);
        } finally {
            for (var socket : dripping) {
                socket.close();
            }
        }
    }

    @Test
    public void commonPasswordShouldBeRefused() {
        assertThat(PersonRules.password("Passw0rd123!")).isPresent();
        assertThat(PersonRules.password("1234567890")).isPresent();
        assertThat(PersonRules.password("aaaaaaaaaaaa")).isPresent();
        assertThat(PersonRules.password(PASSWORD)).isEmpty();
    }

    @SafeVarargs
    private static int atOnce(Callable<Boolean>... tasks) throws Exception {
        var start = new CyclicBarrier(tasks.length);
        try (var pool = Executors.newFixedThreadPool(tasks.length)) {
            var running =
                    IntStream.range(0, tasks.length)
                            .mapToObj(i ->
                                    pool.submit(() -> {
                                        start.await();
                                        return tasks[i].call();
                                    }))
                            .toList();
            int done = 0;
            for (Future<Boolean> one : running) {
                done += one.get() ? 1 : 0;
            }
            return done;
        }
    }

    private static String location(HttpResponse<String> answer) {
        return answer.headers().firstValue("Location").orElse("");
    }

    /** Somebody with a browser: cookies, and the token of the forms. */
    private final class Visitor {
        private final HttpClient http =
                HttpClient.newBuilder()
                        .cookieHandler(new CookieManager())
                        .version(HttpClient.Version.HTTP_1_1)
                        .build();
        private String token = "";

        HttpResponse<String> get(String path) throws IOException, InterruptedException {
            return http.send(request(path).build(), BodyHandlers.ofString());
        }

        HttpResponse<String> post(String path, HttpRequest.BodyPublisher body)
                throws IOException, InterruptedException {
            return http.send(
                    request(path)
                            .header("Content-Type", "application/x-www-form-urlencoded")
                            .POST(body)
                            .build(),
                    BodyHandlers.ofString());
        }

        HttpResponse<String> signIn(String address, String handle, String password)
                throws IOException, InterruptedException {
            readToken("/sign-in");
            return post(
                    address,
                    BodyPublishers.ofString(
                            "_csrf=%s&handle=%s&password=%s"
                                    .formatted(token, handle, password.replace(' ', '+'))));
        }

        void comeIn(String handle) throws IOException, InterruptedException {
            readToken("/sign-in");
            post(
                    "/sign-in/as",
                    BodyPublishers.ofString("_csrf=%s&handle=%s".formatted(token, handle)));
            var page = get("/settings").body();
            var found = CSRF.matcher(page);
            assertThat(found.find()).isTrue();
            token = found.group(1);
        }

        HttpResponse<String> add(String title, String key)
                throws IOException, InterruptedException {
            return http.send(
                    request("/items/add")
                            .header("Content-Type", "application/x-www-form-urlencoded")
                            .header("HX-Request", "true")
                            .header("X-Request-Key", key)
                            .POST(
                                    BodyPublishers.ofString(
                                            "_csrf=%s&product=HOA&level=epic&title=%s"
                                                    .formatted(token, title.replace(' ', '+'))))
                            .build(),
                    BodyHandlers.ofString());
        }

        private void readToken(String path) throws IOException, InterruptedException {
            var found = CSRF.matcher(get(path).body());
            assertThat(found.find()).isTrue();
            token = found.group(1);
        }

        private HttpRequest.Builder request(String path) {
            return HttpRequest.newBuilder(URI.create("http://localhost:" + port + path));
        }
    }
}
