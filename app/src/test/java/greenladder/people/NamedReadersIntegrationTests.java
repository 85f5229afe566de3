package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.ApiClient;
import greenladder.RunningDemo;
import java.io.UnsupportedEncodingException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Some work is for named readers only. Every route that answers is asked by somebody else, who
 * finds no title, no key and no figure of it.
 */
public class NamedReadersIntegrationTests extends RunningDemo {
    private static final String WORD = "xyzzy";

    /** Tokens against forged forms, in which any key may happen to stand. */
    private static final Pattern SECRETS = Pattern.compile("[\\w-]{80,}");

    private static final List<String> OTHERS =
            List.of("lio.fenn", "saga.lind", "kit.arden", "edda.quill");

    /** Calls that answer with figures; P is the product, T its team, S a sprint, R a release. */
    private static final List<String> FIGURES =
            List.of(
                    "/products/P/rollup",
                    "/items/P1/rollup",
                    "/items/P1/impact",
                    "/sprints/S/report",
                    "/sprints/S/load",
                    "/teams/T/velocity",
                    "/products/P/flow",
                    "/products/P/spending",
                    "/products/P/coverage",
                    "/products/P/gaps?limit=500",
                    "/products/P/rework",
                    "/products/P/items?limit=500",
                    "/releases/R/report");

    @Autowired private MockMvcTester mvc;
    @Autowired private RequestMappingHandlerMapping requestMappingHandlerMapping;
    @Autowired private People people;
    @Autowired private Tokens tokens;

    private ApiClient outsider;
    private String code;
    private String team;
    private String sprint;
    private String release;
    private final Map<String, String> before = new LinkedHashMap<>();
    private final List<String> secret = new ArrayList<>();

    @BeforeClass
    public void hide() {
        tokens.add("named-readers-other", "lio.fenn", "Test");
        tokens.add("named-readers-admin", "edda.quill", "Test");
        for (var who : OTHERS) {
            tokens.add("named-readers-" + who, who, "Test");
        }
        outsider = new ApiClient(api().base(), "named-readers-other");
        code = api().newProduct();
        team =
                text(
                        new ApiClient(api().base(), "named-readers-admin")
                                .post(
                                        "/teams",
                                        "{'name':'Team %1$s','members':['lio.fenn','oona.marsh'],'products':['%1$s']}"
                                                .formatted(code)),
                        "id");
        sprint =
                api().post(
                                "/teams/" + team + "/sprints",
                                "{'start':'2026-05-04','days':14,'count':1}")
                        .body()
                        .at("/items/0/id")
                        .asString();
        release =
                text(
                        api().post(
                                        "/products/" + code + "/releases",
                                        "{'name':'First','date':'2026-08-01'}"),
                        "id");
        add("{'level':'goal','title':'Open'}");
        add(
                "{'level':'story','title':'Open"
                        + " too','parent':'P1','size':3,'team':'T','sprint':'S','release':'R'}");
        api().post("/sprints/" + sprint + "/start", "{}");
        FIGURES.forEach(path -> before.put(path, figure(path)));
        secret.add(
                add(
                        "{'level':'initiative','title':'Xyzzy"
                                + " charter','parent':'P1','readers':['ines.rowe','oona.marsh']}"));
        for (var level : List.of("epic", "feature", "story", "task")) {
            var more =
                    switch (level) {
                        case "story" ->
                                ",'size':8,'team':'T','sprint':'S','labels':['xyzzy'],'release':'R','assignee':'oona.marsh'";
                        case "task" -> ",'hours':{'estimate':5},'assignee':'oona.marsh'";
                        default -> "";
                    };
            secret.add(
                    add(
                            "{'level':'%s','title':'Xyzzy %s','parent':'%s'%s}"
                                    .formatted(level, level, secret.getLast(), more)));
        }
        var story = secret.get(3);
        api().patch("/items/" + story, "{'state':'under-way'}");
        api().post("/items/" + story + "/comments", "{'text':'xyzzy, @lio.fenn'}");
        api().post(
                        "/items/" + story + "/links",
                        "{'type':'relates to','to':'%s2'}".formatted(code));
        api().post(
                        "/products/" + code + "/tests",
                        "{'title':'Xyzzy test','covers':['%s']}".formatted(story));
        api().post(
                        "/products/" + code + "/baselines",
                        "{'name':'Xyzzy scope','under':'%s'}".formatted(secret.getFirst()));
    }

