package greenladder.list;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.people.Permission;
import greenladder.core.team.Team;
import greenladder.list.SavedViewRows.SavedViewPinRow;
import greenladder.list.SavedViewRows.SavedViewRow;
import greenladder.list.SavedViewRows.Sharing;
import greenladder.people.SignedIn;
import greenladder.store.SnapshotKeeper;
import greenladder.web.AfterCommit;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Views of lists under names: each its owner's alone, its team's or its product's. */
@Component
public class SavedViews {
    private static final int LONGEST_NAME = 80;
    private static final int LONGEST_QUERY = 4_000;
    private static final int MOST_OF_ONE = 100;
    private static final Set<String> PATHS =
            Set.of(
                    "ladder",
                    "outline",
                    "rank",
                    "bench",
                    "board",
                    "progress",
                    "flow",
                    "open",
                    "spending",
                    "rework",
                    "tables");

    /** Of so many products; every list asks for them. */
    private static final int MOST_KEPT = 200;

    /** What is changed by another server is seen after that. */
    private static final Duration LONGEST_KEPT = Duration.ofMinutes(1);

    private final LoadingCache<String, List<KeptView>> kept =
            Caffeine.newBuilder()
                    .maximumSize(MOST_KEPT)
                    .expireAfterWrite(LONGEST_KEPT)
                    .build(this::read);

    private final EntityManager entities;
    private final SnapshotKeeper keeper;

    /**
     * A view as one reader sees it.
     *
     * @param shared with whom, in words; empty for a private one
     * @param mine whether the reader may change it
     */
    public record SavedView(
            long id,
            String name,
            String path,
            String query,
            String url,
            String shared,
            boolean mine,
            boolean pinned) {}

    private record Pinned(SavedViewRow row, @Nullable String person) {}

    /** What is kept of a view, with who pinned it. */
    private record KeptView(
            long id,
            String product,
            String owner,
            String name,
            String path,
            String query,
            Sharing sharing,
            @Nullable String team,
            Set<String> pinners) {
        static KeptView of(SavedViewRow row, Set<String> pinners) {
            return new KeptView(
                    idOf(row),
                    row.product,
                    row.owner,
                    row.name,
                    row.path,
                    row.query,
                    Sharing.valueOf(row.sharing),
                    row.team,
                    pinners);
        }
    }

    /**
     * A view as it was entered.
     *
     * @param share {@code private}, {@code product} or {@code team:} with the key of a team
     */
    record Entered(String name, String path, String query, String share) {
        Entered {
            name = name == null ? "" : name;
            path = path == null ? "" : path;
            query = query == null ? "" : query;
            share = share == null ? "" : share;
        }
    }

    SavedViews(EntityManager entities, SnapshotKeeper keeper) {
        this.entities = entities;
        this.keeper = keeper;
    }

    /** Whether a view of that path can be saved. */
    static boolean keeps(String path) {
        return PATHS.contains(path);
    }

    /** The views that a reader sees in a product: pinned ones first, then by name. */
    public List<SavedView> of(SignedIn reader, String product) {
        return kept.get(product).stream()
                .filter(view -> sees(reader, view))
                .map(view -> view(view, reader))
                .sorted((one, other) -> Boolean.compare(other.pinned(), one.pinned()))
                .toList();
    }

    private List<KeptView> read(String product) {
        var pinners = new LinkedHashMap<SavedViewRow, Set<String>>();
        for (var one :
                entities.createQuery(
                                "select view, pin.person from SavedViewRow view"
                                        + " left join SavedViewPinRow pin on pin.view = view.id"
                                        + " where view.product = :product and view.removed = false"
                                        + " order by view.name, view.id",
                                Pinned.class)
                        .setParameter("product", product)
                        .getResultList()) {
            var those = pinners.computeIfAbsent(one.row(), any -> new HashSet<>());
            if (one.person() != null) {
                those.add(one.person());
            }
        }
        return pinners.entrySet().stream()
                .map(one -> KeptView.of(one.getKey(), Set.copyOf(one.getValue())))
                .toList();
    }

    /** What is kept of a product's views is not what they are any more, once this is done. */
    private void changes(String product) {
        AfterCommit.run(() -> kept.invalidate(product));
    }

    /** Keeps a view, pinned for its owner. */
    @Transactional
    void keep(SignedIn me, String product, Entered entered) {
        var problems = new ArrayList<Problem>();
        var name = entered.name().strip();
        checkName(me, product, name, 0, problems);
        if (!keeps(entered.path()) || entered.query().length() > LONGEST_QUERY) {
            problems.add(new Problem("name", "This cannot be saved as a view."));
        }
        var row = new SavedViewRow();
        row.product = product;
        row.owner = me.handle();
        row.name = name;
        row.path = entered.path();
        row.query = entered.query();
        share(me, row, entered.share(), problems);
        if (of(me, product).stream().filter(SavedView::mine).count() >= MOST_OF_ONE) {
            problems.add(
                    new Problem("name", "At most %d views are allowed.".formatted(MOST_OF_ONE)));
        }
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
        entities.persist(row);
        pin(me, idOf(row), true);
    }

