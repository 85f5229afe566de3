package greenladder.log;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;

public class LogFollowerIntegrationTests extends RunningDemo {
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    @Autowired private ChangeLog log;

    /** Or it would be gone by, with what its reader makes of it still as it was before. */
    @Test
    public void operationShouldNotBeFollowedBeforeEverybodySeesWhatItDid() {
        var code = api().newProduct();
        api().post("/products/" + code + "/items", "{'level':'story','title':'S'}");
        long before = log.lastOperation();
        var known = new AtomicLong(before);
        List<Long> read = new CopyOnWriteArrayList<>();
        try (var follower =
                new LogFollower(
                        log,
                        known::get,
                        "follower",
                        some -> some.forEach(entry -> read.add(entry.operation().id())))) {
            follower.start(() -> before);
            var changed = api().patch("/items/" + code + "1", "{'title':'Another'}");
            long made = Long.parseLong(changed.header("Operation-Id"));
            follower.wake();
            follower.await(PATIENCE);
            assertThat(read).isEmpty();

            known.set(made);
            follower.wake();
            follower.await(PATIENCE);
            assertThat(read).contains(made);
        }
    }
}
