package greenladder.core.edit;

import greenladder.core.change.Change;
import greenladder.core.change.Command.Proposal;
import greenladder.core.change.Decisions;
import greenladder.core.change.Legality;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.Placement.Placed;
import greenladder.core.item.Field;
import greenladder.core.level.Level;
import greenladder.core.product.Product;
import greenladder.core.rank.Rank;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Draws up the making of items: reads each entry, ties it to its parent, gives it a key and a
 * place.
 */
final class Creation {
    private final Snapshot snapshot;
    private final CreateItems command;
    private final Instant at;
    private final ProblemCollector found;
    private final List<Draft> drafts = new ArrayList<>();
    private final Map<String, Draft> byRef = new HashMap<>();

    /** An entry that was read. */
    private record Draft(
            ItemKey key,
            NewItem entry,
            Map<Field, @Nullable Object> fields,
            @Nullable Level level) {}

    Creation(Snapshot snapshot, CreateItems command, Instant at, ProblemCollector found) {
        this.snapshot = snapshot;
        this.command = command;
        this.at = at;
        this.found = found;
    }

    Proposal draw() {
        var product = snapshot.findProduct(command.product());
        if (product.isEmpty()) {
            found.add(
                    Problem.SINGLE,
                    "product",
                    "There is no product %s.".formatted(command.product()));
        } else if (command.entries().isEmpty()) {
            found.add(Problem.SINGLE, "items", "Nothing to add.");
        } else if (command.entries().size() > Decisions.MOST_ENTRIES) {
            found.add(
                    Problem.SINGLE,
                    "items",
                    "%,d items at once are too many; at most %,d are allowed."
                            .formatted(command.entries().size(), Decisions.MOST_ENTRIES));
        } else {
            for (int i = 0; i < command.entries().size(); i++) {
                read(product.get(), i, entryNumber(i));
            }
        }
        return found.isEmpty() ? drawn() : new Proposal(List.of(), List.of());
    }

    private int entryNumber(int index) {
        return command.entries().size() == 1 ? Problem.SINGLE : index;
    }

    private void read(Product product, int index, int entryNumber) {
        var entry = command.entries().get(index);
        var fields = new Fields(snapshot, product, null, entryNumber, found);
        var kept = new TreeMap<Field, @Nullable Object>();
        kept.putAll(fields.read(withInherited(product, entry)));
        var level = fields.levelNow();
        var key = new ItemKey(product.code(), snapshot.lastNumber(product.code()) + 1 + index);
        if (entry.parentRef() == null) {
            fields.checkTree(fields.parentNow());
        } else {
            tie(entry, entryNumber, kept, level);
        }
        var draft = new Draft(key, entry, kept, level);
        drafts.add(draft);
        if (entry.ref() != null && byRef.putIfAbsent(entry.ref(), draft) != null) {
            found.add(
                    entryNumber,
                    "ref",
                    "“%s” names an earlier entry already.".formatted(entry.ref()));
        }
    }

    /**
     * What was entered, with the team, the sprint and the release of the parent where nothing is
     * said of them. Tasks go by their story's.
     */
    private Map<String, String> withInherited(Product product, NewItem entry) {
        var entered = entry.fields();
        boolean carriesPoints =
                product.levels()
                        .find(entered.getOrDefault(Field.LEVEL.label(), "").strip())
                        .filter(Level::carriesPoints)
                        .isPresent();
        if (!carriesPoints) {
            return entered;
        }
        var all = new HashMap<>(entered);
        var team = ofParent(entry, Field.TEAM);
        var sprint = ofParent(entry, Field.SPRINT);
        var workspace = snapshot.workspace();
        boolean isOfTeam =
                workspace
                        .findTeam(team)
                        .filter(found -> found.products().contains(product.code()))
                        .isPresent();
        if (isOfTeam && team != null && !entered.containsKey(Field.SPRINT.label())) {
            all.putIfAbsent(Field.TEAM.label(), team);
            if (sprint != null
                    && team.equals(all.get(Field.TEAM.label()))
                    && workspace.findSprint(sprint).filter(one -> !one.isClosed()).isPresent()) {
                all.put(Field.SPRINT.label(), sprint);
            }
        }
        var release = ofParent(entry, Field.RELEASE);
        if (release != null
                && workspace
                        .findRelease(release)
                        .filter(one -> one.isOf(product.code()))
                        .isPresent()) {
            all.putIfAbsent(Field.RELEASE.label(), release);
        }
        return all;
    }

    private @Nullable String ofParent(NewItem entry, Field field) {
        if (entry.parentRef() != null) {
            var draft = byRef.get(entry.parentRef());
            return draft == null ? null : (String) draft.fields().get(field);
        }
        return ItemKey.parse(entry.fields().getOrDefault(Field.PARENT.label(), "").strip())
                .flatMap(snapshot::findItem)
                .map(field::textOf)
                .orElse(null);
    }

