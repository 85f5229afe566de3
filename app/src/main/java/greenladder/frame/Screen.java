package greenladder.frame;

import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.view.ViewContext;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.ui.ModelMap;

/**
 * The answer to a request for a view: its whole page, or the view alone where a script on the page
 * asks for it. Belongs to one request.
 */
public final class Screen {
    private static final String WHOLE_PAGE = "shared/layout";

    private final Frames frames;
    private final ModelMap model;
    private final boolean isViewAlone;
    private @Nullable Team team;
    private @Nullable Sprint sprint;

    Screen(Frames frames, ModelMap model, boolean isViewAlone) {
        this.frames = frames;
        this.model = model;
        this.isViewAlone = isViewAlone;
    }

    /**
     * Says that what is shown is of a team, or of a sprint of it: the views beside it lead there
     * too.
     *
     * @param team null for none
     */
    public Screen at(@Nullable Team team, @Nullable Sprint sprint) {
        this.team = team;
        this.sprint = sprint;
        return this;
    }

    /** The same of a sprint; empty for none. */
    public Screen at(ViewContext context, Optional<Sprint> sprint) {
        sprint.ifPresent(one ->
                context.snapshot().workspace().findTeam(one.team()).ifPresent(its -> at(its, one)));
        return this;
    }

    /**
     * The template of a view, with its page and its frame.
     *
     * @param page null where there is nothing to show yet
     */
    public String of(View view, ViewContext context, @Nullable Object page) {
        return of(view, view.template(), context, page);
    }

    /** What is to be drawn of a template that has a view: the view alone, or within the layout. */
    static String drawn(String template, boolean isViewAlone, ModelMap model) {
        if (isViewAlone) {
            return template + " :: view";
        }
        // Put into the layout directly: to decorate the template with it costs as much again.
        model.addAttribute("content", template);
        return WHOLE_PAGE;
    }

    /** The same of a further page of a view, with a template of its own. */
    public String of(View view, String template, ViewContext context, @Nullable Object page) {
        model.addAttribute("page", page);
        model.addAttribute("frame", frames.of(context, view, isViewAlone, team, sprint));
        return drawn(template, isViewAlone, model);
    }
}
