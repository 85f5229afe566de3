package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import greenladder.web.Failure;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.testng.annotations.Test;

/** However many sign in at once, so many passwords wait and no more. */
public class QueuedPasswordEncoderTests {
    /** Hashes nothing until it may. */
    private record Slow(CountDownLatch begun, CountDownLatch may) implements PasswordEncoder {
        @Override
        public String encode(CharSequence password) {
            begun.countDown();
            try {
                may.await(1, TimeUnit.MINUTES);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            return "hash of " + password;
        }

        @Override
        public boolean matches(CharSequence password, String hash) {
            return encode(password).equals(hash);
        }
    }

    @Test
    public void passwordsBeyondTheQueueShouldBeRefusedAtOnceAndTheOthersHashed() throws Exception {
        var slow = new Slow(new CountDownLatch(1), new CountDownLatch(1));
        try (var encoder = new QueuedPasswordEncoder(slow)) {
            var accepted = new CountDownLatch(1 + QueuedPasswordEncoder.MOST_WAITING);
            for (int i = 0; i <= QueuedPasswordEncoder.MOST_WAITING; i++) {
                Thread.startVirtualThread(() -> {
                    assertThat(encoder.encode("x")).isEqualTo("hash of x");
                    accepted.countDown();
                });
            }
            assertThat(slow.begun().await(1, TimeUnit.MINUTES)).isTrue();
            while (encoder.waiting() < QueuedPasswordEncoder.MOST_WAITING) {
                Thread.onSpinWait();
            }
            assertThatThrownBy(() -> encoder.matches("x", "hash of x"))
                    .isInstanceOf(Failure.Busy.class)
                    .hasMessageContaining("Try again");
            slow.may().countDown();
            assertThat(accepted.await(1, TimeUnit.MINUTES)).isTrue();
            assertThat(encoder.matches("x", "hash of x")).isTrue();
        }
    }
}
