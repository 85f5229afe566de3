package greenladder.bench;

import greenladder.bench.Visitor.Answer;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * Fills an empty workspace through the application's own doors: an administrator, people by
 * invitation, a product of goals each with 4 initiatives of 4 epics of 5 features of 6 stories of 4
 * tasks.
 */
final class Workspace {
    static final String PASSWORD = "a long enough one";
    static final String PRODUCT = "BIG";

    private static final int LOOSE = 300;
    private static final int MOST_LINKS = 4_000;

    /** A product beside the large one. */
    static final String SMALL = "SML";

    static final int SMALL_ITEMS = 585;
    private static final int[] FAN_OUT = {4, 4, 5, 6, 4};
    private static final List<String> LEVELS =
            List.of("goal", "initiative", "epic", "feature", "story", "task");
    private static final List<String> STATES = List.of("to-do", "under-way", "done");
    static final int TEAMS = 8;
    private static final int SPRINTS = 5;
    private static final int STORIES = 12;
    private static final Pattern KEY = Pattern.compile("\"key\":\"(BIG\\d+)\"");
    private static final Pattern SECRET = Pattern.compile("value=\"(gl-[^\"]+)\"");

    private final String base;
    private final Visitor administrator;
    private final int people;
    private String token = "";

    Workspace(String base, int people) {
        this.base = base;
        this.administrator = new Visitor(base);
        this.people = people;
    }

    static String handle(int person) {
        return "person-" + person;
    }

    String token() {
        return token;
    }

    /** Gives the number of items made. */
    int fill(int items) {
        administrator.get("/start");
        require(
                administrator.post(
                        "/start",
                        Map.of(
                                "name",
                                "Person 0",
                                "handle",
                                handle(0),
                                "password",
                                PASSWORD,
                                "code",
                                Application.FIRST_CODE)));
        administrator.get("/settings");
        var made = administrator.post("/settings/tokens", Map.of("name", "Filling"));
        var secret = SECRET.matcher(made.body());
        if (!secret.find()) {
            throw new IllegalStateException("no token: " + made.status());
        }
        token = secret.group(1);
        require(api("/products", "{\"code\":\"BIG\",\"name\":\"Ten years of backlog\"}"));
        for (int person = 1; person < people; person++) {
            bringIn(person);
        }
        require(api("/products", "{\"code\":\"SML\",\"name\":\"A month of backlog\"}"));
        int count = 0;
        while (count < items) {
            count += fillOnce(PRODUCT, 0, count);
        }
        fillOnce(SMALL, 1, 0);
        count += addLoose();
        plan();
        link(count);
        require(api("/products/BIG/baselines", "{\"name\":\"As it began\"}"));
        return count;
    }

    /** One goal, or one initiative, with all under it; gives the number of items. */
    private int fillOnce(String product, int depth, int before) {
        var entries = new ArrayList<String>();
        grow(entries, "", depth, before);
        require(
                api(
                        "/products/" + product + "/items",
                        "{\"items\":[" + String.join(",", entries) + "]}"));
        return entries.size();
    }

    /** Items without a parent, and some to be talked about. */
    private int addLoose() {
        var entries = new ArrayList<String>();
        for (int i = 0; i < LOOSE; i++) {
            entries.add(
                    "{\"level\":\"story\",\"title\":\"Loose idea %d of ten years\"%s}"
                            .formatted(i, i % 10 == 0 ? ",\"agenda\":\"what is it for?\"" : ""));
        }
        require(api("/products/BIG/items", "{\"items\":[" + String.join(",", entries) + "]}"));
        return LOOSE;
    }

    /** Eight teams with five sprints each, filled with stories that are still to do. */
    private void plan() {
        var answer =
                administrator.api(
                        "GET", "/products/BIG/items?level=story&state=to-do&limit=500", "", token);
        require(answer);
        var keys = KEY.matcher(answer.body()).results().map(one -> one.group(1)).toList();
        int next = 0;
        for (int team = 1; team <= TEAMS; team++) {
            require(
                    api(
                            "/teams",
                            "{\"name\":\"Crew %d\",\"members\":[\"%s\",\"%s\"],\"products\":[\"BIG\",\"SML\"]}"
                                    .formatted(team, handle(team), handle(team + TEAMS))));
            var id = "crew-" + team;
            require(
                    api(
                            "/teams/" + id + "/sprints",
                            "{\"start\":\"%s\",\"count\":%d}"
                                    .formatted(
                                            LocalDate.now(ZoneOffset.UTC)
                                                    .with(DayOfWeek.MONDAY)
                                                    .minusWeeks(2),
                                            SPRINTS)));
            for (int sprint = 1; sprint <= SPRINTS; sprint++) {
                var some = keys.subList(next, Math.min(keys.size(), next + STORIES));
                next += STORIES;
                require(
                        api(
                                "/sprints/%s-%d/items".formatted(id, sprint),
                                "{\"items\":[\"" + String.join("\",\"", some) + "\"]}"));
            }
            require(api("/sprints/" + id + "-1/start", "{}"));
        }
    }

    /** A link for every fifth item; one in ten of them is a dependency, on what was made before. */
    private void link(int items) {
        int every = Math.max(5, items / MOST_LINKS);
        for (int number = every * 2; number < items - LOOSE; number += every) {
            var answer =
                    api(
                            "/items/BIG" + number + "/links",
                            "{\"type\":\"%s\",\"to\":\"BIG%d\"}"
                                    .formatted(
                                            number % (every * 10) == 0
                                                    ? "depends on"
                                                    : "relates to",
                                            number - every - 2));
            // What stands above or below cannot be depended on.
            if (answer.status() != 422) {
                require(answer);
            }
        }
    }

    private void bringIn(int person) {
        var invited =
                api(
                        "/invitations",
                        "{\"name\":\"Person %d\",\"handle\":\"%s\",\"role\":\"Team lead\"}"
                                .formatted(person, handle(person)));
        require(invited);
        var path = invited.body().replaceAll(".*\"path\":\"([^\"]+)\".*", "$1");
        var guest = new Visitor(base);
        guest.get(path);
        require(guest.post(path, Map.of("password", PASSWORD)));
    }

    private void grow(List<String> entries, String parentRef, int depth, int before) {
        var ref = "r" + entries.size();
        int number = before + entries.size();
        boolean sized = depth == 3 || depth == 4;
        entries.add(
                "{\"ref\":\"%s\",%s\"level\":\"%s\",\"title\":\"%s\",\"state\":\"%s\"%s}"
                        .formatted(
                                ref,
                                parentRef.isEmpty() ? "" : "\"parentRef\":\"" + parentRef + "\",",
                                LEVELS.get(depth),
                                title(depth, number),
                                STATES.get(number % 3),
                                sized
                                        ? ",\"size\":" + (number % 13 + 1)
                                        : depth == 5
                                                ? ",\"hours\":{\"estimate\":"
                                                        + (number % 8 + 1)
                                                        + "}"
                                                : ""));
        for (int i = 0; depth < FAN_OUT.length && i < FAN_OUT[depth]; i++) {
            grow(entries, ref, depth + 1, before);
        }
    }

    private static String title(int depth, int number) {
        return "%s %d of ten years, about as long as a title is in real life"
                .formatted(LEVELS.get(depth), number);
    }

    private Answer api(String path, String json) {
        return administrator.api("POST", path, json, token);
    }

    private static void require(Answer answer) {
        if (answer.status() >= 400) {
            throw new IllegalStateException(answer.status() + " " + answer.body());
        }
    }
}
