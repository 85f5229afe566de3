package greenladder.demo;

import greenladder.core.change.Problems;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Profile;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Moves the demo's clock forward; outside the demo there is no such call. */
@RestController
@Profile("demo")
@RequestMapping("/api/v1/demo/clock")
@Tag(name = "Demo")
class DemoClockApi {
    private static final int MOST_DAYS = 3650;
    private static final int MOST_WORKED = 60;

    private final DemoClock clock;
    private final DemoDays demoDays;

    /**
     * @param work whether the sample teams work through these days; then the clock stops in the
     *     evening
     */
    record ClockForm(@Nullable Instant now, @Nullable Integer days, @Nullable Boolean work) {}

    DemoClockApi(DemoClock clock, DemoDays demoDays) {
        this.clock = clock;
        this.demoDays = demoDays;
    }

    @GetMapping
    @Operation(summary = "What time it is in the demo")
    Map<String, Instant> get() {
        return Map.of("now", clock.instant());
    }

    @PostMapping
    @Operation(
            summary = "Move the demo's clock forward: now, or days, with the teams at work or not")
    Map<String, Instant> move(@RequestBody ClockForm form, @AuthenticationPrincipal SignedIn me) {
        DemoClock.requireMayMove(me);
        if ((form.now() == null) == (form.days() == null)) {
            throw new Failure.Invalid(Problems.of("now", "Say either now or days."));
        }
        if (Boolean.TRUE.equals(form.work())) {
            if (form.days() == null || form.days() < 1 || form.days() > MOST_WORKED) {
                throw new Failure.Invalid(
                        Problems.of(
                                "days",
                                "The teams work through 1 to %d days.".formatted(MOST_WORKED)));
            }
            for (int i = 0; i < form.days(); i++) {
                demoDays.next(true);
            }
            return Map.of("now", clock.instant());
        }
        var now = clock.instant();
        var to =
                form.now() != null
                        ? form.now()
                        : now.plus(Duration.ofDays(form.days() == null ? 0 : form.days()));
        if (to.isBefore(now) || to.isAfter(now.plus(Duration.ofDays(MOST_DAYS)))) {
            throw new Failure.Invalid(
                    Problems.of(
                            form.now() != null ? "now" : "days",
                            "The clock only goes forward, by at most %d days."
                                    .formatted(MOST_DAYS)));
        }
        clock.goTo(to);
        return Map.of("now", clock.instant());
    }
}
