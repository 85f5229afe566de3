package greenladder.plan.map;

import greenladder.core.people.Permission;
import greenladder.core.plan.Capacities;
import greenladder.core.plan.ReleaseFill;
import greenladder.core.plan.SprintPart;
import greenladder.core.plan.Sprints;
import greenladder.core.plan.StoryMap;
import greenladder.core.release.Release;
import greenladder.core.snapshot.Node;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.sprint.Sprint;
import greenladder.core.value.ItemKey;
import greenladder.panel.ItemPanels;
import greenladder.plan.BenchPage;
import greenladder.plan.BenchPages;
import greenladder.plan.ReleasePages;
import greenladder.plan.SprintHeads;
import greenladder.plan.SprintPage;
import greenladder.plan.SprintPages;
import greenladder.plan.map.MapPage.Naming;
import greenladder.plan.map.MapPage.Slice;
import greenladder.plan.map.MapPage.SliceHead;
import greenladder.plan.map.MapPage.Stretch;
import greenladder.plan.map.MapPage.Tray;
import greenladder.plan.map.PastSlices.PastCard;
import greenladder.store.Rights;
import greenladder.view.ViewContext;
import greenladder.web.Drawings;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Lays out the story map: what is near of it, with the cards of each cell. */
@Component
class MapPages {
    private static final int DRAWN_COLUMNS = 12;
    private static final int MOST_COLUMNS = 60;
    private static final int IN_CELL = 12;
    private static final int MOST_IN_CELL = 300;
    private static final int MOST_LOOSE = 60;

    private final Rights rights;
    private final ItemPanels panels;
    private final BenchPages bench;
    private final SprintHeads heads;
    private final PastSlices past;
    private final Drawings drawings;

    MapPages(
            Rights rights,
            ItemPanels panels,
            BenchPages bench,
            SprintHeads heads,
            PastSlices past,
            Drawings drawings) {
        this.rights = rights;
        this.panels = panels;
        this.bench = bench;
        this.heads = heads;
        this.past = past;
        this.drawings = drawings;
    }

    MapPage page(ViewContext context, MapPlace place) {
        return new Laying(context, place).page();
    }

    /** One page that is being laid out. */
    private final class Laying {
        private final ViewContext context;
        private final MapPlace place;
        private final Snapshot snapshot;
        private final StoryMap map;
        private final List<Node> all;
        private final List<Node> near;
        private final int first;
        private final List<Map<String, List<Node>>> cells;
        private final Capacities capacities;
        private final MapCards cards;
        private final boolean mayShape;
        private final String storyName;

        Laying(ViewContext context, MapPlace place) {
            this.context = context;
            this.place = place;
            snapshot = context.snapshot();
            map = new StoryMap(snapshot, place.product(), place.backbone(), place.team());
            all =
                    StoryMap.backbones(place.product()).isEmpty()
                            ? List.of()
                            : map.columns(place.under());
            int most = place.all() ? MOST_COLUMNS : DRAWN_COLUMNS;
            first = Math.max(0, Math.min(place.first(), all.size() - most));
            near = all.subList(first, Math.min(all.size(), first + most));
            cells = near.stream().map(map::cells).toList();
            capacities = new Capacities(snapshot);
            cards = new MapCards(context, place, rights, drawings);
            mayShape = context.reader().mayIn(place.product().code(), Permission.SHAPE);
            storyName = Words.lower(place.product().levels().stories().name());
        }

        MapPage page() {
            var product = place.product();
            var reader = context.reader();
            var level = place.backbone();
            return new MapPage(
                    product.code(),
                    place.url(),
                    context.operation(),
                    mayShape,
                    reader.mayIn(product.code(), Permission.PLAN),
                    new MapChoices(snapshot, place).choices(),
                    Stretch.of(first, near.size(), all.size()),
                    near.stream().map(cards::head).collect(Collectors.joining()),
                    slices(),
                    tray(),
                    new MapPage.Backbone(
                            level.key(),
                            Words.lower(level.name()),
                            place.under() == null ? "" : place.under().toString(),
                            Words.lower(product.levels().stories().name()),
                            Words.lower(product.levels().stories().plural())),
                    bench.making(capacities, snapshot.workspace().teamsOf(product.code())),
                    place.at() == null
                            ? null
                            : panels.of(place.at(), reader, one -> place.at(one.key()).url()));
        }

