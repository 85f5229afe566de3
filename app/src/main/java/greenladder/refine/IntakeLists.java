package greenladder.refine;

import greenladder.core.change.Command;
import greenladder.core.change.Command.NewItem;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.change.Target;
import greenladder.core.item.ItemKey;
import greenladder.core.item.Product;
import greenladder.core.item.Team;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.item.ChangeWords;
import greenladder.item.Door;
import greenladder.item.Door.Saved;
import greenladder.item.SnapshotKeeper;
import greenladder.people.Permission;
import greenladder.people.SignedIn;
import greenladder.refine.IntakeRows.IntakeEntryRow;
import greenladder.refine.IntakeRows.IntakeListRow;
import greenladder.web.Failure;
import greenladder.web.SizeWords;
import greenladder.web.Words;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
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
    private static final int MOST_RANKED = 60;

    private final EntityManager entities;
    private final SnapshotKeeper keeper;
    private final Door door;
    private final Clock clock;

    IntakeLists(EntityManager entities, SnapshotKeeper keeper, Door door, Clock clock) {
        this.entities = entities;
        this.keeper = keeper;
        this.door = door;
        this.clock = clock;
    }

    /** What a team's queue can be filled from. */
    @Transactional(readOnly = true)
    Sources sources(Snapshot snapshot, RankPlace place, SignedIn reader) {
        var team = Objects.requireNonNull(place.queue());
        var products =
                team.products().stream()
                        .flatMap(code -> snapshot.findProduct(code).stream())
                        .toList();
        return new Sources(
                team.name(),
                products.stream().map(product -> ranked(snapshot, place, product)).toList(),
                listsOf(team.key()).stream().map(list -> intake(snapshot, list)).toList(),
                mayEdit(reader, team),
                products.stream()
                        .flatMap(product ->
                                place.levelIn(product).stream()
                                        .flatMap(level -> level.kinds().stream())
                                        .map(kind ->
                                                new Sources.Kind(
                                                        product.code(),
                                                        kind,
                                                        kind + " in " + product.name())))
                        .toList());
    }

    private static Sources.Ranked ranked(Snapshot snapshot, RankPlace place, Product product) {
        var level = place.levelIn(product).orElseThrow();
        var free =
                snapshot.inOrder(product, level).gathered("free", IntakeLists::free).stream()
                        .flatMap(List::stream)
                        .toList();
        return new Sources.Ranked(
                product.code(),
                product.name(),
                free.stream().limit(MOST_RANKED).map(node -> work(snapshot, node)).toList(),
                free.size() > MOST_RANKED
                        ? "and %d more further down".formatted(free.size() - MOST_RANKED)
                        : "");
    }

    private static List<Node> free(List<Node> nodes) {
        return nodes.stream()
                .filter(node -> node.item().team() == null)
                .filter(node -> !node.item().isDropped() && !node.item().isDone())
                .toList();
    }

    private static Sources.Work work(Snapshot snapshot, Node node) {
        var item = node.item();
        return new Sources.Work(
                item.key().toString(),
                item.level().index(),
                item.title(),
                item.details().refinement().band() == null ? "" : RankList.bandName(snapshot, item),
                Words.of(item.value()),
                SizeWords.of(snapshot, node));
    }

    private Sources.Intake intake(Snapshot snapshot, IntakeListRow list) {
        return new Sources.Intake(
                Objects.requireNonNull(list.id),
                list.name,
                "%s in %s"
                        .formatted(
                                list.kind,
                                snapshot.findProduct(list.product)
                                        .map(Product::name)
                                        .orElse(list.product)),
                entries(list).stream()
                        .filter(entry -> waits(snapshot, entry))
                        .map(entry ->
                                new Sources.Entry(
                                        Objects.requireNonNull(entry.id),
                                        entry.title,
                                        Objects.requireNonNullElse(entry.value, "–"),
                                        Objects.requireNonNullElse(entry.size, "–"),
                                        "%s, %s"
                                                .formatted(
                                                        ChangeWords.nameOf(snapshot, entry.askedBy),
                                                        Words.since(entry.at, clock.instant()))))
                        .toList());
    }

    private static boolean waits(Snapshot snapshot, IntakeEntryRow entry) {
        return Optional.ofNullable(entry.takenAs)
                .flatMap(ItemKey::parse)
                .flatMap(snapshot::findItem)
                .isEmpty();
    }

    /**
     * Opens a list for a team. Gives its number.
     *
     * @throws Failure.Invalid with everything that is wrong
     */
    public long open(SignedIn me, String teamKey, String name, String product, String kind) {
        var team = requireTeam(me, teamKey);
        var problems = new ArrayList<Problem>();
        var lists = listsOf(teamKey);
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
            problems.add(new Problem("name", "At most %d lists fit.".formatted(MOST_LISTS)));
        }
        boolean known =
                team.products().contains(product)
                        && keeper.current()
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
        var list = requireList(listId);
        if (!me.mayIn(list.product, Permission.COMMENT)) {
            throw new Failure.Forbidden("You cannot add requests here.");
        }
        var lines = text.lines().filter(line -> !line.isBlank()).map(IntakeLine::read).toList();
        var problems = new ArrayList<Problem>();
        if (lines.isEmpty()) {
            problems.add(new Problem("text", "There is nothing to add yet."));
        }
        if (lines.size() > MOST_AT_ONCE || entries(list).size() + lines.size() > MOST_ENTRIES) {
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
    Saved takeUp(SignedIn me, List<Long> ids, String after, String before) {
        var rows = new ArrayList<IntakeEntryRow>();
        return door.submit(
                me,
                snapshot -> {
                    rows.addAll(ids.stream().map(this::requireEntry).toList());
                    return takingUp(snapshot, rows, target(after, before));
                },
                accepted -> {
                    for (int i = 0; i < rows.size(); i++) {
                        rows.get(i).takenAs = accepted.items().get(i).toString();
                    }
                });
    }

    private Command takingUp(Snapshot snapshot, List<IntakeEntryRow> rows, Target target) {
        if (rows.isEmpty()) {
            throw new Failure.Invalid(Problems.of("entries", "Nothing was chosen."));
        }
        var list = requireList(rows.getFirst().list);
        if (rows.stream().anyMatch(row -> row.list != rows.getFirst().list)) {
            throw new Failure.Invalid(
                    Problems.of("entries", "Entries are taken up from one list at a time."));
        }
        rows.stream()
                .filter(row -> !waits(snapshot, row))
                .findFirst()
                .ifPresent(row -> {
                    throw new Failure.Conflict(
                            String.valueOf(row.takenAs),
                            "“%s” was taken up meanwhile as %s.".formatted(row.title, row.takenAs));
                });
        return new Command.Create(
                list.product, rows.stream().map(row -> entry(list, row, target)).toList());
    }

    private static Target target(String after, String before) {
        return ItemKey.parse(after)
                .<Target>map(Target.After::new)
                .or(() -> ItemKey.parse(before).map(Target.Before::new))
                .orElseGet(Target.Stay::new);
    }

    private NewItem entry(IntakeListRow list, IntakeEntryRow row, Target target) {
        var product = keeper.current().requireProduct(list.product);
        Map<String, String> fields = new LinkedHashMap<>();
        fields.put("title", row.title);
        fields.put("level", RankPlace.lowestWithPoints(product.levels()).key());
        fields.put("kind", list.kind);
        fields.put("team", list.team);
        fields.put("size", Objects.requireNonNullElse(row.size, ""));
        fields.put("value", Objects.requireNonNullElse(row.value, ""));
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
        var row =
                Optional.ofNullable(entities.find(IntakeEntryRow.class, id))
                        .orElseThrow(IntakeLists::noEntry);
        requireShaping(me, requireList(row.list).product);
        return row;
    }

    private static void requireShaping(SignedIn me, String product) {
        if (!me.mayIn(product, Permission.SHAPE)) {
            throw new Failure.Forbidden("Intake lists are kept by product owners and leads.");
        }
    }

    private static boolean mayEdit(SignedIn me, Team team) {
        return team.products().stream().anyMatch(code -> me.mayIn(code, Permission.SHAPE));
    }

    private Team requireTeam(SignedIn me, String key) {
        var team =
                keeper.current()
                        .workspace()
                        .findTeam(key)
                        .orElseThrow(() ->
                                new Failure.NotFound("There is no team “%s”.".formatted(key)));
        if (!mayEdit(me, team)) {
            throw new Failure.Forbidden("Intake lists are kept by product owners and leads.");
        }
        return team;
    }

    private List<IntakeListRow> listsOf(String team) {
        return entities.createQuery(
                        "from IntakeListRow where team = :team order by id", IntakeListRow.class)
                .setParameter("team", team)
                .getResultList();
    }

    private List<IntakeEntryRow> entries(IntakeListRow list) {
        return entities.createQuery(
                        "from IntakeEntryRow where list = :list and removedAt is null"
                                + " order by id",
                        IntakeEntryRow.class)
                .setParameter("list", list.id)
                .getResultList();
    }

    private IntakeListRow requireList(long id) {
        return Optional.ofNullable(entities.find(IntakeListRow.class, id))
                .orElseThrow(() -> new Failure.NotFound("There is no such intake list."));
    }

    private IntakeEntryRow requireEntry(long id) {
        return Optional.ofNullable(
                        entities.find(IntakeEntryRow.class, id, LockModeType.PESSIMISTIC_WRITE))
                .filter(row -> row.removedAt == null)
                .orElseThrow(IntakeLists::noEntry);
    }

    private static Failure.NotFound noEntry() {
        return new Failure.NotFound("This request is no longer there.");
    }

    private static void requireNone(List<Problem> problems) {
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
    }
}
