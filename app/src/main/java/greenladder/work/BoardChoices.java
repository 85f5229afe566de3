package greenladder.work;

import greenladder.core.filter.Facet;
import greenladder.core.filter.Facets;
import greenladder.core.plan.Sprints;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.view.Choice;
import greenladder.work.BoardPage.Tick;
import greenladder.work.BoardPlace.Lanes;
import java.util.ArrayList;
import java.util.List;

/** What can be chosen above a board: its team, sprint and lanes, and filters of one tick. */
record BoardChoices(Snapshot snapshot, BoardPlace place, Team team) {
    private static final int CLOSED_OFFERED = 6;

    List<Choice> teams() {
        return snapshot.workspace().teamsOf(place.product().code()).stream()
                .map(one -> new Choice(place.urlOf(one), one.name(), one.equals(team)))
                .toList();
    }

    List<Choice> sprints() {
        var all = Sprints.of(snapshot.workspace(), team.key());
        long closed = all.stream().filter(Sprint::isClosed).count();
        var choices = new ArrayList<Choice>();
        all.stream()
                .skip(Math.max(0, closed - CLOSED_OFFERED))
                .map(one ->
                        new Choice(
                                place.of(one).url(),
                                one.name()
                                        + (one.isRunning()
                                                ? " · running"
                                                : one.isClosed() ? " · closed" : ""),
                                one.equals(place.sprint())))
                .forEach(choices::add);
        choices.add(
                new Choice(
                        place.of((Sprint) null).url(),
                        "Running queue, no sprint",
                        place.sprint() == null));
        return choices;
    }

    List<Choice> lanes() {
        return List.of(Lanes.values()).stream()
                .map(one -> new Choice(place.by(one).url(), one.label(), one == place.lanes()))
                .toList();
    }

    List<Tick> ticks() {
        return List.of(
                tick("assignee", Facets.ME, "Mine"),
                defects(),
                tick("watched", Facet.TRUE, "Watched"));
    }

    /** What is of a kind that counts as a defect in one of the team's products. */
    private Tick defects() {
        var kinds =
                snapshot.workspace().productsOf(team).stream()
                        .flatMap(product -> product.refining().defects().stream())
                        .distinct()
                        .toList();
        return new Tick(
                place.toggled("kind", kinds).with(0).url(),
                kinds.equals(List.of("bug")) ? "Bugs" : "Defects",
                place.isOnly("kind", kinds));
    }

    private Tick tick(String facet, String value, String label) {
        return new Tick(
                place.toggled(facet, List.of(value)).with(0).url(),
                label,
                place.isOnly(facet, List.of(value)));
    }
}