    private void tie(
            NewItem entry,
            int entryNumber,
            Map<Field, @Nullable Object> kept,
            @Nullable Level level) {
        var parent = byRef.get(entry.parentRef());
        if (parent == null) {
            found.add(
                    entryNumber,
                    "parentRef",
                    "No earlier entry is called “%s”.".formatted(entry.parentRef()));
            return;
        }
        if (kept.get(Field.PARENT) != null) {
            found.add(entryNumber, "parentRef", "Either parent or parentRef, not both.");
            return;
        }
        if (level != null && parent.level() != null && !parent.level().isAbove(level)) {
            found.add(
                    entryNumber,
                    "parentRef",
                    "“%s” is %s; %s cannot stand under it, only under a higher level."
                            .formatted(
                                    entry.parentRef(),
                                    Legality.aWord(parent.level()),
                                    Legality.aWord(level)));
        }
        kept.put(Field.PARENT, parent.key());
    }

    private Proposal drawn() {
        var ranks = ranks();
        var changes = new ArrayList<Change>();
        for (int i = 0; i < drafts.size(); i++) {
            var draft = drafts.get(i);
            draft.fields().put(Field.RANK, ranks.get(i));
            changes.add(new Change(draft.key(), Field.EXISTS, null, at));
            draft.fields()
                    .forEach((field, value) -> {
                        if (value != null) {
                            changes.add(new Change(draft.key(), field, null, value));
                        }
                    });
        }
        return found.isEmpty()
                ? new Proposal(drafts.stream().map(Draft::key).toList(), changes)
                : new Proposal(List.of(), List.of());
    }

    /**
     * Entries that say no place come last, in their own order; those that say one come there side
     * by side, and have to be of one level and say the same.
     */
    private List<Rank> ranks() {
        var ranks = new ArrayList<>(Rank.spread(lastRank(), null, drafts.size()));
        var placed =
                IntStream.range(0, drafts.size())
                        .filter(i -> !(targetOf(i) instanceof Target.Stay))
                        .boxed()
                        .toList();
        placeInBand(ranks);
        if (placed.isEmpty()) {
            return ranks;
        }
        int first = placed.getFirst();
        var level = Objects.requireNonNull(drafts.get(first).level());
        for (int i : placed) {
            if (!targetOf(i).equals(targetOf(first)) || !level.equals(drafts.get(i).level())) {
                found.add(
                        entryNumber(i),
                        "position",
                        "Within a bulk one place can be given, to items of one level.");
                return ranks;
            }
        }
        var placement = new Placement(snapshot, command.product(), level, placed.size(), Set.of());
        switch (placement.at(targetOf(first))) {
            case Placed.At(var there) -> {
                for (int i = 0; i < placed.size(); i++) {
                    ranks.set(placed.get(i), there.get(i));
                }
                followBand(placed, level, there.getFirst());
            }
            case Placed.Wrong(var field, var message) ->
                    found.add(entryNumber(first), field, message);
        }
        return ranks;
    }

    /** Entries that say a place and no band take the band of that place, as what is moved does. */
    private void followBand(List<Integer> placed, Level level, Rank rank) {
        if (snapshot.requireProduct(command.product()).refining().bandStays()) {
            return;
        }
        var band = new Banding(snapshot, command.product(), level, Set.of()).at(rank);
        for (int i : placed) {
            var fields = drafts.get(i).fields();
            if (band != null && !fields.containsKey(Field.BAND)) {
                fields.put(Field.BAND, band);
            }
        }
    }

    /**
     * Entries that say a band and no place come to the end of that band; within a bulk there can be
     * one such band, on one level.
     */
    private void placeInBand(List<Rank> ranks) {
        var banded =
                IntStream.range(0, drafts.size())
                        .filter(i -> targetOf(i) instanceof Target.Stay && bandOf(i) != null)
                        .boxed()
                        .toList();
        if (banded.isEmpty()) {
            return;
        }
        int first = banded.getFirst();
        var level = Objects.requireNonNull(drafts.get(first).level());
        for (int i : banded) {
            if (!Objects.equals(bandOf(i), bandOf(first)) || !level.equals(drafts.get(i).level())) {
                found.add(
                        entryNumber(i),
                        Field.BAND.label(),
                        "Within a bulk one band can be given, to items of one level.");
                return;
            }
        }
        var banding = new Banding(snapshot, command.product(), level, Set.of());
        if (banding.endOf(bandOf(first), banded.size()) instanceof Placed.At(var there)) {
            for (int i = 0; i < banded.size(); i++) {
                ranks.set(banded.get(i), there.get(i));
            }
        }
    }

    private @Nullable String bandOf(int index) {
        return (String) drafts.get(index).fields().get(Field.BAND);
    }

    private Target targetOf(int index) {
        return drafts.get(index).entry().target();
    }

    private @Nullable Rank lastRank() {
        return snapshot.order().last().map(slot -> slot.rank()).orElse(null);
    }
}
