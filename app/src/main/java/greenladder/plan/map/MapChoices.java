package greenladder.plan.map;

import greenladder.core.plan.Sprints;
import greenladder.core.plan.StoryMap;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.plan.map.MapPage.Choices;
import greenladder.view.Choice;
import java.util.ArrayList;
import java.util.List;

/** What can be chosen above a story map: its backbone, its slices, what it is narrowed down to. */
record MapChoices(Snapshot snapshot, MapPlace place) {
    private static final int MOST_CLOSED = 12;
    private static final int MOST_UNDER = 40;

    Choices choices() {
        var product = place.product();
        var slices = new ArrayList<Choice>();
        for (var team : snapshot.workspace().teamsOf(product.code())) {
            slices.add(
                    new Choice(
                            place.by(team).url(),
                            "Sprints of " + team.name(),
                            team.equals(place.team())));
        }
        slices.add(new Choice(place.by(null).url(), "Releases", place.team() == null));
        var under = new ArrayList<Choice>();
        under.add(new Choice(place.within(null).url(), "All of it", place.under() == null));
        product.levels().all().stream()
                .filter(level -> level.isAbove(place.backbone()))
                .flatMap(
                        level -> snapshot.inOrder(product, level).live().stream().limit(MOST_UNDER))
                .limit(MOST_UNDER)
                .forEach(node ->
                        under.add(
                                new Choice(
                                        place.within(node.item().key()).url(),
                                        node.item().title(),
                                        node.item().key().equals(place.under()))));
        if (place.under() != null && under.stream().noneMatch(Choice::current)) {
            under.add(
                    new Choice(
                            place.url(), snapshot.requireNode(place.under()).item().title(), true));
        }
        return new Choices(
                StoryMap.backbones(product).stream()
                        .map(level ->
                                new Choice(
                                        place.on(level).url(),
                                        level.plural(),
                                        level.equals(place.backbone())))
                        .toList(),
                slices,
                under,
                closed(),
                place.whole().url(),
                place.slices());
    }

    private List<Choice> closed() {
        if (place.team() == null) {
            return List.of();
        }
        var closed =
                new ArrayList<>(
                        Sprints.of(snapshot.workspace(), place.team().key()).stream()
                                .filter(Sprint::isClosed)
                                .toList()
                                .reversed()
                                .stream()
                                .limit(MOST_CLOSED)
                                .map(sprint ->
                                        new Choice(
                                                place.bringingBack(sprint.key()).url(),
                                                sprint.name(),
                                                sprint.key().equals(place.closed())))
                                .toList());
        if (!closed.isEmpty()) {
            closed.addFirst(
                    new Choice(
                            place.bringingBack("").url(), "Bring back…", place.closed().isEmpty()));
        }
        return closed;
    }
}
