package greenladder.refine;

import static greenladder.Snapshots.key;
import static org.assertj.core.api.Assertions.assertThat;

import greenladder.core.people.Role;
import greenladder.live.PresenceEvent;
import greenladder.people.SignedIn;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

public class AgendaRoomTests {
    private final List<Object> told = new ArrayList<>();
    private Instant now;
    private AgendaRoom room;
    private SignedIn ines;
    private SignedIn bram;

    @BeforeMethod
    public void begin() {
        told.clear();
        now = Instant.parse("2026-05-04T09:00:00Z");
        room = new AgendaRoom(told::add, new MovingClock());
        ines = person("ines.rowe", "Ines Rowe");
        bram = person("bram.holt", "Bram Holt");
    }

    private final class MovingClock extends Clock {
        @Override
        public Instant instant() {
            return now;
        }

        @Override
        public ZoneOffset getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }
    }

    private static SignedIn person(String handle, String name) {
        return new SignedIn(handle, name, Role.PRODUCT_OWNER, Map.of(), "", 0);
    }

    @Test
    public void stepShouldBeToldOnceAndSeenByTheOthers() {
        room.step(ines, key(3));
        room.step(ines, key(3));

        assertThat(told).hasSize(1);
        var happened = (PresenceEvent) told.getFirst();
        assertThat(happened.items()).containsExactly(key(3));
        assertThat(happened.data()).containsEntry("who", "ines.rowe");
        assertThat(room.at(key(3), bram))
                .extracting(AgendaRoom.Walker::initials)
                .containsExactly("IR");
        assertThat(room.at(key(3), ines)).as("oneself").isEmpty();
    }

    @Test
    public void whoGoesOnShouldBeThereOnly() {
        room.step(ines, key(3));
        room.step(ines, key(4));

        assertThat(room.at(key(3), bram)).isEmpty();
        assertThat(room.at(key(4), bram)).hasSize(1);
        assertThat(told).hasSize(2);
    }

    @Test
    public void whoIsGoneForLongShouldNotBeShown() {
        room.step(ines, key(3));
        now = now.plus(Duration.ofMinutes(30));

        assertThat(room.at(key(3), bram)).isEmpty();
    }
}
