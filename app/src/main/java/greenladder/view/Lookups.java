package greenladder.view;

import greenladder.core.papers.Paper;
import greenladder.core.product.Product;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.web.Failure;

/** What an address names, or {@link Failure.NotFound} in words. */
public final class Lookups {
    private Lookups() {}

    public static Product product(Snapshot snapshot, String code) {
        return snapshot.findProduct(code)
                .orElseThrow(() -> new Failure.NotFound("There is no product %s.".formatted(code)));
    }

    public static Team team(Snapshot snapshot, String key) {
        return snapshot.workspace()
                .findTeam(key)
                .orElseThrow(() -> new Failure.NotFound("There is no team “%s”.".formatted(key)));
    }

    public static Sprint sprint(Snapshot snapshot, String key) {
        return snapshot.workspace()
                .findSprint(key)
                .filter(sprint -> snapshot.workspace().findTeam(sprint.team()).isPresent())
                .orElseThrow(() -> new Failure.NotFound("There is no sprint “%s”.".formatted(key)));
    }

    public static Release release(Snapshot snapshot, String key) {
        return snapshot.workspace()
                .findRelease(key)
                .orElseThrow(
                        () -> new Failure.NotFound("There is no release “%s”.".formatted(key)));
    }

    /** A paper, by its kind and key. */
    public static <T extends Paper> T paper(
            Snapshot snapshot, PlanKey.Kind kind, String key, Class<T> type) {
        return snapshot.workspace()
                .papers()
                .find(new PlanKey(kind, key))
                .map(type::cast)
                .orElseThrow(() -> new Failure.NotFound("There is nothing with this name."));
    }

    /** The key of an item, whether there is one or not. */
    public static ItemKey key(String text) {
        return ItemKey.parse(text).orElseThrow(() -> noItem(text));
    }

    public static Node node(Snapshot snapshot, String key) {
        return ItemKey.parse(key).flatMap(snapshot::findNode).orElseThrow(() -> noItem(key));
    }

    private static Failure.NotFound noItem(String key) {
        return new Failure.NotFound("There is no item %s.".formatted(key));
    }
}
