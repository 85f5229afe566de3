package greenladder.refine;

import greenladder.core.change.Command;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.edit.Target;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.team.Team;
import greenladder.core.value.ItemKey;
import greenladder.people.SignedIn;
import greenladder.refine.IntakeRows.IntakeEntryRow;
import greenladder.refine.IntakeRows.IntakeListRow;
import greenladder.store.CommandGateway;
import greenladder.store.CommandGateway.Saved;
import greenladder.store.SnapshotKeeper;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Intake lists: where requests wait before they are taken up. An entry is taken up by making an
 * item of it; taking that back lets it wait again.
 */
@Component
@Transactional
public class IntakeLists {
    private static final int LONGEST_NAME = 80;
    private static final int MOST_LISTS = 20;
    private static final int MOST_ENTRIES = 1_000;
    private static final int MOST_AT_ONCE = 500;

    private final EntityManager entities;
    private final IntakeStore store;
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;
    private final Clock clock;

    IntakeLists(
            EntityManager entities,
            IntakeStore store,
            SnapshotKeeper keeper,
            CommandGateway gateway,
            Clock clock) {
        this.entities = entities;
        this.store = store;
        this.keeper = keeper;
        this.gateway = gateway;
        this.clock = clock;
    }

    /**
     * Opens a list for a team. Gives its number.
     *
     * @throws Failure.Invalid with everything that is wrong
     */
    public long open(SignedIn me, String teamKey, String name, String product, String kind) {
        var team = requireTeam(me, teamKey);
        var problems = new ArrayList<Problem>();
        var lists = store.listsOf(teamKey);
        if (name.isBlank() || name.strip().length() > LONGEST_NAME) {
            problems.add(
                    new Problem(
                            "name",
                            "A name of at most %d characters is needed.".formatted(LONGEST_NAME)));
        } else if (lists.stream().anyMatch(list -> list.name.equalsIgnoreCase(name.strip()))) {
            problems.add(
                    new Problem("name", "There is a list “%s” already.".formatted(name.strip())));
        }
        if (lists.size() >= MOST_LISTS) {
            problems.add(
                    new Problem("name", "At most %d lists are allowed.".formatted(MOST_LISTS)));
        }
        boolean known =
                team.products().contains(product)
                        && keeper.seenBy(me)
                                .findProduct(product)
                                .map(found ->
                                        RankPlace.lowestWithPoints(found.levels())
                                                .kinds()
                                                .contains(kind))
                                .orElse(false);
        if (!known) {
            problems.add(
                    new Problem(
                            "kind", "Choose what is made of the entries, and in which product."));
        }
        requireNone(problems);
        requireShaping(me, product);
        var row = new IntakeListRow();
        row.team = teamKey;
        row.name = name.strip();
        row.product = product;
        row.kind = kind;
        entities.persist(row);
        return Objects.requireNonNull(row.id);
    }

    /** Adds an entry for each line. Gives how many. */
    public int add(SignedIn me, long listId, String text) {
        var list = store.requireList(listId);
        if (!me.mayIn(list.product, Permission.COMMENT)) {
            throw new Failure.Forbidden("You cannot add requests here.");
        }
        var lines = text.lines().filter(line -> !line.isBlank()).map(IntakeLine::read).toList();
        var problems = new ArrayList<Problem>();
        if (lines.isEmpty()) {
            problems.add(new Problem("text", "Nothing to add yet."));
        }
        if (lines.size() > MOST_AT_ONCE
                || store.entries(list).size() + lines.size() > MOST_ENTRIES) {
            problems.add(
                    new Problem(
                            "text",
                            "At most %d lines at once and %d in a list fit."
                                    .formatted(MOST_AT_ONCE, MOST_ENTRIES)));
        }
        for (int i = 0; i < lines.size(); i++) {
            lines.get(i).check(i + 1, problems);
        }
        requireNone(problems);
        for (var line : lines) {
            var row = new IntakeEntryRow();
            row.list = listId;
            row.title = line.title();
            row.size = line.size();
            row.value = line.value();
            row.askedBy = me.handle();
            row.at = clock.instant();
            entities.persist(row);
        }
        return lines.size();
    }

