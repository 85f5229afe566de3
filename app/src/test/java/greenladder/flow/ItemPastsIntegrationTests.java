package greenladder.flow;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.core.value.ItemKey;
import greenladder.people.People;
import greenladder.people.SignedIn;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;

public class ItemPastsIntegrationTests extends RunningDemo {
    private static final String OWNER = "ines.rowe";

    @Autowired private ItemPasts pasts;
    @Autowired private People people;

    @Test
    public void pastShouldBeWithoutProductsThatAreHidden() {
        var open = api().newProduct();
        var secret = api().newProduct();
        api().post("/products/" + open + "/items", "{'level':'epic','title':'Ours'}");
        for (var product : new String[] {open, secret}) {
            api().post(
                            "/products/" + product + "/items",
                            "{'level':'story','title':'S','size':5,'parent':'%s1'}"
                                    .formatted(open));
        }
        var name = "past." + secret.toLowerCase(java.util.Locale.ROOT);
        people.addSamples(
                Map.of(new Person(name, "Sees One"), Role.PRODUCT_OWNER), "sea and sound");
        var administrator = people.findByHandle("edda.quill").orElseThrow();
        people.changeRoleIn(administrator, name, secret, Role.NO_ACCESS);
        assertThat(points(OWNER, open)).isEqualTo("10");
        assertThat(points(name, open)).isEqualTo("5");

        api().post(
                        "/products/" + open + "/items",
                        "{'level':'story','title':'T','size':3,'parent':'%s1'}".formatted(open));
        assertThat(points(name, open)).isEqualTo("8");
    }

    @Test
    public void whatComesUnderAParentOrGoesIntoHidingShouldBeFoldedAsItIs() {
        var code = api().newProduct();
        var items = "/products/" + code + "/items";
        api().post(items, "{'level':'epic','title':'Open'}");
        api().post(items, "{'level':'story','title':'A','size':5,'parent':'%s1'}".formatted(code));
        api().post(
                        items,
                        "{'level':'story','title':'B','size':2,'parent':'%s1','readers':['%s']}"
                                .formatted(code, OWNER));
        api().post(items, "{'level':'story','title':'C','size':1}");
        assertThat(points("petra.nye", code)).isEqualTo("5");

        // What was somewhere else before brings its own past.
        api().post("/items/" + code + "4/move", "{'parent':'%s1'}".formatted(code));
        assertThat(points("petra.nye", code)).isEqualTo("6");
        api().patch("/items/" + code + "2", "{'readers':['%s']}".formatted(OWNER));
        assertThat(points("petra.nye", code)).isEqualTo("1");
        api().patch("/items/" + code + "3", "{'readers':[]}");
        assertThat(points("petra.nye", code)).isEqualTo("3");
        assertThat(points(OWNER, code)).isEqualTo("8");
    }

    @Test
    public void answerShouldStayUntilSomethingHappensOfWhatThePastIsMadeOf() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'story','title':'S','size':5}");
        var asked = new Object();
        assertThat(pasts.<String>kept(owner(), asked, any -> "first")).isEqualTo("first");

        api().patch("/items/" + code + "1", "{'title':'Another'}");
        assertThat(pasts.<String>kept(owner(), asked, any -> "second")).isEqualTo("first");

        api().patch("/items/" + code + "1", "{'size':8}");
        assertThat(pasts.<String>kept(owner(), asked, any -> "third")).isEqualTo("third");
    }

    @Test
    public void nobodyShouldWaitForWhatSomebodyElseAsks() throws Exception {
        var asks = new CountDownLatch(1);
        var answered = new CountDownLatch(1);
        var slow =
                Thread.startVirtualThread(() ->
                        pasts.read(
                                owner(),
                                past -> {
                                    asks.countDown();
                                    return await(answered);
                                }));
        assertThat(asks.await(1, TimeUnit.MINUTES)).isTrue();
        assertThat((String) pasts.read(owner(), any -> "at once")).isEqualTo("at once");
        answered.countDown();
        assertThat(slow.join(Duration.ofMinutes(1))).isTrue();
    }

    private static boolean await(CountDownLatch latch) {
        try {
            return latch.await(1, TimeUnit.MINUTES);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    public void questionWithinAQuestionShouldBeAnsweredThoughSomethingHappensMeanwhile() {
        var code = api().newProduct();
        assertThat(
                        pasts.<String>read(
                                owner(),
                                past -> {
                                    api().post(
                                                    "/products/" + code + "/items",
                                                    "{'level':'story','title':'S'}");
                                    return pasts.read(owner(), any -> "answered");
                                }))
                .isEqualTo("answered");
    }

    @Test
    public void workAddedUnderWhatIsHiddenShouldStayHidden() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'epic','title':'Open','size':3}");
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'epic','title':'Xyzzy','readers':['ines.rowe']}");
        assertThat(points("petra.nye", code)).isEqualTo("3");

        api().post(
                        "/products/" + code + "/items",
                        "{'level':'story','title':'Below','parent':'%s2','size':8}"
                                .formatted(code));

        assertThat(points("petra.nye", code)).isEqualTo("3");
        assertThat(isThere("petra.nye", new ItemKey(code, 3))).isFalse();
        assertThat(isThere(OWNER, new ItemKey(code, 3))).isTrue();
    }

    private boolean isThere(String who, ItemKey key) {
        return pasts.read(reader(who), past -> past.of(key).isPresent());
    }

    private SignedIn owner() {
        return reader(OWNER);
    }

    private SignedIn reader(String who) {
        return people.findByHandle(who).orElseThrow();
    }

    private String points(String who, String product) {
        return pasts.read(
                        reader(who),
                        past ->
                                past.standing(
                                        new ItemKey(product, 1), LocalDate.parse("2026-05-07")))
                .points()
                .toString();
    }
}
