package greenladder.live;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.setup.Teams;
import greenladder.setup.Teams.TeamForm;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import io.micrometer.core.instrument.MeterRegistry;
import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;

public class StreamsIntegrationTests extends RunningDemo {
    private static final Pattern CSRF = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"");
    private static final int PEOPLE = 14;

    @Autowired private Streams streams;
    @Autowired private Teams teams;
    @Autowired private MeterRegistry meters;
    @Autowired private People people;
    @Autowired private CommandGateway gateway;
    @Autowired private SnapshotKeeper keeper;

    private HttpClient signedIn(String handle) throws IOException, InterruptedException {
        var client = HttpClient.newBuilder().cookieHandler(new CookieManager()).build();
        var page = client.send(request("/sign-in").build(), BodyHandlers.ofString()).body();
        var token = CSRF.matcher(page);
        assertThat(token.find()).isTrue();
        client.send(
                request("/sign-in/as")
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(
                                HttpRequest.BodyPublishers.ofString(
                                        "handle="
                                                + handle
                                                + "&_csrf="
                                                + URLEncoder.encode(
                                                        token.group(1), StandardCharsets.UTF_8)))
                        .build(),
                BodyHandlers.discarding());
        return client;
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create("http://localhost:" + port + path));
    }

    /** Opens a stream that counts a latch down when it is told of a change of an item. */
    private Thread listen(
            HttpClient client, String item, CountDownLatch open, CountDownLatch told) {
        return listen(client, "", item, open, told);
    }

    private Thread listen(
            HttpClient client, String view, String item, CountDownLatch open, CountDownLatch told) {
        return Thread.ofVirtual()
                .start(() -> {
                    try (var lines =
                            client.send(
                                            request("/live?view=" + view).build(),
                                            BodyHandlers.ofLines())
                                    .body()) {
                        lines.filter(
                                        line -> {
                                            if (line.contains("operation")
                                                    && !line.contains("products")) {
                                                open.countDown();
                                            }
                                            return line.contains(item + "\\\"")
                                                    || line.contains("\"" + item + "\"");
                                        })
                                .findFirst()
                                .ifPresent(any -> told.countDown());
                    } catch (IOException e) {
                        // Ended by the server, or by the end of the test.
                    } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                    }
                });
    }

    @Test(timeOut = 90_000)
    public void fiveHundredStreamsShouldAllBeToldAndHoldUpNobody() throws Exception {
        var item = api().newProduct();
        api().post("/products/" + item + "/items", "{'level':'goal','title':'G'}");
        int each = 36;
        int all = each * PEOPLE;
        assertThat(all).isGreaterThanOrEqualTo(500);
        var open = new CountDownLatch(all);
        var told = new CountDownLatch(all);
        var listeners = new ArrayList<Thread>();
        for (int person = 0; person < PEOPLE; person++) {
            // Whoever has pages open elsewhere would end the oldest of these by coming back.
            var handle = "reader." + "abcdefghijklmn".charAt(person);
            people.addSamples(
                    Map.of(new Person(handle, "Reader"), Role.STAKEHOLDER), "not asked for");
            var client = signedIn(handle);
            for (int i = 0; i < each; i++) {
                listeners.add(listen(client, item + "1", open, told));
            }
        }
        assertThat(open.await(60, TimeUnit.SECONDS)).isTrue();
        assertThat(api().patch("/items/" + item + "1", "{'title':'Seen by all'}").status())
                .isEqualTo(200);
        assertThat(told.await(60, TimeUnit.SECONDS)).isTrue();
        listeners.forEach(Thread::interrupt);
    }

    @Test(timeOut = 90_000)
    public void changeThatFiftyPagesShowShouldBeDrawnOnce() throws Exception {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        """
                        {'items':[{'level':'epic','title':'Above','ref':'e'},\
                        {'level':'story','title':'Below','parentRef':'e'}]}\
                        """);
        var open = new CountDownLatch(50);
        var told = new CountDownLatch(50);
        var listeners = new ArrayList<Thread>();
        for (var handle : List.of("ines.rowe", "edda.quill")) {
            var client = signedIn(handle);
            for (int i = 0; i < 25; i++) {
                listeners.add(listen(client, "ladder", "card-" + code + "2", open, told));
            }
        }
        assertThat(open.await(60, TimeUnit.SECONDS)).isTrue();
        double cards = drawn("card");
        double heads = drawn("head");
        api().patch("/items/" + code + "2", "{'size':5}");
        assertThat(told.await(60, TimeUnit.SECONDS)).isTrue();
        assertThat(drawn("card") - cards).as("the story and its epic").isEqualTo(2);
        assertThat(drawn("head") - heads)
                .as("what stands under the epic, and both levels")
                .isEqualTo(3);
        listeners.forEach(Thread::interrupt);
    }

    @Test(timeOut = 60_000)
    public void changeThatOnlyACardShowsShouldSendNothingElse() throws Exception {
        var code = api().newProduct();
        api().post(
                        "/products/" + code + "/items",
                        """
                        {'items':[{'level':'epic','title':'Above','ref':'e'},\
                        {'level':'story','title':'Below','parentRef':'e'}]}\
                        """);
        var client = signedIn("ines.rowe");
        try (var lines =
                client.send(request("/live?view=ladder").build(), BodyHandlers.ofLines()).body()) {
            var told = lines.iterator();
            assertThat(told.next()).isEqualTo("event:hello");
            api().patch("/items/" + code + "2", "{'title':'Another title'}");
            String line = told.next();
            while (!line.contains("\"" + code + "2\"")) {
                line = told.next();
            }
            assertThat(line)
                    .contains("Another title", "\"" + code + "1\"", "\"heads\":{}", "\"rail\":{}")
                    .doesNotContain("card-" + code + "1");
        }
    }

    @Test(timeOut = 60_000)
    public void cardThatTenBoardsShowShouldBeDrawnOnce() throws Exception {
        var code = api().newProduct();
        var team =
                teams.add(
                                SignedIn.SYSTEM,
                                new TeamForm("Ten of " + code, List.of("lio.fenn"), List.of(code)))
                        .team();
        for (int i = 0; i < 300; i++) {
            api().post(
                            "/products/" + code + "/items",
                            "{'level':'story','title':'S%d','team':'%s','state':'under-way'}"
                                    .formatted(i, team.key()));
        }
        var client = signedIn("ines.rowe");
        var board = "/%s/board?board=%s&of=none&more=500".formatted(code, team.key());
        assertThat(client.send(request(board).build(), BodyHandlers.ofString()).body())
                .contains("card-" + code + "300");
        double cards = drawn("board-card");
        api().patch("/items/" + code + "7", "{'state':'in-test'}");
        for (int i = 0; i < 10; i++) {
            client.send(request(board).build(), BodyHandlers.discarding());
        }
        assertThat(drawn("board-card") - cards).isEqualTo(1);
    }

    private double drawn(String piece) {
        var counter = meters.find("greenladder.drawings").tag("piece", piece).counter();
        return counter == null ? 0 : counter.count();
    }

    @Test(timeOut = 60_000)
    public void signOutEverywhereShouldEndTheStreamsOfThatPerson() throws Exception {
        var client = signedIn("saga.lind");
        var open = new CountDownLatch(1);
        var listener = listen(client, "none", open, new CountDownLatch(1));
        assertThat(open.await(30, TimeUnit.SECONDS)).isTrue();
        client.send(request("/settings").build(), BodyHandlers.discarding());
        var page = client.send(request("/settings").build(), BodyHandlers.ofString()).body();
        var token = CSRF.matcher(page);
        assertThat(token.find()).isTrue();
        client.send(
                request("/settings/sign-out-everywhere")
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(
                                HttpRequest.BodyPublishers.ofString(
                                        "_csrf="
                                                + URLEncoder.encode(
                                                        token.group(1), StandardCharsets.UTF_8)))
                        .build(),
                BodyHandlers.discarding());
        listener.join();
        assertThat(client.send(request("/live").build(), BodyHandlers.discarding()).statusCode())
                .isEqualTo(302);
    }

    @Test
    public void streamOfASlowReaderShouldEndRatherThanHoldUpWhoWrites() {
        var ended = new ArrayList<Stream>();
        var stream = new Stream(SignedIn.SYSTEM, "", null, ended::add);
        for (int i = 0; i <= Stream.QUEUE; i++) {
            stream.tell(new Event("changed", Map.of()));
        }
        assertThat(ended).containsExactly(stream);
    }

    /** Its page connects anew and fetches what it missed. */
    @Test(timeOut = 30_000)
    public void streamThatCannotTellShouldEnd() throws InterruptedException {
        var ended = new CountDownLatch(1);
        var stream = new Stream(SignedIn.SYSTEM, "", null, any -> ended.countDown());
        stream.tell(
                new Event(
                        "changed",
                        () -> {
                            throw new IllegalArgumentException("cannot be drawn");
                        }));
        stream.start();
        ended.await();
    }

    @Test
    public void oldestStreamShouldEndWhereOnePersonHasTooMany() {
        int before = streams.count();
        for (int i = 0; i < Streams.MOST_OF_ONE + 5; i++) {
            streams.open(
                    new greenladder.people.SignedIn(
                            "many.tabs",
                            "Many Tabs",
                            greenladder.core.people.Role.STAKEHOLDER,
                            java.util.Map.of(),
                            "",
                            0),
                    "",
                    "");
        }
        assertThat(streams.count() - before).isBetween(1, Streams.MOST_OF_ONE);
    }
}