        private List<Slice> slices() {
            var slices = new ArrayList<Slice>();
            snapshot.workspace()
                    .findSprint(place.closed())
                    .filter(sprint ->
                            place.team() != null && sprint.team().equals(place.team().key()))
                    .ifPresent(sprint -> slices.add(closedSlice(sprint)));
            map.sprints().forEach(sprint -> slices.add(slice(sprint)));
            var releases = map.releases();
            var fills = ReleaseFill.of(snapshot, releases, capacities);
            releases.forEach(release ->
                    slices.add(slice(release, Objects.requireNonNull(fills.get(release.key())))));
            if (cells.stream().anyMatch(cell -> cell.containsKey(StoryMap.OTHERS))) {
                slices.add(
                        slice(
                                StoryMap.OTHERS,
                                "others",
                                "Other teams",
                                "in their open sprints",
                                "",
                                null,
                                null,
                                null));
            }
            slices.add(
                    slice(
                            StoryMap.NOT_PLANNED,
                            "none",
                            "Not planned",
                            "",
                            unplannedWords(),
                            null,
                            null,
                            null));
            return slices;
        }

        private String unplannedWords() {
            var stories = place.product().levels().stories();
            var waiting = snapshot.waiting(place.product(), stories).size();
            if (place.under() == null && place.team() != null) {
                return waiting
                        + " "
                        + Words.lower(waiting == 1 ? stories.name() : stories.plural())
                        + " in all";
            }
            // Of the columns that are drawn alone it would tell another number with each scroll.
            return "";
        }

        private Slice slice(Sprint sprint) {
            var parts = SprintPart.inSprint(snapshot, sprint.key());
            var totals = new MapTotals();
            parts.forEach(part -> totals.add(snapshot.requireNode(part.item()), part.amount()));
            var capacity = capacities.of(sprint);
            var next = Sprints.next(snapshot.workspace(), sprint.team());
            boolean isToAct = sprint.isRunning() || next.filter(sprint::equals).isPresent();
            return slice(
                    sprint.key(),
                    "sprint",
                    sprint.name(),
                    sprint.isRunning()
                            ? "running until " + Words.day(sprint.finish())
                            : "from " + Words.day(sprint.start()),
                    totals.inWords(),
                    BenchPages.gauge(totals.all, totals.done, totals.underWay, capacity),
                    isToAct
                            ? heads.head(
                                    snapshot,
                                    place.product(),
                                    sprint,
                                    parts,
                                    capacities.velocity(sprint.team()),
                                    capacity,
                                    context.reader())
                            : null,
                    isToAct || !mayPlan()
                            ? null
                            : new Naming(
                                    "/%s/plan/sprints/%s"
                                            .formatted(place.product().code(), sprint.key()),
                                    sprint.start().toString(),
                                    sprint.finish().toString(),
                                    "finish"));
        }

        private boolean mayPlan() {
            return context.reader().mayIn(place.product().code(), Permission.PLAN);
        }

        private Slice slice(Release release, ReleaseFill fill) {
            var totals = new MapTotals();
            totals.all = fill.planned();
            totals.done = fill.done();
            totals.underWay = fill.inProgress();
            return slice(
                    release.key(),
                    "release",
                    release.name(),
                    "by " + Words.day(release.date()),
                    totals.inWords(),
                    BenchPages.gauge(fill),
                    null,
                    !mayPlan()
                            ? null
                            : new Naming(
                                    "/%s/plan/releases/%s"
                                            .formatted(place.product().code(), release.key()),
                                    release.start() == null ? "" : release.start().toString(),
                                    release.date().toString(),
                                    "date"));
        }

