package greenladder.people;

import static java.util.Map.entry;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.RunningDemo;
import greenladder.core.item.Field;
import greenladder.store.SnapshotKeeper;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.springframework.test.web.servlet.assertj.MvcTestResult;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/**
 * Walks every route that there is as nobody, as a stakeholder and as a member. Whoever may not do
 * what a route does is refused, and nothing has changed after it. A route that is new has to be
 * named here before it passes.
 */
public class RouteWalkTests extends RunningDemo {
    /** What anybody may see without being signed in. */
    private static final Set<String> OPEN =
            Set.of(
                    "GET /sign-in",
                    "POST /sign-in/as",
                    "GET /start",
                    "POST /start",
                    "GET /invitation/{secret}",
                    "POST /invitation/{secret}",
                    "* /error");

    /** Writes to nothing but what is one's own. */
    private static final Set<String> OWN =
            Set.of(
                    "POST /theme",
                    "POST /notices/{id}/open",
                    "POST /notices/{id}/read",
                    "POST /notices/read-all",
                    "POST /settings/name",
                    "POST /settings/password",
                    "POST /settings/sign-out-everywhere",
                    "POST /settings/tokens",
                    "POST /settings/tokens/{id}/revoke",
                    "POST /items/{key}/watch",
                    "POST /text/preview",
                    "POST /text/csv",
                    "POST /{product:[A-Z]{2,5}}/outline/columns",
                    "POST /{product:[A-Z]{2,5}}/rank/columns",
                    "POST /{product:[A-Z]{2,5}}/rank/intake/{list}/add",
                    "POST /{product:[A-Z]{2,5}}/views",
                    "POST /{product:[A-Z]{2,5}}/views/{id}/pin",
                    "POST /{product:[A-Z]{2,5}}/views/{id}/remove",
                    "POST /{product:[A-Z]{2,5}}/views/{id}/restore",
                    "POST /{product:[A-Z]{2,5}}/views/{id}/update",
                    "POST /{product:[A-Z]{2,5}}/views/{id}/rename",
                    "POST /{product:[A-Z]{2,5}}/views/{id}/copy",
                    "POST /{product:[A-Z]{2,5}}/dashboards",
                    "POST /{product:[A-Z]{2,5}}/dashboards/{id}",
                    "POST /{product:[A-Z]{2,5}}/dashboards/{id}/remove",
                    "POST /{product:[A-Z]{2,5}}/dashboards/{id}/tiles",
                    "POST /{product:[A-Z]{2,5}}/dashboards/{id}/tiles/{tile}",
                    "POST /{product:[A-Z]{2,5}}/dashboards/{id}/tiles/{tile}/filter",
                    "POST /{product:[A-Z]{2,5}}/dashboards/{id}/tiles/{tile}/remove",
                    "POST /demo/clock",
                    "POST /{product:[A-Z]{2,5}}/seen",
                    "POST /{product:[A-Z]{2,5}}/estimate/rounds/{id}/leave",
                    "POST /{product:[A-Z]{2,5}}/outline/read",
                    "POST /{product:[A-Z]{2,5}}/quick-add/read",
                    "POST /items/{key}/comments",
                    "POST /{product:[A-Z]{2,5}}/board/{team}/rules/{key}/try",
                    "POST /comments/{id}",
                    "POST /comments/{id}/settle",
                    "POST /{product:[A-Z]{2,5}}/reviews/{review}/answer",
                    "POST /api/v1/reviews/{id}/answers",
                    "POST /comments/{id}/remove",
                    "POST /comments/{id}/restore",
                    "POST /api/v1/items/{key}/comments",
                    "PATCH /api/v1/comments/{id}",
                    "DELETE /api/v1/comments/{id}",
                    "PUT /api/v1/items/{key}/watch",
                    "DELETE /api/v1/items/{key}/watch",
                    "PATCH /api/v1/notices/{id}",
                    "POST /api/v1/tokens",
                    "DELETE /api/v1/tokens/{id}",
                    "POST /api/v1/demo/clock");

