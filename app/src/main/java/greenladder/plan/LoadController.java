package greenladder.plan;

import greenladder.core.plan.PlaceTask;
import greenladder.core.value.ItemKey;
import greenladder.frame.Screen;
import greenladder.frame.View;
import greenladder.panel.Answers;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.view.Lookups;
import greenladder.view.ViewContext;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows who does what on which day of a sprint, and moves tasks there. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/load")
class LoadController {
    private final LoadPages pages;
    private final CommandGateway gateway;

    LoadController(LoadPages pages, CommandGateway gateway) {
        this.pages = pages;
        this.gateway = gateway;
    }

    @GetMapping
    String load(
            ViewContext context,
            @RequestParam(defaultValue = "") String id,
            @RequestParam(required = false) @Nullable ItemKey at,
            Screen screen) {
        return screen.at(context, pages.chosen(context, id))
                .of(View.LOAD, context, pages.page(context, id, at));
    }

    /**
     * Gives a task to somebody, or another place in the order.
     *
     * @param person null leaves it with whom it is; empty gives it to nobody
     */
    @PostMapping("/{sprint}/place")
    ResponseEntity<String> place(
            ViewContext context,
            @PathVariable String sprint,
            @RequestParam String task,
            @RequestParam(required = false) @Nullable String person,
            @RequestParam(defaultValue = "") String before,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = context.snapshot();
        Lookups.sprint(snapshot, sprint);
        var command =
                new PlaceTask(
                        sprint,
                        Lookups.node(snapshot, task).item().key(),
                        person,
                        before.isEmpty() ? null : Lookups.node(snapshot, before).item().key());
        return Answers.done(
                person == null ? "Moved" : person.isEmpty() ? "Unassigned:" : "Assigned:",
                gateway.submit(me, command));
    }
}
