package greenladder.talk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.RunningDemo;
import greenladder.core.value.ItemKey;
import greenladder.log.ChangeLog;
import greenladder.people.People;
import java.util.List;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.testng.annotations.Test;

public class WatchingIntegrationTests extends RunningDemo {
    @Autowired private MockMvcTester mvc;
    @Autowired private People people;
    @Autowired private Notices notices;
    @Autowired private Watching watching;
    @Autowired private ChangeLog log;

    @Test
    public void whoWatchesShouldBeToldOnceThatAnAgendaIsWalked() {
        var code = api().newProduct();
        for (var title : List.of("First", "Second", "Third")) {
            api().post(
                            "/products/" + code + "/items",
                            "{'level':'story','title':'%s','agenda':'how?'}".formatted(title));
        }
        for (int item = 2; item <= 3; item++) {
            api().post("/items/" + code + item + "/comments", "{'text':'See, @noor.hale'}");
        }
        talkThrough(code, 1);
        talkThrough(code, 2);
        assertThat(
                        notices
                                .of(
                                        people.findByHandle("noor.hale").orElseThrow(),
                                        false,
                                        Long.MAX_VALUE,
                                        50)
                                .stream()
                                .filter(notice -> notice.item().product().equals(code))
                                .filter(notice -> notice.kind() == Notice.Kind.AGENDA)
                                .map(notice -> notice.item().number()))
                .containsExactly(2);
    }

    private void talkThrough(String code, int item) {
        mvc.post()
                .uri("/" + code + "/agenda/" + code + item + "/through")
                .param("words", "Agreed")
                .with(csrf())
                .with(user(people.findByHandle("ines.rowe").orElseThrow()))
                .exchange();
    }

    @Test
    public void whoBeginsToWatchShouldBeToldOfWhatComesAfterAndNotOfWhatWasBefore() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'story','title':'As it was'}");
        long made = log.lastOperation();
        var item = new ItemKey(code, 1);

        api().post("/items/" + item + "/comments", "{'text':'For you, @ama.teal'}");

        assertThat(watching.of(item)).contains("ama.teal");
        assertThat(watching.before(made, item)).doesNotContain("ama.teal");
        assertThat(watching.before(log.lastOperation() + 1, item)).contains("ama.teal");
    }
}
