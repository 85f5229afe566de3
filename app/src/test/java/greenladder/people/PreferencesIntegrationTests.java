package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;

import greenladder.RunningDemo;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.Executors;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;

public class PreferencesIntegrationTests extends RunningDemo {
    private static final int TIMES = 20;

    @Autowired private Preferences preferences;
    @Autowired private People people;

    /** As where somebody opens two windows at once. */
    @Test
    public void whatIsSetTwiceAtOnceForTheFirstTimeShouldBeKept() throws Exception {
        var me = people.findByHandle("saga.lind").orElseThrow();
        try (var threads = Executors.newFixedThreadPool(2)) {
            for (int i = 0; i < TIMES; i++) {
                var name = "at-once." + i;
                var barrier = new CyclicBarrier(2);
                var deeds = new ArrayList<Callable<Void>>();
                for (var text : List.of("one", "other")) {
                    deeds.add(() -> {
                        barrier.await();
                        preferences.set(me, name, text);
                        return null;
                    });
                }
                for (var done : threads.invokeAll(deeds)) {
                    done.get();
                }
                assertThat(preferences.find(me, name)).isPresent();
            }
        }
    }
}
