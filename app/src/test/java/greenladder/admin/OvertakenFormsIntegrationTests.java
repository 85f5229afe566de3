package greenladder.admin;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningPages;
import java.util.regex.Pattern;
import org.testng.annotations.Test;

/** Two people who set up the same thing at once: the second is told, and saves knowingly. */
public class OvertakenFormsIntegrationTests extends RunningPages {
    private static final String OWNER = "ines.rowe";
    private static final String ADMINISTRATOR = "edda.quill";
    private static final String TOLD = "Somebody else saved this in the meantime.";

    @Test
    public void ownFieldSavedMeanwhileShouldBeToldAndKeepWhatWasTyped() {
        var page = "/" + api().newProduct() + "/fields";
        post(OWNER, page, "name", "Vessel", "type", "TEXT", "choices", "");
        var seen = seen(get(OWNER, page), page + "/vessel");
        var path = page + "/vessel";
        post(ADMINISTRATOR, path, "do", "save", "name", "Boat", "choices", "", "seen", seen);

        var late = post(OWNER, path, "do", "save", "name", "Ship", "choices", "", "seen", seen);

        assertThat(late.status()).isEqualTo(422);
        assertThat(late.body()).contains(TOLD, "value=\"Ship\"");
        var again = seen(late.body(), path);
        post(OWNER, path, "do", "save", "name", "Ship", "choices", "", "seen", again);
        assertThat(get(OWNER, page)).contains("value=\"Ship\"").doesNotContain(TOLD, "Boat");
    }

    @Test
    public void templateSavedMeanwhileShouldBeToldAndKeepWhatWasTyped() {
        var page = "/" + api().newProduct() + "/templates";
        post(OWNER, page, "name", "Spike", "kind", "story/story", "titlePrefix", "Try: ");
        var path = page + "/spike";
        var seen = seen(get(OWNER, page), path);
        save(path, "Spike", "Find out: ", seen);

        var late = save(path, "Spike", "Learn: ", seen);

        assertThat(late.status()).isEqualTo(422);
        assertThat(late.body()).contains(TOLD, "value=\"Learn:\"");
        assertThat(save(path, "Spike", "Learn: ", seen(late.body(), path)).status()).isEqualTo(302);
    }

    @Test
    public void teamSavedMeanwhileShouldBeToldAndKeepWhatWasTyped() {
        var name = "Crew " + api().newProduct();
        post(ADMINISTRATOR, "/teams", "name", name, "members", "oona.marsh");
        var path = "/teams/" + name.toLowerCase().replace(' ', '-');
        var seen = seen(get(ADMINISTRATOR, "/teams"), path);
        post(ADMINISTRATOR, path, "name", name, "members", "bram.holt", "seen", seen);

        var late = post(ADMINISTRATOR, path, "name", name + " late", "seen", seen);

        assertThat(late.status()).isEqualTo(422);
        assertThat(late.body()).contains(TOLD, name + " late");
        post(ADMINISTRATOR, path + "/remove");
    }

    private Answer save(String path, String name, String prefix, String seen) {
        return post(
                OWNER,
                path,
                "do",
                "save",
                "name",
                name,
                "kind",
                "story/story",
                "titlePrefix",
                prefix,
                "seen",
                seen);
    }

    /** What the form that posts to a path was made of. */
    private static String seen(String page, String path) {
        var form =
                Pattern.compile(
                                "action=\"%s\".*?name=\"seen\" value=\"(\\w+)\""
                                        .formatted(Pattern.quote(path)),
                                Pattern.DOTALL)
                        .matcher(page);
        assertThat(form.find()).as("a form for " + path).isTrue();
        return form.group(1);
    }
}
