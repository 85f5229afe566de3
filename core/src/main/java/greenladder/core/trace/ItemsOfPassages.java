package greenladder.core.trace;

import static greenladder.core.trace.PaperCommand.wrong;

import greenladder.core.change.Change;
import greenladder.core.change.Command;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.NewItem;
import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.item.TraceLink;
import greenladder.core.papers.Document;
import greenladder.core.papers.Document.Passage;
import greenladder.core.people.Permission;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import greenladder.core.value.Shortened;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Makes items of chosen passages of a document: the passage tells from then on what became of it,
 * and the item follows from the one that has the document.
 *
 * @param document its key
 * @param passages their numbers
 * @param level the key of the level
 */
public record ItemsOfPassages(String document, List<Integer> passages, String level)
        implements Command {
    private static final int LONGEST_TITLE = 200;

    public ItemsOfPassages {
        passages = List.copyOf(passages);
    }

    @Override
    public OperationKind kind() {
        return OperationKind.PLAN;
    }

    @Override
    public Set<PlanKey> plans() {
        return Set.of(new PlanKey(PlanKey.Kind.DOCUMENT, document));
    }

    @Override
    public Permission need(Snapshot snapshot) {
        return Permission.WORK;
    }

    @Override
    public Proposal propose(Snapshot snapshot, Instant at, ProblemCollector found) {
        var workspace = snapshot.workspace();
        var it = workspace.papers().findDocument(document).orElse(null);
        var root = it == null ? null : snapshot.findItem(it.item()).orElse(null);
        if (it == null || root == null) {
            wrong(found, "passages", "It no longer exists.");
            return new Proposal(List.of(), List.of());
        }
        var chosen = it.passages().stream().filter(one -> passages.contains(one.number())).toList();
        if (chosen.isEmpty()) {
            wrong(found, "passages", "Choose the lines first.");
        }
        chosen.stream()
                .flatMap(one -> Stream.ofNullable(one.made()))
                .filter(made -> snapshot.findItem(made).isPresent())
                .findFirst()
                .ifPresent(made ->
                        wrong(found, "passages", "%s was made of one of them already.", made));
        if (!found.isEmpty()) {
            return new Proposal(List.of(), List.of());
        }
        var drawn =
                new CreateItems(
                                it.product(),
                                chosen.stream().map(one -> entry(it, root, one, snapshot)).toList())
                        .propose(snapshot, at, found);
        if (!found.isEmpty()) {
            return drawn;
        }
        var made = new HashMap<Integer, ItemKey>();
        var changes = new ArrayList<>(drawn.changes());
        for (int i = 0; i < chosen.size(); i++) {
            var key = drawn.items().get(i);
            made.put(chosen.get(i).number(), key);
            changes.add(link(key, root, at));
        }
        return new Proposal(
                drawn.items(),
                changes,
                PlanChange.between(workspace, workspace.with(kept(it, made)), plans()));
    }

    private static Document kept(Document it, Map<Integer, ItemKey> made) {
        return it.with(
                it.passages().stream()
                        .map(one ->
                                made.containsKey(one.number())
                                        ? new Passage(
                                                one.number(),
                                                one.kind(),
                                                one.text(),
                                                made.get(one.number()))
                                        : one)
                        .toList());
    }

    private NewItem entry(Document it, Item root, Passage passage, Snapshot snapshot) {
        var text = passage.text();
        var first = PaperCommand.line(text.lines().findFirst().orElse(""));
        var fields = new HashMap<String, String>();
        fields.put("level", level);
        fields.put("title", Shortened.to(LONGEST_TITLE, first));
        fields.put(
                "description",
                "From “%s” of %s.%s"
                        .formatted(it.name(), it.item(), text.equals(first) ? "" : "\n\n" + text));
        if (root.team() != null) {
            fields.put("team", root.team());
        }
        boolean below =
                snapshot.requireProduct(it.product())
                        .levels()
                        .find(level)
                        .filter(one -> root.level().isAbove(one))
                        .isPresent();
        if (below) {
            fields.put("parent", root.key().toString());
        }
        return NewItem.of(fields);
    }

    private static Change link(ItemKey made, Item root, Instant at) {
        var type = LinkType.FOLLOWS_FROM;
        var link =
                new TraceLink(type, root.key(), null, at, at, TraceLink.digest(type, root, root));
        return new Change(made, link.field(), null, link);
    }
}
