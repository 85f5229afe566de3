package greenladder.track.dashboard;

import greenladder.core.change.Problems;
import greenladder.core.people.Permission;
import greenladder.core.team.Team;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EntityManager;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.LockModeType;
import jakarta.persistence.Table;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Keeps dashboards: whoever may read the product may look at one, its owner and, where it is a
 * team's, the people of the team change it.
 */
@Component
@Transactional
class Dashboards {
    static final int MOST_TILES = 24;
    private static final int LONGEST_NAME = 80;
    private static final int LONGEST_OF = 200;
    private static final int LONGEST_FILTER = 2_000;
    private static final int MOST_OF_ONE = 50;

    private final EntityManager entities;
    private final SnapshotKeeper keeper;

    Dashboards(EntityManager entities, SnapshotKeeper keeper) {
        this.entities = entities;
        this.keeper = keeper;
    }

    @Entity(name = "DashboardRow")
    @Table(name = "dashboard")
    static class DashboardRow {
        @Id
        @GeneratedValue(strategy = GenerationType.IDENTITY)
        @Nullable Long id;

        String product = "";
        String owner = "";
        @Nullable String team;
        String name = "";

        @Column(length = 64_000)
        String tiles = "";
    }

    /**
     * A dashboard as one reader sees it.
     *
     * @param id 0 for the one that everybody has from the start
     * @param team key of the team whose it is; empty for a person's
     * @param mayChange whether the reader may
     */
    record Dashboard(
            long id,
            String name,
            String owner,
            String team,
            List<DashboardTile> tiles,
            boolean mayChange) {}

    /** The reader's own and those of teams, by name. */
    @Transactional(readOnly = true)
    public List<Dashboard> of(SignedIn reader, String product) {
        return entities
                .createQuery(
                        "from DashboardRow where product = :product and (owner = :me or team is not"
                                + " null) order by name, id",
                        DashboardRow.class)
                .setParameter("product", product)
                .setParameter("me", reader.handle())
                .getResultList()
                .stream()
                .map(row -> seen(row, reader))
                .toList();
    }

    /** One of a product, whoever's it is: a link is enough. */
    @Transactional(readOnly = true)
    public Dashboard require(SignedIn reader, String product, long id) {
        return seen(row(product, id, LockModeType.NONE), reader);
    }

    /** Makes one of the reader's own. */
    public long make(SignedIn me, String product, String name, List<DashboardTile> tiles) {
        if (of(me, product).stream().filter(one -> one.owner().equals(me.handle())).count()
                >= MOST_OF_ONE) {
            throw invalid("name", "At most %d dashboards are allowed.".formatted(MOST_OF_ONE));
        }
        var row = new DashboardRow();
        row.product = product;
        row.owner = me.handle();
        row.name = name(name);
        row.tiles = DashboardTile.text(tiles);
        entities.persist(row);
        return Objects.requireNonNull(row.id);
    }

    /**
     * @param team key of the team whose it is to be; empty for the owner's alone
     */
    public void change(SignedIn me, String product, long id, String name, String team) {
        var row = own(me, product, id);
        row.name = name(name);
        if (!team.isEmpty()) {
            var its = keeper.seenBy(me).workspace().findTeam(team);
            if (its.filter(one -> one.products().contains(product)).isEmpty()) {
                throw invalid("team", "There is no such team here.");
            }
        }
        row.team = team.isEmpty() ? null : team;
    }

    public void remove(SignedIn me, String product, long id) {
        entities.remove(own(me, product, id));
    }

    /** Changes the tiles, one request after the other, so that two who arrange lose nothing. */
    public void arrange(
            SignedIn me, String product, long id, UnaryOperator<List<DashboardTile>> step) {
        var row = own(me, product, id);
        var tiles = step.apply(new ArrayList<>(DashboardTile.parse(row.tiles)));
        if (tiles.size() > MOST_TILES) {
            throw invalid("what", "At most %d figures are allowed.".formatted(MOST_TILES));
        }
        if (tiles.stream().anyMatch(tile -> tile.of().length() > LONGEST_OF)) {
            throw invalid("what", "This cannot be shown.");
        }
        if (tiles.stream().anyMatch(tile -> tile.filter().length() > LONGEST_FILTER)) {
            throw invalid("filter", "This filter is too long to be saved; use fewer values.");
        }
        row.tiles = DashboardTile.text(tiles);
    }

    private static String name(String typed) {
        var name = typed.strip().replaceAll("\\s+", " ");
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            throw invalid(
                    "name", "A name of at most %d characters is needed.".formatted(LONGEST_NAME));
        }
        return name;
    }

    private static Failure invalid(String field, String message) {
        return new Failure.Invalid(Problems.of(field, message));
    }

    private DashboardRow own(SignedIn me, String product, long id) {
        var row = row(product, id, LockModeType.PESSIMISTIC_WRITE);
        if (!seen(row, me).mayChange()) {
            throw new Failure.Forbidden("Only its owner can change a dashboard; copy it instead.");
        }
        return row;
    }

    private DashboardRow row(String product, long id, LockModeType lock) {
        var row = entities.find(DashboardRow.class, id, lock);
        if (row == null || !row.product.equals(product)) {
            throw new Failure.NotFound("There is no such dashboard; it may have been deleted.");
        }
        return row;
    }

    private Dashboard seen(DashboardRow row, SignedIn reader) {
        var team = keeper.seenBy(reader).workspace().findTeam(row.team).map(Team::key).orElse("");
        boolean isOfTeam =
                !team.isEmpty()
                        && (reader.mayIn(row.product, Permission.PLAN)
                                || keeper.seenBy(reader)
                                        .workspace()
                                        .findTeam(team)
                                        .filter(one -> one.members().contains(reader.handle()))
                                        .isPresent());
        return new Dashboard(
                Objects.requireNonNull(row.id),
                row.name,
                row.owner,
                team,
                DashboardTile.parse(row.tiles),
                row.owner.equals(reader.handle()) || isOfTeam);
    }
}
