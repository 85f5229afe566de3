package greenladder.flow;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import greenladder.core.flow.PastFold;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Person;
import greenladder.people.People;
import greenladder.people.Role;
import java.time.LocalDate;
import java.util.Map;
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

    private String points(String product) {
        return pasts.read((PastFold past) ->
                        past.standing(new ItemKey(product, 1), LocalDate.parse("2026-05-07")))
                .points()
                .toString();
    }
}