    private String named(String text) {
        return text.replaceAll("\\bP(\\d*)\\b", code + "$1")
                .replaceAll("\\bT\\b", team)
                .replaceAll("\\bS\\b", sprint)
                .replaceAll("\\bR\\b", release);
    }

    private String figure(String path) {
        return outsider.get(named(path)).body().toString();
    }

    private String add(String item) {
        return text(api().post("/products/" + code + "/items", named(item)), "key");
    }

    private static String text(ApiClient.Answer answer, String name) {
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(201);
        return answer.body().path(name).asString();
    }

    private List<String> paths() {
        var paths = new ArrayList<String>();
        requestMappingHandlerMapping
                .getHandlerMethods()
                .keySet()
                .forEach(info ->
                        info.getPatternValues()
                                .forEach(pattern -> {
                                    boolean isRead =
                                            info.getMethodsCondition()
                                                    .getMethods()
                                                    .toString()
                                                    .contains("GET");
                                    if (isRead
                                            && !pattern.contains("stream")
                                            && !pattern.contains("live")) {
                                        paths.add(pattern);
                                    }
                                }));
        return paths.stream().distinct().sorted().toList();
    }

    private String path(String pattern, String key) {
        return pattern.replace("{product:[A-Z]{2,5}}", code)
                .replace("{code}", code)
                .replace("{level}", "story")
                .replace("/sprints/{id}", "/sprints/" + sprint)
                .replace("/releases/{id}", "/releases/" + release)
                .replace("{sprint}", sprint)
                .replace("{release}", release)
                .replace("{team}", team)
                .replace("/teams/{id}", "/teams/" + team)
                .replace("/teams/{key}", "/teams/" + team)
                .replace("{key}", key)
                .replaceAll("\\{id[^}]*\\}+", "1")
                .replaceAll("\\{[^}]*\\}", "1");
    }

    /** A member of its team, a stakeholder, a team lead and an administrator. */
    @DataProvider
    public Object[][] others() {
        return OTHERS.stream().map(who -> new Object[] {who}).toArray(Object[][]::new);
    }

    @Test(dataProvider = "others")
    public void noPageCallOrFileShouldTellOfItToAnybodyElse(String who) {
        requireNothingTold(who);
    }

    private void requireNothingTold(String who) {
        var asked = new ArrayList<String>();
        for (var pattern : paths()) {
            asked.add(path(pattern, code + "2"));
            asked.add(path(pattern, secret.get(3)));
        }
        for (var key : secret) {
            for (var view :
                    List.of(
                            "ladder?at=",
                            "threads?item=",
                            "impact?item=",
                            "ladder?panel=1&at=",
                            "outline?at=",
                            "burnup?of=")) {
                asked.add("/" + code + "/" + view + key);
            }
        }
        asked.add("/" + code + "/report?id=" + sprint);
        asked.add("/" + code + "/report?id=" + sprint + "&day=2026-05-06");
        asked.add("/" + code + "/outline?text=xyzzy");
        asked.add("/" + code + "/ladder?label=xyzzy");
        asked.add("/find?q=xyzzy");
        asked.add("/search?q=xyzzy");
        asked.add("/" + code + "/flow?day=2026-05-06");
        asked.add("/" + code + "/progress?of=initiative");
        asked.add("/" + code + "/tables?by=label");
        for (var what : List.of("finished", "open", "mended", "all")) {
            asked.add("/" + code + "/tables?by=kind,label&pick=story&what=" + what);
        }
        asked.add("/" + code + "/tables?what=open&by=kind&day=2026-05-05");
        asked.add("/" + code + "/flow?week=2026-05-04");
        asked.add("/" + code + "/flow?picked=" + sprint);
        asked.add("/" + code + "/burnup?day=2026-05-06");
        for (var show : List.of("committed", "added", "completed", "left")) {
            asked.add("/" + code + "/report?id=" + sprint + "&show=" + show);
        }
        asked.add(
                "/"
                        + code
                        + "/coverage?rows=initiative&columns=state&column=to-do&row="
                        + code
                        + "1");
        asked.add(
                "/" + code + "/coverage?rows=initiative&columns=release&column=&row=" + code + "1");
        asked.add("/api/v1/products/" + code + "/items?limit=500&text=xyzzy");
        asked.add("/api/v1/products/" + code + "/items?limit=500");
        asked.add("/api/v1/history?limit=500");
        asked.add("/api/v1/search?q=xyzzy");
        asked.add("/api/v1/products/" + code + "/outline");
        for (var url : asked) {
            var body =
                    SECRETS.matcher(body(who, url, "") + body(who, url, "text/csv"))
                            .replaceAll("")
                            .toLowerCase(Locale.ROOT);
            assertThat(body).as(url).doesNotContain(WORD + " ").doesNotContain(WORD + ",");
            for (var key : secret) {
                // Who asks by a key may be told that there is nothing of that key.
                if (!url.contains(key)) {
                    assertThat(body)
                            .as(url)
                            .doesNotContainPattern(key.toLowerCase(Locale.ROOT) + "\\b");
                }
            }
        }
    }

