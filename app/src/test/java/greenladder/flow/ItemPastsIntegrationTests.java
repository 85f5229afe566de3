package greenladder.flow;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.core.flow.PastFold;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Person;
import greenladder.people.People;
import greenladder.people.Role;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.security.authentication.TestingAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.testng.annotations.Test;

public class ItemPastsIntegrationTests extends RunningDemo {
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
        assertThat(points(open)).isEqualTo("10");
        var reader = people.findByHandle(name).orElseThrow();
        SecurityContextHolder.getContext()
                .setAuthentication(new TestingAuthenticationToken(reader, ""));
        try {
            assertThat(points(open)).isEqualTo("5");
        } finally {
            SecurityContextHolder.clearContext();
        }
    }

    @Test
    public void answerShouldStayUntilSomethingHappensOfWhatThePastIsMadeOf() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'story','title':'S','size':5}");
        var asked = new Object();
        assertThat(pasts.<String>kept(asked, any -> "first")).isEqualTo("first");

        api().patch("/items/" + code + "1", "{'title':'Another'}");
        assertThat(pasts.<String>kept(asked, any -> "second")).isEqualTo("first");

        api().patch("/items/" + code + "1", "{'size':8}");
        assertThat(pasts.<String>kept(asked, any -> "third")).isEqualTo("third");
    }

    @Test
    public void nobodyShouldWaitForWhatSomebodyElseAsks() throws Exception {
        var asks = new CountDownLatch(1);
        var answered = new CountDownLatch(1);
        var slow =
                Thread.startVirtualThread(() ->
                        pasts.read(past -> {
                            asks.countDown();
                            return await(answered);
                        }));
        assertThat(asks.await(1, TimeUnit.MINUTES)).isTrue();
        assertThat((String) pasts.read(any -> "at once")).isEqualTo("at once");
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
                        pasts.<String>read(past -> {
                            api().post(
                                            "/products/" + code + "/items",
                                            "{'level':'story','title':'S'}");
                            return pasts.read(any -> "answered");
                        }))
                .isEqualTo("answered");
    }

    @Test
    public void workAddedUnderWhatIsHiddenShouldNotFoldTheLogAnew() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'epic','title':'Open','size':3}");
        api().post(
                        "/products/" + code + "/items",
                        "{'level':'epic','title':'Xyzzy','readers':['ines.rowe']}");
        var petra = people.findByHandle("petra.nye").orElseThrow();
        SecurityContextHolder.getContext()
                .setAuthentication(new TestingAuthenticationToken(petra, ""));
        try {
            PastFold before = pasts.read(past -> past);
            api().post(
                            "/products/" + code + "/items",
                            "{'level':'story','title':'Below','parent':'%s2','size':8}"
                                    .formatted(code));
            assertThat((PastFold) pasts.read(past -> past)).isSameAs(before);
            assertThat(points(code)).isEqualTo("3");
            assertThat((boolean) pasts.read(past -> past.of(new ItemKey(code, 3)).isPresent()))
                    .isFalse();
        } finally {
            SecurityContextHolder.clearContext();
        }
    }

    private String points(String product) {
        return pasts.read((PastFold past) ->
                        past.standing(new ItemKey(product, 1), LocalDate.parse("2026-05-07")))
                .points()
                .toString();
    }
}
