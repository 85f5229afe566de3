package greenladder.bench;

import java.util.List;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.Stream;

/** Every view, by its name, with an address that people would come to. */
final class Views {
    private Views() {}

    /**
     * A view and where it is; an address is made for each visit, as people look at other things.
     */
    record Visit(String name, Function<Random, String> path) {
        private static Visit of(String name, String path) {
            return new Visit(name, any -> path);
        }
    }

    /** Those of a product with items from 1 up to a number, some teams and their sprints. */
    static List<Visit> of(String product, int items) {
        var at = "/" + product + "/";
        var levels = List.of("epic", "feature");
        return Stream.of(
                        new Visit(
                                "Ladder with its panel",
                                random ->
                                        at
                                                + "ladder?from=%s&at=%s&panel=1"
                                                        .formatted(
                                                                levels.get(random.nextInt(2)),
                                                                key(product, items, random))),
                        new Visit(
                                "Ladder, a whole level",
                                random ->
                                        at
                                                + "ladder?panel=0&from="
                                                + List.of("story", "task", "feature")
                                                        .get(random.nextInt(3))),
                        new Visit(
                                "Outline",
                                random ->
                                        at + "outline?to=story&from=" + random.nextInt(items / 2)),
                        new Visit(
                                "Rank",
                                random ->
                                        at + "rank?level=story&from=" + random.nextInt(items / 4)),
                        Visit.of("Picks with their counts", at + "narrow?view=rank&level=story"),
                        Visit.of("Agenda", at + "agenda"),
                        Visit.of("Estimate", at + "estimate"),
                        Visit.of("Bench", at + "bench?weeks=12"),
                        new Visit("Sprint", random -> at + "sprint?id=" + sprint(random)),
                        new Visit("Load", random -> at + "load?id=" + sprint(random)),
                        new Visit("Story map", random -> at + "map?slices=crew-" + crew(random)),
                        Visit.of("Releases", at + "releases"),
                        Visit.of("Calendars", at + "calendars"),
                        new Visit(
                                "Board",
                                random -> {
                                    int crew = crew(random);
                                    return at
                                            + "board?lanes=epic&board=crew-%d&of=crew-%d-1"
                                                    .formatted(crew, crew);
                                }),
                        Visit.of("My work", at + "work"),
                        Visit.of("Blocked", at + "blocked"),
                        Visit.of("Progress", at + "progress?level=feature"),
                        new Visit("Sprint report", random -> at + "report?id=" + sprint(random)),
                        new Visit("Flow of a team", random -> at + "flow?of=crew-" + crew(random)),
                        Visit.of("Flow over a year", at + "flow?weeks=52&level=story"),
                        Visit.of("Burnup of a goal", at + "burnup?of=" + product + "1"),
                        Visit.of("What was finished", at + "tables?what=finished&by=kind"),
                        Visit.of("What is open", at + "tables?what=open&by=assignee"),
                        Visit.of("What was mended", at + "tables?what=mended"),
                        Visit.of("Everything in groups", at + "tables?by=state"),
                        Visit.of("Dashboard", at + "dashboard"),
                        Visit.of("Goals", at + "goals"),
                        new Visit(
                                "Threads",
                                random -> at + "threads?item=" + key(product, items, random)),
                        Visit.of("Coverage", at + "coverage?rows=initiative"),
                        Visit.of("Gaps", at + "gaps?kind=suspect"),
                        new Visit(
                                "Impact",
                                random -> at + "impact?item=" + key(product, items, random)),
                        Visit.of("Tests", at + "tests"),
                        Visit.of("Baselines", at + "baselines"),
                        Visit.of("Reviews", at + "reviews"),
                        Visit.of("Pages", at + "pages"),
                        Visit.of("History", at + "history"),
                        new Visit("Item", random -> "/items/" + key(product, items, random)),
                        new Visit("Find", random -> "/find?q=story+" + random.nextInt(items)))
                .toList();
    }

    static String key(String product, int items, Random random) {
        return product + (1 + random.nextInt(items));
    }

    private static int crew(Random random) {
        return 1 + random.nextInt(Workspace.TEAMS);
    }

    private static String sprint(Random random) {
        return "crew-%d-1".formatted(crew(random));
    }
}
