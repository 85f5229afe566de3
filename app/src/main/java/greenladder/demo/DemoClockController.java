package greenladder.demo;

import greenladder.core.change.Problems;
import greenladder.people.SignedIn;
import greenladder.web.Failure;
import java.time.LocalDate;
import java.util.Map;
import org.springframework.context.annotation.Profile;
import org.springframework.http.MediaType;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The demo's menu. */
@Controller
@Profile("demo")
class DemoClockController {
    private final DemoDays demoDays;

    DemoClockController(DemoDays demoDays) {
        this.demoDays = demoDays;
    }

    /**
     * One day on.
     *
     * @param days has to be 1, so that nobody moves the clock by an empty request
     * @param work whether the sample teams work through it
     * @return which day it is now, and the last one of the sprint that runs, empty where none does
     */
    @PostMapping(path = "/demo/clock", produces = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    Map<String, String> next(
            @RequestParam int days,
            @RequestParam(defaultValue = "false") boolean work,
            @AuthenticationPrincipal SignedIn me) {
        DemoClock.requireMayMove(me);
        if (days != 1) {
            throw new Failure.Invalid(Problems.of("days", "One day at a time."));
        }
        var end = demoDays.endOfSprint();
        var day = demoDays.next(work);
        return Map.of(
                "today", demoDays.today(),
                "isOver",
                        Boolean.toString(
                                end.filter(day::isBefore).isEmpty()
                                        && !(work && demoDays.isEnding(day))),
                "until", end.map(LocalDate::toString).orElse(""));
    }
}