    private static final String HOLIDAYS =
            "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//walk//EN\r\nBEGIN:VEVENT\r\nUID:1\r\n"
                    + "DTSTART;VALUE=DATE:20260514\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";

    /** Everything else that writes, with a request that would be right if one might. */
    private static final Map<String, String> WRITES = new TreeMap<>();

    static {
        WRITES.put("POST /products", "code=WALK&name=Walk");
        WRITES.put("POST /{product:[A-Z]{2,5}}/baselines", "name=Walk");
        WRITES.put("POST /{product:[A-Z]{2,5}}/baselines/{baseline}/remove", "");
        WRITES.put("POST /{product:[A-Z]{2,5}}/baselines/{baseline}/restore", "item=MSF26");
        WRITES.put("POST /api/v1/products/{code}/baselines", "{\"name\":\"Walk\"}");
        WRITES.put("DELETE /api/v1/baselines/{id}", "");
        WRITES.put("POST /items/add", "product=MSF&level=epic&title=Walk");
        WRITES.put("POST /items/edit", "keys=MSF29&field=title&value=Walk");
        WRITES.put("POST /items/move", "keys=MSF29&to=first");
        WRITES.put("POST /items/delete", "keys=MSF29&children=delete");
        WRITES.put("POST /items/indent", "keys=MSF29&out=true");
        WRITES.put("POST /items/merge", "keys=MSF29&stays=MSF26");
        WRITES.put("POST /items/gather", "keys=MSF29&title=Walk&level=epic");
        WRITES.put("POST /items/level", "keys=MSF29&level=feature");
        WRITES.put(
                "POST /{product:[A-Z]{2,5}}/map/place",
                "keys=MSF29&column=MSF3&slice=none&by=lantern");
        WRITES.put("POST /items/{key}/split", "title=Walk&size=3");
        WRITES.put("POST /items/{key}/promote", "at=0&line=Walk&level=story");
        WRITES.put("POST /{product:[A-Z]{2,5}}/outline/write", "text=Walk&level=goal");
        WRITES.put("POST /{product:[A-Z]{2,5}}/quick-add", "line=Walk&level=epic");
        WRITES.put("POST /{product:[A-Z]{2,5}}/rank/move", "keys=MSF29&to=first&list=level=story");
        WRITES.put("POST /{product:[A-Z]{2,5}}/rank/order", "by=score&list=level=story");
        WRITES.put(
                "POST /{product:[A-Z]{2,5}}/rank/intake",
                "team=tidewater&name=Walk&into=QUA story");
        WRITES.put("POST /{product:[A-Z]{2,5}}/rank/intake/take-up", "entries=1");
        WRITES.put("POST /{product:[A-Z]{2,5}}/rank/intake/entries/{entry}/drop", "");
        WRITES.put("POST /{product:[A-Z]{2,5}}/rank/intake/entries/{entry}/restore", "");
        WRITES.put("POST /{product:[A-Z]{2,5}}/refining", "formula=1");
        WRITES.put("PUT /api/v1/products/{code}/refining", "{\"formula\":\"1\"}");
        WRITES.put("POST /api/v1/products/{code}/order", "{\"level\":\"story\",\"by\":\"score\"}");
        WRITES.put(
                "POST /{product:[A-Z]{2,5}}/plan/sprints",
                "teams=lantern&start=2027-05-03&count=1");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/sprints/{sprint}", "goal=Walk");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/sprints/{sprint}/people", "people=lio.fenn");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/sprints/{sprint}/remove", "items=backlog");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/sprints/{sprint}/candidates", "commit=true");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/sprints/{sprint}/start", "");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/sprints/{sprint}/close", "begunTo=backlog");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/sprints/{sprint}/order", "keys=MSF29");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/into", "keys=MSF29&sprint=lantern-9");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/out", "keys=MSF29&sprint=lantern-9");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/releases", "name=Walk&date=2027-05-03");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/releases/{release}", "goal=Walk");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/releases/{release}/release", "released=true");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/releases/{release}/remove", "items=backlog");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/calendars/{team}", "focus=70&weekdays=1");
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/calendars/{team}/holidays", HOLIDAYS);
        WRITES.put("POST /{product:[A-Z]{2,5}}/plan/calendars/{team}/people/{person}", "hours=3");
        WRITES.put("POST /{product:[A-Z]{2,5}}/board/{team}/columns", "name=Walk&place=story/done");
        WRITES.put("POST /{product:[A-Z]{2,5}}/board/{team}/columns/{column}", "limit=3");
        WRITES.put("POST /{product:[A-Z]{2,5}}/board/{team}/columns/{column}/move", "by=1");
        WRITES.put("POST /{product:[A-Z]{2,5}}/board/{team}/columns/{column}/remove", "");
        WRITES.put(
                "POST /{product:[A-Z]{2,5}}/board/{team}/states", "place=story/done&column=ready");
        WRITES.put("POST /{product:[A-Z]{2,5}}/board/{team}/cards", "shown=labels");
        WRITES.put("POST /{product:[A-Z]{2,5}}/board/{team}/usual", "");
        WRITES.put(
                "POST /{product:[A-Z]{2,5}}/board/{team}/rules/hand-over",
                "state=story/done&to=person:lio.fenn");
        WRITES.put("POST /{product:[A-Z]{2,5}}/board/{team}/rules/step", "state=story/done");
        WRITES.put("POST /{product:[A-Z]{2,5}}/board/{team}/rules/{key}/switch", "on=true");
        WRITES.put("POST /{product:[A-Z]{2,5}}/board/{team}/rules/{key}/remove", "");
        WRITES.put("POST /{product:[A-Z]{2,5}}/board/{team}/accept", "keys=MSF29");
        WRITES.put(
                "PUT /api/v1/teams/{id}/board",
                "{\"columns\":[{\"name\":\"Walk\",\"states\":[{\"level\":\"story\",\"state\":\"done\"}]}]}");
        WRITES.put("PUT /api/v1/teams/{id}/rules", "{\"steps\":[]}");
        WRITES.put("POST /api/v1/items/{key}/accept", "");
        WRITES.put("POST /api/v1/teams/{id}/sprints", "{\"start\":\"2027-05-03\"}");
        WRITES.put("PATCH /api/v1/sprints/{id}", "{\"goal\":\"Walk\"}");
        WRITES.put("DELETE /api/v1/sprints/{id}", "");
        WRITES.put("POST /api/v1/sprints/{id}/items", "{\"items\":[\"MSF29\"]}");
        WRITES.put("DELETE /api/v1/sprints/{id}/items", "{\"items\":[\"MSF29\"]}");
        WRITES.put("POST /api/v1/sprints/{id}/start", "");
        WRITES.put("POST /api/v1/sprints/{id}/close", "{}");
        WRITES.put("PUT /api/v1/teams/{id}/calendar", "{\"focus\":0.5}");
        WRITES.put("POST /api/v1/teams/{id}/calendar/holidays", HOLIDAYS);
        WRITES.put(
                "POST /api/v1/products/{code}/releases",
                "{\"name\":\"Walk\",\"date\":\"2027-05-03\"}");
        WRITES.put("PATCH /api/v1/releases/{id}", "{\"goal\":\"Walk\"}");
        WRITES.put("DELETE /api/v1/releases/{id}", "");
        WRITES.put("POST /search/rebuild", "");
        WRITES.put("POST /api/v1/search/rebuild", "");
        WRITES.put("POST /items/{key}/measure", "from=1&target=2");
        WRITES.put("PUT /api/v1/items/{key}/measure", "{\"from\":1,\"target\":2}");
        WRITES.put("POST /items/{key}/health", "state=in doubt");
        WRITES.put("POST /api/v1/items/{key}/health", "{\"state\":\"in doubt\"}");
        WRITES.put("POST /{product:[A-Z]{2,5}}/fields", "name=Walk&type=TEXT");
        WRITES.put("POST /{product:[A-Z]{2,5}}/fields/{key}", "do=remove");
        WRITES.put("POST /{product:[A-Z]{2,5}}/templates", "name=Walk&kind=story/story");
        WRITES.put("POST /{product:[A-Z]{2,5}}/templates/{key}", "do=remove");
        WRITES.put("POST /api/v1/items/{key}/split", "{\"parts\":[{\"title\":\"Walk\"}]}");
        WRITES.put("POST /api/v1/items/{key}/merge", "{\"into\":\"MSF26\"}");
        WRITES.put("POST /api/v1/items/{key}/level", "{\"level\":\"feature\"}");
        WRITES.put("POST /api/v1/items/{key}/checklist/grow", "{\"level\":\"story\"}");
        WRITES.put(
                "POST /api/v1/products/{code}/gather",
                "{\"items\":[\"MSF29\"],\"title\":\"Walk\",\"level\":\"epic\"}");
        WRITES.put("POST /api/v1/products/{code}/outline", "{\"text\":\"Walk\"}");
        WRITES.put("POST /api/v1/products/{code}/fields", "{\"name\":\"Walk\"}");
        WRITES.put("DELETE /api/v1/products/{code}/fields/{key}", "");
        WRITES.put("POST /api/v1/products/{code}/templates", "{\"name\":\"Walk\"}");
        WRITES.put("DELETE /api/v1/products/{code}/templates/{key}", "");
        WRITES.put("POST /operations/{id}/undo", "");
        WRITES.put("POST /{product:[A-Z]{2,5}}/hidden/take-over", "readers=oona.marsh");
        WRITES.put("POST /audit/unreadable", "subject=team:lantern&fact=off.x");
        WRITES.put("POST /people/invite", "name=Walk&handle=walk.er&role=ADMINISTRATOR");
        WRITES.put("POST /people/invitations/{id}/take-back", "");
        WRITES.put("POST /people/{handle}/role", "role=ADMINISTRATOR");
        WRITES.put("POST /people/{handle}/role-in", "product=MSF&role=PRODUCT_OWNER");
        WRITES.put("POST /people/{handle}/sign-out", "");
        WRITES.put("POST /people/{handle}/password-link", "");
        WRITES.put("POST /people/tokens/{id}/revoke", "");
        WRITES.put("POST /people/{handle}/remove", "heir=nobody");
        WRITES.put("POST /teams", "name=Walkers");
        WRITES.put("POST /teams/{key}", "name=Walkers");
        WRITES.put("POST /teams/{key}/remove", "");
        WRITES.put("POST /teams/{key}/states", "do=save");
        WRITES.put("POST /{product:[A-Z]{2,5}}/setup", "do=save");
        WRITES.put("POST /api/v1/products", "{\"code\":\"WALK\",\"name\":\"Walk\"}");
        WRITES.put("PUT /api/v1/products/{code}/ladder", "{\"ladder\":[]}");
        WRITES.put("POST /api/v1/products/{code}/items", "{\"level\":\"epic\",\"title\":\"Walk\"}");
        WRITES.put("PATCH /api/v1/items/{key}", "{\"title\":\"Walk\"}");
        WRITES.put("DELETE /api/v1/items/{key}", "");
        WRITES.put("POST /api/v1/items/{key}/move", "{\"to\":\"first\"}");
        WRITES.put("POST /api/v1/operations/{id}/undo", "");
        WRITES.put("POST /api/v1/teams", "{\"name\":\"Walkers\"}");
        WRITES.put("PUT /api/v1/teams/{id}", "{\"name\":\"Walkers\"}");
        WRITES.put(
                "POST /api/v1/invitations",
                "{\"name\":\"Walk\",\"handle\":\"walk.er\",\"role\":\"Administrator\"}");
        WRITES.put("DELETE /api/v1/invitations/{id}", "");
    }

    private static final String LINK = "MSF45.relates-to.MSF26";

    /** What members may do on every item, and stakeholders may not. */
    private static final Map<String, String> WORK =
            Map.ofEntries(
                    entry("POST /{product:[A-Z]{2,5}}/board/{team}/add", "title=Walk&column=ready"),
                    entry(
                            "POST /{product:[A-Z]{2,5}}/map/add",
                            "title=Walk&column=MSF3&slice=none&by=lantern"),
                    entry("POST /{product:[A-Z]{2,5}}/board/{team}/hold", "keys="),
                    entry("POST /{product:[A-Z]{2,5}}/board/{team}/walk", "key="),
                    entry("POST /{product:[A-Z]{2,5}}/tests", "name=Walk"),
                    entry("POST /{product:[A-Z]{2,5}}/tests/{test}", "name=Walk"),
                    entry("POST /{product:[A-Z]{2,5}}/tests/{test}/remove", ""),
                    entry("POST /{product:[A-Z]{2,5}}/rounds", "name=Walk"),
                    entry("POST /{product:[A-Z]{2,5}}/rounds/{round}/result", "test=msf-t1"),
                    entry("POST /{product:[A-Z]{2,5}}/rounds/{round}/bug", "test=msf-t1"),
                    entry("POST /{product:[A-Z]{2,5}}/rounds/{round}/close", "closed=true"),
                    entry(
                            "POST /{product:[A-Z]{2,5}}/reviews",
                            "name=Walk&items=MSF26&readers=lio.fenn"),
                    entry("POST /{product:[A-Z]{2,5}}/reviews/{review}/close", "closed=true"),
                    entry("POST /{product:[A-Z]{2,5}}/reviews/{review}/remove", ""),
                    entry("POST /{product:[A-Z]{2,5}}/pages", "name=Walk&item=MSF26"),
                    entry("POST /{product:[A-Z]{2,5}}/pages/{document}/passages", "text=Walk"),
                    entry(
                            "POST /{product:[A-Z]{2,5}}/pages/{document}/remarks",
                            "passage=1&text=Walk"),
                    entry(
                            "POST /{product:[A-Z]{2,5}}/pages/{document}/items",
                            "passages=5&level=story"),
                    entry("POST /{product:[A-Z]{2,5}}/pages/{document}/remove", ""),
                    entry("POST /api/v1/products/{code}/tests", "{\"title\":\"Walk\"}"),
                    entry(
                            "POST /api/v1/products/{code}/reviews",
                            "{\"name\":\"Walk\",\"items\":[\"MSF1\"],\"readers\":[\"ines.rowe\"]}"),
                    entry("POST /api/v1/reviews/{id}/close", "{\"closed\":true}"),
                    entry("DELETE /api/v1/reviews/{id}", ""),
                    entry("POST /api/v1/items/{key}/pages", "{\"name\":\"Walk\"}"),
                    entry("POST /api/v1/pages/{id}/passages", "{\"text\":\"Walk\"}"),
                    entry("PUT /api/v1/pages/{id}/passages/{number}", "{\"text\":\"Walk\"}"),
                    entry("POST /api/v1/pages/{id}/remarks", "{\"passage\":1,\"text\":\"Walk\"}"),
                    entry(
                            "POST /api/v1/pages/{id}/items",
                            "{\"passages\":[1],\"level\":\"story\"}"),
                    entry("DELETE /api/v1/pages/{id}", ""),
                    entry("PATCH /api/v1/tests/{id}", "{\"title\":\"Walk\"}"),
                    entry("DELETE /api/v1/tests/{id}", ""),
                    entry("POST /api/v1/rounds", "{\"product\":\"MSF\",\"name\":\"Walk\"}"),
                    entry("PATCH /api/v1/rounds/{id}", "{\"closed\":true}"),
                    entry("POST /api/v1/rounds/{id}/results", "{\"test\":\"msf-t1\"}"),
                    entry("POST /api/v1/links/confirm", "{\"links\":[\"" + LINK + "\"]}"),
                    entry("POST /items/{key}/lists/{field}", "step=add&at=0&text=Walk"),
                    entry("POST /items/{key}/files", "name=walk.txt"),
                    entry("POST /items/{key}/pictures", "name=walk.png"),
                    entry("POST /items/{key}/files/remove", "file=0"),
                    entry(
                            "POST /{product:[A-Z]{2,5}}/plan/sprints/{sprint}/agree",
                            "item=MSF29&yes=true"),
                    entry("POST /{product:[A-Z]{2,5}}/plan/tasks", "under=MSF29&title=Walk"),
                    entry("POST /api/v1/sprints/{id}/items/{key}/agree", "{\"agreed\":true}"),
                    entry("POST /items/{key}/linked", "type=fixes&to=MSF26"),
                    entry("POST /items/{key}/linked/remove", "link=" + LINK),
                    entry("POST /items/{key}/linked/confirm", "link=" + LINK),
                    entry(
                            "POST /api/v1/items/{key}/links",
                            "{\"type\":\"fixes\",\"to\":\"MSF26\"}"),
                    entry("DELETE /api/v1/links/{id}", ""),
                    entry("POST /api/v1/links/{id}/confirm", ""),
                    entry(
                            "POST /{product:[A-Z]{2,5}}/load/{sprint}/place",
                            "task=MSF74&person=lio.fenn"),
                    entry("POST /{product:[A-Z]{2,5}}/new", "field.level=epic&field.title=Walk"),
                    entry("POST /{product:[A-Z]{2,5}}/new/fields", "name=Walk&type=text"),
                    entry("POST /{product:[A-Z]{2,5}}/plan/sprints/{sprint}/pull", "item=MSF29"),
                    entry("POST /{product:[A-Z]{2,5}}/backlog/move", "keys=MSF29"),
                    entry(
                            "POST /{product:[A-Z]{2,5}}/backlog/mix",
                            "team=lantern&by=kind&targets=bug 20"),
                    entry("POST /{product:[A-Z]{2,5}}/board/{team}/move", "keys=MSF29&column=done"),
                    entry("POST /items/{key}/report", "state=under-way"),
                    entry("POST /items/{key}/wait", "reason=Walk"),
                    entry("POST /items/{key}/hours/{number}/remove", ""),
                    entry("POST /api/v1/items/{key}/hours", "{\"hours\":1}"),
                    entry("DELETE /api/v1/items/{key}/hours/{number}", ""),
                    entry("POST /items/{key}/reading", "day=2026-05-01&value="),
                    entry("POST /api/v1/items/{key}/readings", "{\"day\":\"2026-05-01\"}"),
                    entry("POST /items/{key}/settle", "words=Walk"),
                    entry(
                            "POST /{product:[A-Z]{2,5}}/track/sprints/{sprint}/notes",
                            "about=try&text=Walk"),
                    entry(
                            "POST /{product:[A-Z]{2,5}}/track/sprints/{sprint}/notes/{number}",
                            "text=Walk"),
                    entry(
                            "POST /{product:[A-Z]{2,5}}/track/sprints/{sprint}/notes/{number}/item",
                            ""),
                    entry("POST /{product:[A-Z]{2,5}}/agenda/{key}/through", "words=Walk"),
                    entry("POST /{product:[A-Z]{2,5}}/agenda/{key}/back", "question=Walk"),
                    entry("POST /{product:[A-Z]{2,5}}/estimate/rounds", "item=MSF29"),
                    entry("POST /{product:[A-Z]{2,5}}/estimate/next", ""),
                    entry("POST /{product:[A-Z]{2,5}}/estimate/rounds/{id}/pick", "label=5"),
                    entry("POST /{product:[A-Z]{2,5}}/estimate/rounds/{id}/show", ""),
                    entry("POST /{product:[A-Z]{2,5}}/estimate/rounds/{id}/again", ""),
                    entry("POST /{product:[A-Z]{2,5}}/estimate/rounds/{id}/agree", "size=5"),
                    entry("POST /{product:[A-Z]{2,5}}/estimate/rounds/{id}/end", ""),
                    entry("POST /api/v1/items/{key}/decisions", "{\"words\":\"Walk\"}"),
                    entry("POST /api/v1/items/{key}/attachments", "name=walk.txt"),
                    entry("DELETE /api/v1/items/{key}/attachments/{id}", ""));

    /** Pages that only administrators or product owners see. */
    private static final Set<String> GUARDED =
            Set.of(
                    "GET /people",
                    "GET /audit",
                    "GET /people/{handle}/remove",
                    "GET /teams",
                    "GET /teams/{key}/states",
                    "GET /{product:[A-Z]{2,5}}/setup",
                    "GET /{product:[A-Z]{2,5}}/fields",
                    "GET /{product:[A-Z]{2,5}}/templates",
                    "GET /{product:[A-Z]{2,5}}/refining",
                    "GET /api/v1/invitations");

    @Autowired private MockMvcTester mvc;
    @Autowired private RequestMappingHandlerMapping requestMappingHandlerMapping;
    @Autowired private SnapshotKeeper keeper;
    @Autowired private People people;
    @Autowired private Tokens tokens;

    private String operation;
    private String round;

    @BeforeClass
    public void prepare() {
        api().post("/items/MSF45/links", "{'type':'relates to','to':'MSF26'}");
        tokens.add("walk-stakeholder", "saga.lind", "Test");
        tokens.add("walk-member", "rhea.moss", "Test");
        operation =
                api().patch("/items/MSF45", "{'title':'Taken back by nobody'}")
                        .header("Operation-Id");
        var started =
                mvc.post()
                        .uri("/MSF/estimate/rounds")
                        .param("item", "MSF29")
                        .with(csrf())
                        .with(user(people.findByHandle("ines.rowe").orElseThrow()))
                        .exchange();
        round =
                String.valueOf(started.getResponse().getHeader("HX-Trigger"))
                        .replaceAll("(?s).*round=(\\d+).*", "$1");
    }

    private List<String> routes() {
        var routes = new ArrayList<String>();
        requestMappingHandlerMapping
                .getHandlerMethods()
                .keySet()
                .forEach(info -> {
                    var methods = info.getMethodsCondition().getMethods();
                    info.getPatternValues()
                            .forEach(pattern -> {
                                if (methods.isEmpty()) {
                                    routes.add("* " + pattern);
                                }
                                methods.forEach(method -> routes.add(method + " " + pattern));
                            });
                });
        return routes.stream().distinct().sorted().toList();
    }

    private String path(String route) {
        return route.substring(route.indexOf(' ') + 1)
                .replace("{product:[A-Z]{2,5}}", "MSF")
                .replace("{code}", "MSF")
                .replace("{test}", "msf-t1")
                .replace("{round}", "msf-r2")
                .replace("{review}", "msf-v1")
                .replace("{document}", "msf-d1")
                .replace("{baseline}", "msf-b1")
                .replace("/tests/{id}", "/tests/msf-t1")
                .replace("/baselines/{id}", "/baselines/msf-b1")
                .replace("/api/v1/rounds/{id}", "/api/v1/rounds/msf-r2")
                .replace("{id:[0-9a-f]{64}}", "0".repeat(64))
                .replace("{level}", "story")
                .replace("/lists/{field}", "/lists/checklist")
                .replace("{name}", "x")
                .replace("/sprints/{id}", "/sprints/lantern-8")
                .replace("/links/{id}", "/links/" + LINK)
                .replace("/releases/{id}", "/releases/msf-spring-timetable")
                .replace("{sprint}", "lantern-8")
                .replace("{release}", "msf-spring-timetable")
                .replace("{team}", "lantern")
                .replace("{column}", "ready")
                .replace("{number}", "1")
                .replace("{person}", "lio.fenn")
                .replace("/teams/{id}", "/teams/lantern")
                .replace("/teams/{key}", "/teams/lantern")
                .replace("/operations/{id}", "/operations/" + operation)
                .replace("{key}", "MSF29")
                .replace("{field}", "title")
                .replace("{handle}", "lio.fenn")
                .replace("/rounds/{id}", "/rounds/" + round)
                .replace("/reviews/{id}", "/reviews/msf-v1")
                .replace("/pages/{id}", "/pages/msf-d1")
                .replace("{id}", "1")
                .replace("{tile}", "1")
                .replace("{list}", "1")
                .replace("{entry}", "1")
                .replace("{secret}", "nothing")
                .replaceAll("/\\*\\*$", "/x");
    }

    private MvcTestResult ask(String route, String handle, String token) {
        var method = HttpMethod.valueOf(route.startsWith("*") ? "GET" : route.split(" ")[0]);
        var body = WRITES.getOrDefault(route, WORK.getOrDefault(route, ""));
        var request = mvc.method(method).uri(path(route)).with(csrf());
        boolean forPrograms = route.contains("/api/v1");
        if (forPrograms && token != null) {
            request = request.header("Authorization", "Bearer " + token);
        } else if (handle != null) {
            request = request.with(user(people.findByHandle(handle).orElseThrow()));
        }
        if (body.startsWith("BEGIN")) {
            request = request.contentType("text/calendar").content(body);
        } else if (body.startsWith("{")) {
            request = request.contentType(MediaType.APPLICATION_JSON).content(body);
        } else if (!body.isEmpty()) {
            for (var pair : body.split("&")) {
                request = request.param(pair.split("=", 2)[0], pair.split("=", 2)[1]);
            }
        }
        return request.exchange();
    }

    /** All that a walker might have changed. */
    private Map<String, Object> picture() {
        var snapshot = keeper.whole();
        var items = new TreeMap<String, String>();
        snapshot.order()
                .slots()
                .forEach(slot -> {
                    var item = snapshot.requireNode(slot.key()).item();
                    items.put(slot.key().toString(), Field.TITLE.textOf(item) + item.version());
                });
        var picture = new LinkedHashMap<String, Object>();
        picture.put("items", items);
        picture.put("products", snapshot.products().toString());
        picture.put("sprints", snapshot.workspace().sprintsByKey().toString());
        picture.put("releases", snapshot.workspace().releasesByKey().toString());
        picture.put("teams", snapshot.workspace().teamsByKey().toString());
        picture.put(
                "people",
                new TreeSet<>(people.allSignedIn().stream().map(SignedIn::toString).toList()));
        picture.put(
                "roles",
                people.allSignedIn().stream().map(one -> one.handle() + one.role()).toList());
        return picture;
    }

    @Test
    public void everyRouteThatWritesShouldBeNamed() {
        var unnamed =
                routes().stream()
                        .filter(route -> !route.startsWith("GET") && !route.startsWith("*"))
                        .filter(route ->
                                !WRITES.containsKey(route)
                                        && !WORK.containsKey(route)
                                        && !OWN.contains(route)
                                        && !OPEN.contains(route))
                        .toList();
        assertThat(unnamed).isEmpty();
    }

    @Test
    public void nobodyShouldFindNothing() {
        var before = picture();
        for (var route : routes()) {
            if (OPEN.contains(route) || route.startsWith("*")) {
                continue;
            }
            var answer = ask(route, null, null).getResponse();
            if (route.contains("/api/v1")) {
                assertThat(answer.getStatus()).as(route).isEqualTo(401);
            } else {
                assertThat(answer.getStatus()).as(route).isEqualTo(302);
                assertThat(answer.getHeader("Location")).as(route).startsWith("/sign-in");
            }
        }
        assertThat(picture()).isEqualTo(before);
    }

    @Test
    public void stakeholderShouldReadAndChangeNothing() {
        walk("saga.lind", "walk-stakeholder");
    }

    @Test
    public void memberShouldChangeNothingOfWhatIsNotTheirs() {
        walk("rhea.moss", "walk-member");
    }

    private void walk(String handle, String token) {
        var before = picture();
        for (var route : routes()) {
            boolean stakeholder = handle.equals("saga.lind");
            if (WRITES.containsKey(route)
                    || GUARDED.contains(route)
                    || stakeholder && WORK.containsKey(route)) {
                assertThat(ask(route, handle, token).getResponse().getStatus())
                        .as(route + " as " + handle)
                        .isEqualTo(403);
            }
        }
        assertThat(picture()).isEqualTo(before);
    }
}