    /**
     * @param accept empty for whatever it is; only calls give files as well
     */
    private String body(String who, String url, String accept) {
        var request = mvc.get().uri(url).with(csrf());
        boolean isCall = url.startsWith("/api/");
        if (!accept.isEmpty()) {
            if (!isCall) {
                return "";
            }
            request = request.header("Accept", accept);
        }
        request =
                isCall
                        ? request.header("Authorization", "Bearer named-readers-" + who)
                        : request.with(user(people.findByHandle(who).orElseThrow()));
        try {
            return request.exchange().getResponse().getContentAsString();
        } catch (UnsupportedEncodingException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    public void figuresOfAnybodyElseShouldBeAsIfItWereNotThere() {
        FIGURES.forEach(path -> assertThat(figure(path)).as(path).isEqualTo(before.get(path)));
        assertThat(api().get(named("/items/P1/rollup")).body().toString())
                .isNotEqualTo(before.get("/items/P1/rollup"));
    }

    @Test
    public void nobodyElseShouldChangeItNorPutAnythingThere() {
        var story = secret.get(3);
        assertThat(outsider.patch("/items/" + story, "{'title':'Mine'}").status()).isEqualTo(404);
        assertThat(outsider.get("/items/" + story + "/history").status()).isEqualTo(404);
        var open = "/items/" + code + "2";
        assertThat(
                        outsider.post(open + "/move", "{'parent':'%s'}".formatted(secret.get(2)))
                                .status())
                .isGreaterThanOrEqualTo(400);
        assertThat(
                        outsider.post(
                                        open + "/links",
                                        "{'type':'fixes','to':'%s'}".formatted(story))
                                .status())
                .isGreaterThanOrEqualTo(400);
    }

    @Test
    public void whoNamesReadersShouldBeAmongThem() {
        var refused = api().patch("/items/" + secret.getFirst(), "{'readers':['oona.marsh']}");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body().toString()).contains("Include yourself");
    }

    @Test(
            dependsOnMethods = {
                "noPageCallOrFileShouldTellOfItToAnybodyElse",
                "figuresOfAnybodyElseShouldBeAsIfItWereNotThere",
                "nobodyElseShouldChangeItNorPutAnythingThere",
                "whoNamesReadersShouldBeAmongThem"
            })
    public void itShouldStayHiddenOnceItIsDeleted() {
        // What is kept of a sprint, its ledger and its closing picture, outlasts the items.
        assertThat(
                        api().post("/sprints/" + sprint + "/close", "{'unfinishedTo':'backlog'}")
                                .status())
                .isEqualTo(200);
        FIGURES.forEach(path -> before.put(path, figure(path)));
        var gone = api().delete("/items/" + secret.getFirst() + "?children=delete");
        assertThat(gone.status()).isEqualTo(204);
        requireNothingTold("lio.fenn");
        assertThat(
                        outsider.get("/history?limit=500&product=" + code)
                                .body()
                                .toString()
                                .toLowerCase(Locale.ROOT))
                .doesNotContain(WORD + " ");
        FIGURES.forEach(path -> assertThat(figure(path)).as(path).isEqualTo(before.get(path)));
        // Those who could read it can still read what became of it, and bring it back.
        assertThat(api().get("/history?limit=500&product=" + code).body().toString())
                .contains("Xyzzy story");
        api().post("/operations/%s/undo".formatted(gone.header("Operation-Id")), "");
        assertThat(api().get("/items/" + secret.get(3)).status()).isEqualTo(200);
        requireNothingTold("lio.fenn");
    }
}
