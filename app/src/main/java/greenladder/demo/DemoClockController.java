package greenladder.demo;

import java.time.LocalDate;
import java.util.Map;
import org.springframework.context.annotation.Profile;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The demo's menu. */
@Controller
@Profile("demo")
class DemoClockController {
    private final DemoDays days;

    DemoClockController(DemoDays days) {
        this.days = days;
    }

    /**
     * One day on.
     *
     * @param work whether the sample teams work through it
     * @return which day it is now, and the last one of the sprint that runs, empty where none does
     */
    @PostMapping(path = "/demo/clock", produces = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    Map<String, String> next(@RequestParam(defaultValue = "false") boolean work) {
        var end = days.endOfSprint();
        var day = days.next(work);
        return Map.of(
                "today", days.today(),
                "isOver", Boolean.toString(end.filter(day::isBefore).isEmpty()),
                "until", end.map(LocalDate::toString).orElse(""));
    }
}
