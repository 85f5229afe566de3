package greenladder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import com.sun.management.ThreadMXBean;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.EditItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.level.StandardLevels;
import greenladder.core.people.Person;
import greenladder.core.people.Role;
import greenladder.core.value.ItemKey;
import greenladder.people.People;
import greenladder.people.SignedIn;
import greenladder.setup.ProductSetup;
import greenladder.store.CommandGateway;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.boot.webmvc.test.autoconfigure.MockMvcPrint;
import org.springframework.test.context.testng.AbstractTestNGSpringContextTests;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.testng.annotations.Test;

/**
 * No request costs more because there are more items, beyond the stretch that it draws. Counted is
 * what a request allocates, which is the same on any machine: whoever walks a level makes objects
 * for it.
 */
@SpringBootTest(
        properties = {
            "greenladder.database=jdbc:h2:mem:growth;DB_CLOSE_DELAY=-1",
            "greenladder.data=target/growth/greenladder"
        })
@AutoConfigureMockMvc(print = MockMvcPrint.NONE)
public class RequestGrowthIntegrationTests extends AbstractTestNGSpringContextTests {
    private static final int FEW = 10_000;
    private static final int MANY = 40_000;
    private static final int UNDER_A_FEATURE = 9;
    private static final int ASKED = 5;

    /** Orders of blocks grow by a handle for each 256 items; trees of keys by a step or two. */
    private static final double SLACK = 1.25;

    private static final List<String> PAGES =
            List.of(
                    "/GRO/ladder?from=feature&panel=0",
                    "/GRO/ladder?from=story&panel=0",
                    "/GRO/ladder?from=epic&at=GRO3&panel=1",
                    "/GRO/rank?level=story",
                    "/GRO/rank?level=story&category=to do",
                    "/GRO/agenda",
                    "/GRO/outline?to=story&from=5000",
                    "/GRO/threads?item=GRO5",
                    "/items/GRO5",
                    "/items/GRO5/menu",
                    "/items/GRO5/why",
                    "/GRO/impact?item=GRO5",
                    "/GRO/tests",
                    "/GRO/reviews",
                    "/GRO/pages",
                    "/GRO/history",
                    "/GRO/gaps?kind=no-criteria",
                    "/GRO/levels/story/why",
                    "/api/v1/products/GRO/rollup");

    @Autowired private MockMvcTester mvc;
    @Autowired private People people;
    @Autowired private ProductSetup products;
    @Autowired private CommandGateway gateway;

    private final ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
    private SignedIn owner;

    /** Sees all but one item. */
    private SignedIn outsider;

    @Test
    public void requestsShouldNotCostMoreWhereThereAreMoreItems() {
        people.addSamples(
                Map.of(
                        new Person("edda.quill", "Edda Quill"), Role.ADMINISTRATOR,
                        new Person("ama.teal", "Ama Teal"), Role.TEAM_MEMBER),
                "sea and sound");
        owner = people.findByHandle("edda.quill").orElseThrow();
        outsider = people.findByHandle("ama.teal").orElseThrow();
        products.start(owner, "GRO", "Growing", StandardLevels.six(), false);
        grow(FEW);
        gateway.submit(
                owner,
                new EditItems(List.of(new ItemKey("GRO", 20)), Map.of("readers", "edda.quill")));
        var few = allocated();
        grow(MANY - FEW);
        var many = allocated();
        var grown = new ArrayList<String>();
        few.forEach((request, bytes) -> {
            if (many.get(request) > bytes * SLACK) {
                grown.add("%s: %,d bytes, then %,d".formatted(request, bytes, many.get(request)));
            }
        });
        assertThat(grown).isEmpty();
    }

    /** Features of nine stories, each three hundred of them under an epic without a parent. */
    private void grow(int items) {
        int made = 0;
        while (made < items) {
            var entries = new ArrayList<NewItem>();
            entries.add(entry("epic", null, "epic", entries.size()));
            for (int feature = 0; feature < 300; feature++) {
                var name = "feature" + feature;
                entries.add(entry(name, "epic", "feature", entries.size()));
                for (int story = 0; story < UNDER_A_FEATURE; story++) {
                    entries.add(entry(name + "-" + story, name, "story", entries.size()));
                }
            }
            gateway.submit(owner, new CreateItems("GRO", entries));
            made += entries.size();
        }
    }

    private static NewItem entry(String name, String parent, String level, int number) {
        var fields = new LinkedHashMap<String, String>();
        fields.put("level", level);
        fields.put("title", "About as long as a title is " + number);
        // Not every story is sized; each size is two more lines in the log.
        if (level.equals("story") && number % 3 == 0) {
            fields.put("size", Integer.toString(1 + number % 8));
        }
        return new NewItem(name, parent, fields, new Target.Stay());
    }

    private Map<String, Long> allocated() {
        var bytes = new LinkedHashMap<String, Long>();
        // From then on each change keeps up what they see.
        get("/GRO/agenda", outsider);
        for (var page : PAGES) {
            bytes.put(page, allocatedBy(() -> get(page)));
        }
        bytes.put("a field changed", allocatedBy(this::change));
        bytes.put(
                "a field changed, and Rank",
                allocatedBy(() -> {
                    change();
                    get("/GRO/rank?level=story");
                }));
        for (var page : List.of("/GRO/rank?level=story", "/GRO/gaps?kind=no-criteria")) {
            bytes.put(
                    "a field changed, and for somebody from whom something is hidden " + page,
                    allocatedBy(() -> {
                        change();
                        get(page, outsider);
                    }));
        }
        return bytes;
    }

    private void change() {
        gateway.submit(
                owner,
                new EditItems(
                        List.of(new ItemKey("GRO", 6)), Map.of("title", "T" + System.nanoTime())));
    }

    private void get(String path) {
        get(path, owner);
    }

    private void get(String path, SignedIn reader) {
        assertThat(mvc.get().uri(path).header("HX-Request", "true").with(user(reader)))
                .hasStatusOk();
    }

    /** The least of some runs: what comes with the first of them is left out. */
    private long allocatedBy(Runnable request) {
        long least = Long.MAX_VALUE;
        for (int i = 0; i < ASKED; i++) {
            long before = threads.getCurrentThreadAllocatedBytes();
            request.run();
            least = Math.min(least, threads.getCurrentThreadAllocatedBytes() - before);
        }
        return least;
    }
}