        private Slice slice(
                String key,
                String kind,
                String name,
                String dates,
                String totals,
                BenchPage.@Nullable Gauge gauge,
                SprintPage.@Nullable Head head,
                @Nullable Naming naming) {
            int most = key.equals(place.more()) ? MOST_IN_CELL : IN_CELL;
            boolean takesIn = !kind.equals("others");
            var drawn = new ArrayList<MapPage.Cell>();
            boolean isMore = false;
            for (int i = 0; i < near.size(); i++) {
                var inCell = cells.get(i).getOrDefault(key, List.of());
                isMore |= inCell.size() > most;
                drawn.add(
                        new MapPage.Cell(
                                near.get(i).item().key().toString(),
                                takesIn,
                                inCell.stream().limit(most).map(cards::card).toList(),
                                Math.max(0, inCell.size() - most)));
            }
            return new Slice(
                    new SliceHead(
                            key,
                            kind,
                            name,
                            url(kind, key),
                            dates,
                            totals,
                            gauge,
                            head,
                            naming,
                            isMore ? place.showing(key).url() : ""),
                    row(kind, key, name, takesIn && mayShape, drawn));
        }

        /** The page of a sprint or release; empty for what has none. */
        private String url(String kind, String key) {
            return switch (kind) {
                case "sprint" -> SprintPages.url(place.product(), key);
                case "release" -> ReleasePages.url(place.product(), key);
                default -> "";
            };
        }

        private Slice closedSlice(Sprint sprint) {
            var byColumn = new HashMap<ItemKey, List<PastCard>>();
            var keys = near.stream().map(node -> node.item().key()).toList();
            var stood = past.of(snapshot, sprint);
            for (var card : stood) {
                card.above().stream()
                        .filter(keys::contains)
                        .findFirst()
                        .ifPresent(key ->
                                byColumn.computeIfAbsent(key, any -> new ArrayList<>()).add(card));
            }
            long done = stood.stream().filter(PastCard::done).count();
            var drawn =
                    keys.stream()
                            .map(key ->
                                    new MapPage.Cell(
                                            key.toString(),
                                            false,
                                            byColumn.getOrDefault(key, List.of()).stream()
                                                    .map(cards::past)
                                                    .toList(),
                                            0))
                            .toList();
            return new Slice(
                    new SliceHead(
                            sprint.key(),
                            "closed",
                            sprint.name(),
                            url("sprint", sprint.key()),
                            "as it stood at its close",
                            "%d done, %d carried over".formatted(done, stood.size() - done),
                            null,
                            null,
                            null,
                            ""),
                    row("closed", sprint.key(), sprint.name(), false, drawn));
        }

        private String row(
                String kind, String key, String name, boolean mayAdd, List<MapPage.Cell> drawn) {
            var slice = key.isEmpty() ? MapPlace.NONE : key;
            return drawings.cached(
                    "plan/map-cells",
                    "cells",
                    "row",
                    new MapPage.Row(kind, slice, name, mayAdd ? storyName : "", drawn));
        }

        private Tray tray() {
            var wanted = place.find().strip().toLowerCase(Locale.ROOT);
            var found =
                    map.loose()
                            .filter(node -> isMeant(node, wanted))
                            .limit(MOST_LOOSE + 1L)
                            .toList();
            return new Tray(
                    place.find(),
                    found.size() > MOST_LOOSE
                            ? "the first " + MOST_LOOSE
                            : Integer.toString(found.size()),
                    found.stream().limit(MOST_LOOSE).map(cards::card).toList());
        }

        /** Whether an item is meant by a part of its title or the beginning of its key. */
        private static boolean isMeant(Node node, String wanted) {
            var item = node.item();
            return wanted.isEmpty()
                    || item.title().toLowerCase(Locale.ROOT).contains(wanted)
                    || item.key().toString().toLowerCase(Locale.ROOT).startsWith(wanted);
        }
    }
}