    /**
     * Makes items of entries, in the team's queue, behind an item or first of all.
     *
     * @param after an item's key; blank for the end of the queue
     */
    @Transactional(propagation = Propagation.NOT_SUPPORTED)
    Saved takeUp(SignedIn me, List<Long> ids, String after, String before, String aheadOf) {
        var rows = new ArrayList<IntakeEntryRow>();
        return gateway.submit(
                me,
                snapshot -> {
                    rows.addAll(ids.stream().map(store::requireEntry).toList());
                    return takingUp(
                            me,
                            snapshot,
                            rows,
                            target(after, before, aheadOf),
                            band(snapshot, aheadOf));
                },
                accepted -> {
                    for (int i = 0; i < rows.size(); i++) {
                        rows.get(i).takenAs = accepted.items().get(i).toString();
                    }
                });
    }

    private Command takingUp(
            SignedIn me, Snapshot snapshot, List<IntakeEntryRow> rows, Target target, String band) {
        if (rows.isEmpty()) {
            throw new Failure.Invalid(Problems.of("entries", "Nothing was chosen."));
        }
        var list = store.requireList(rows.getFirst().list);
        requireShaping(me, list.product);
        if (rows.stream().anyMatch(row -> row.list != rows.getFirst().list)) {
            throw new Failure.Invalid(
                    Problems.of("entries", "Entries are taken up from one list at a time."));
        }
        rows.stream()
                .filter(row -> !IntakeStore.waits(snapshot, row))
                .findFirst()
                .ifPresent(row -> {
                    throw new Failure.Conflict(
                            String.valueOf(row.takenAs),
                            "“%s” has already become %s.".formatted(row.title, row.takenAs));
                });
        return new CreateItems(
                list.product,
                rows.stream().map(row -> entry(me, list, row, target, band)).toList());
    }

    private static Target target(String after, String before, String aheadOf) {
        return ItemKey.parse(after)
                .<Target>map(Target.After::new)
                .or(() -> ItemKey.parse(before).map(Target.Before::new))
                .or(() -> ItemKey.parse(aheadOf).map(Target.Before::new))
                .orElseGet(Target.Stay::new);
    }

    private static String band(Snapshot snapshot, String first) {
        return ItemKey.parse(first).flatMap(snapshot::findItem).map(RankList::bandOf).orElse("");
    }

    private NewItem entry(
            SignedIn me, IntakeListRow list, IntakeEntryRow row, Target target, String band) {
        var product = keeper.seenBy(me).requireProduct(list.product);
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("title", row.title);
        fields.put("level", RankPlace.lowestWithPoints(product.levels()).key());
        fields.put("kind", list.kind);
        fields.put("team", list.team);
        fields.put("size", Objects.requireNonNullElse(row.size, ""));
        fields.put("value", Objects.requireNonNullElse(row.value, ""));
        if (!band.isEmpty()) {
            fields.put("band", band);
        }
        return new NewItem(null, null, fields, target);
    }

    /** Takes an entry out of its list; it can be put back. */
    void drop(SignedIn me, long id) {
        kept(me, id).removedAt = clock.instant();
    }

    /** Puts an entry back that was taken out. */
    void restore(SignedIn me, long id) {
        kept(me, id).removedAt = null;
    }

    private IntakeEntryRow kept(SignedIn me, long id) {
        var row = store.requireKept(id);
        requireShaping(me, store.requireList(row.list).product);
        return row;
    }

    private static void requireShaping(SignedIn me, String product) {
        if (!me.mayIn(product, Permission.SHAPE)) {
            throw new Failure.Forbidden("Intake lists are kept by product owners and leads.");
        }
    }

    static boolean mayEdit(SignedIn me, Team team) {
        return team.products().stream().anyMatch(code -> me.mayIn(code, Permission.SHAPE));
    }

    private Team requireTeam(SignedIn me, String key) {
        var team =
                keeper.seenBy(me)
                        .workspace()
                        .findTeam(key)
                        .orElseThrow(() ->
                                new Failure.NotFound("There is no team “%s”.".formatted(key)));
        if (!mayEdit(me, team)) {
            throw new Failure.Forbidden("Intake lists are kept by product owners and leads.");
        }
        return team;
    }

    private static void requireNone(List<Problem> problems) {
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
    }
}