    private void share(SignedIn me, SavedViewRow row, String share, List<Problem> problems) {
        if (share.equals("private")) {
            row.sharing = Sharing.PRIVATE.name();
        } else if (share.equals("product")) {
            row.sharing = Sharing.PRODUCT.name();
            if (!me.mayIn(row.product, Permission.WORK)) {
                problems.add(new Problem("share", "You can save views for yourself only."));
            }
        } else {
            row.sharing = Sharing.TEAM.name();
            row.team = share.replaceFirst("^team:", "");
            if (findTeam(me, row.team) == null) {
                problems.add(new Problem("share", "There is no team “%s”.".formatted(row.team)));
            }
        }
    }

    @Transactional
    void pin(SignedIn me, long id, boolean pinned) {
        changes(require(me, id).product);
        var key = new SavedViewPinRow.Key(id, me.handle());
        var pin = entities.find(SavedViewPinRow.class, key);
        if (pinned && pin == null) {
            var row = new SavedViewPinRow();
            row.view = id;
            row.person = me.handle();
            entities.persist(row);
        } else if (!pinned && pin != null) {
            entities.remove(pin);
        }
    }

    /** Takes a view away; it can be put back. */
    @Transactional
    void remove(SignedIn me, long id) {
        requireOwn(me, id).removed = true;
    }

    @Transactional
    void restore(SignedIn me, long id) {
        requireOwn(me, id).removed = false;
    }

    /** Keeps the list as it stands now under a view that is there already. */
    @Transactional
    void update(SignedIn me, long id, String path, String query) {
        if (!keeps(path) || query.length() > LONGEST_QUERY) {
            throw new Failure.Invalid(Problems.of("name", "This cannot be saved as a view."));
        }
        var row = requireOwn(me, id);
        row.path = path;
        row.query = query;
    }

    @Transactional
    void rename(SignedIn me, long id, String wanted) {
        var row = requireOwn(me, id);
        var problems = new ArrayList<Problem>();
        checkName(me, row.product, wanted, id, problems);
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
        row.name = wanted.strip();
    }

    /** Makes a view of one's own of one that somebody shares, or a second one of one's own. */
    @Transactional
    void copy(SignedIn me, long id) {
        var row = require(me, id);
        var name = "Copy of " + row.name;
        keep(
                me,
                row.product,
                new Entered(
                        name.substring(0, Math.min(name.length(), LONGEST_NAME)),
                        row.path,
                        row.query,
                        "private"));
    }

    /** A view that is about to be changed by its owner. */
    private SavedViewRow requireOwn(SignedIn me, long id) {
        var row = entities.find(SavedViewRow.class, id);
        if (row == null) {
            throw new Failure.NotFound("There is no such view.");
        }
        if (!row.owner.equals(me.handle())) {
            throw new Failure.Forbidden("Only its owner can change a view; copy it instead.");
        }
        changes(row.product);
        return row;
    }

    private void checkName(
            SignedIn me, String product, String typed, long except, List<Problem> problems) {
        var name = typed.strip();
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            problems.add(
                    new Problem(
                            "name",
                            "A name of at most %d characters is needed.".formatted(LONGEST_NAME)));
        } else if (of(me, product).stream()
                .anyMatch(view -> view.mine() && view.id() != except && view.name().equals(name))) {
            problems.add(new Problem("name", "You have a view “%s” already.".formatted(name)));
        }
    }

    private SavedViewRow require(SignedIn me, long id) {
        var row = entities.find(SavedViewRow.class, id);
        if (row == null || row.removed || !sees(me, KeptView.of(row, Set.of()))) {
            throw new Failure.NotFound("There is no such view.");
        }
        return row;
    }

    private boolean sees(SignedIn reader, KeptView view) {
        if (view.owner().equals(reader.handle())) {
            return true;
        }
        return switch (view.sharing()) {
            case PRIVATE -> false;
            case PRODUCT -> true;
            case TEAM -> {
                var team = findTeam(reader, view.team());
                yield team != null && team.members().contains(reader.handle());
            }
        };
    }

    private SavedView view(KeptView view, SignedIn reader) {
        return new SavedView(
                view.id(),
                view.name(),
                view.path(),
                view.query(),
                "/%s/%s?%s".formatted(view.product(), view.path(), view.query()),
                sharedWords(reader, view),
                view.owner().equals(reader.handle()),
                view.pinners().contains(reader.handle()));
    }

    /** A team that is gone shares nothing any more: the view is its owner's alone. */
    private String sharedWords(SignedIn reader, KeptView view) {
        return switch (view.sharing()) {
            case PRIVATE -> "";
            case PRODUCT -> "for everybody here";
            case TEAM -> {
                var team = findTeam(reader, view.team());
                yield team == null ? "was for a team that is gone" : "for team " + team.name();
            }
        };
    }

    private @Nullable Team findTeam(SignedIn reader, @Nullable String key) {
        return keeper.seenBy(reader).workspace().findTeam(key).orElse(null);
    }

    private static long idOf(SavedViewRow row) {
        return Objects.requireNonNull(row.id);
    }
}
