package greenladder.panel;

import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.item.LinkType;
import greenladder.core.plan.Contradiction;
import greenladder.core.snapshot.Links;
import greenladder.core.snapshot.Links.Linked;
import greenladder.core.snapshot.Snapshot;
import greenladder.panel.LinkedWork.Entry;
import greenladder.panel.LinkedWork.Group;
import greenladder.people.SignedIn;
import greenladder.store.Rights;
import greenladder.web.Words;
import greenladder.words.ContradictionWords;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.util.StringUtils;

/** Makes what the panel shows of an item's links to others. */
record PanelLinks(Snapshot snapshot, Rights rights, SignedIn reader, ItemLinks addresses) {

    LinkedWork of(Item item) {
        var links = new Links(snapshot);
        var groups = new LinkedHashMap<String, List<Entry>>();
        links.from(item)
                .forEach(linked ->
                        groups.computeIfAbsent(
                                        linked.link().type().label(), any -> new ArrayList<>())
                                .add(entry(linked, linked.to())));
        links.to(item)
                .forEach(linked ->
                        groups.computeIfAbsent(
                                        linked.link().type().backwards(), any -> new ArrayList<>())
                                .add(entry(linked, linked.from())));
        return new LinkedWork(
                groups.entrySet().stream()
                        .map(group ->
                                new Group(StringUtils.capitalize(group.getKey()), group.getValue()))
                        .toList(),
                Arrays.stream(LinkType.values())
                        .filter(type -> type != LinkType.COVERS)
                        .map(LinkType::label)
                        .toList(),
                mayLink(item));
    }

    private boolean mayLink(Item item) {
        return rights.mayEdit(reader, item, Field.LINKS);
    }

    private Entry entry(Linked linked, Item other) {
        var share = linked.link().share();
        return new Entry(
                linked.id(),
                other.key().toString(),
                other.title(),
                addresses.to(other),
                other.state().name(),
                other.category().name(),
                share == null ? "" : Words.of(share) + " %",
                linked.isSuspect(),
                Contradiction.of(snapshot, linked.from()).stream()
                        .filter(one -> one.linked().id().equals(linked.id()))
                        .map(one -> ContradictionWords.reason(snapshot, one) + mended(one))
                        .collect(Collectors.joining("; ")),
                mayLink(linked.from()));
    }

    private String mended(Contradiction one) {
        var remedy = ContradictionWords.remedy(snapshot, one);
        return remedy.isEmpty() ? "." : ". " + remedy + ".";
    }
}
