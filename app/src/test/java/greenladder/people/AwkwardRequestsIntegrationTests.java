package greenladder.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import greenladder.RunningDemo;
import greenladder.core.AwkwardTexts;
import greenladder.core.level.StandardLevels;
import greenladder.list.ListState;
import greenladder.setup.ProductSetup;
import java.lang.management.ManagementFactory;
import java.lang.reflect.RecordComponent;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.core.DefaultParameterNameDiscoverer;
import org.springframework.core.MethodParameter;
import org.springframework.core.NestedExceptionUtils;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.test.web.servlet.assertj.MockMvcTester;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;
import tools.jackson.databind.json.JsonMapper;

/**
 * Throws 100,000 characters of each awkward kind at every parameter and every property of a body
 * that any route reads. Each is answered within its budget of processor time and never by a failure
 * of ours. What routes there are and what they read is asked of the application itself. To keep the
 * suite short a parameter gets some of the kinds by turns; {@code -Dawkward.turns=1} throws them
 * all.
 */
public class AwkwardRequestsIntegrationTests extends RunningDemo {
    private static final long BUDGET_NANOS = Duration.ofMillis(3_000).toNanos();

    /** Prime to the number of kinds where it is not all of them, so that the turns go round. */
    private static final int TURNS = Integer.getInteger("awkward.turns", 7);

    private static final int LONGEST_ADDRESS = 7_000;

    /** So that a request gets past what stands before the parameter in question. */
    private static final Map<String, String> RIGHT =
            Map.of("keys", "AWK1", "field", "title", "product", "AWK", "level", "story");

    /** They stay open, or are not ours. */
    private static final Set<String> LEFT_OUT = Set.of("/live", "/error", "/v3/api-docs");

    private static final DefaultParameterNameDiscoverer NAMES =
            new DefaultParameterNameDiscoverer();

    @Autowired private MockMvcTester mvc;
    @Autowired private RequestMappingHandlerMapping requestMappingHandlerMapping;
    @Autowired private People people;
    @Autowired private ProductSetup products;

    private int turn;
    private SignedIn edda;
    private final JsonMapper json = new JsonMapper();
    private final List<String> failures = new ArrayList<>();

    @BeforeClass
    public void addProduct() {
        edda = people.findByHandle("edda.quill").orElseThrow();
        products.start(edda, "AWK", "Awkward", StandardLevels.six(), false);
        api().post("/products/AWK/items", "{'level':'story','title':'Thrown at'}");
    }

    @Test
    public void everyParameterWhenTextIsAwkwardShouldBeAnsweredInTime() {
        requestMappingHandlerMapping.getHandlerMethods().forEach(this::throwAt);
        assertThat(failures).isEmpty();
    }

    private void throwAt(RequestMappingInfo info, HandlerMethod handler) {
        for (var pattern : info.getPatternValues()) {
            if (LEFT_OUT.stream().anyMatch(pattern::startsWith)) {
                continue;
            }
            var methods = info.getMethodsCondition().getMethods();
            var method = methods.isEmpty() ? "GET" : methods.iterator().next().name();
            for (var parameter : handler.getMethodParameters()) {
                namesIn(parameter)
                        .forEach(name ->
                                throwAt(
                                        method,
                                        path(pattern),
                                        name,
                                        parameter.hasParameterAnnotation(RequestBody.class)));
            }
        }
    }

    private static String path(String pattern) {
        return pattern.replace("{product:[A-Z]{2,5}}", "AWK")
                .replace("{code}", "AWK")
                .replace("{key}", "AWK1")
                .replace("{handle}", "nobody.here")
                .replace("{field}", "checklist")
                .replaceAll("\\{[a-z]+(:[^/]*)?\\}", "1")
                .replaceAll("/\\*\\*$", "/x");
    }

    /** What the parameter of a handler reads of a request, by name. */
    private Set<String> namesIn(MethodParameter parameter) {
        parameter.initParameterNameDiscovery(NAMES);
        var names = new LinkedHashSet<String>();
        var type = parameter.getParameterType();
        var asked = parameter.getParameterAnnotation(RequestParam.class);
        if (MultiValueMap.class.isAssignableFrom(type)) {
            // Picks have one reader, whichever the list.
            if (parameter.getContainingClass().getPackageName().endsWith(".api")) {
                names.addAll(ListState.names());
            }
            names.addAll(List.of("text", "size", "sort", "group", "mark", "columns"));
        } else if (asked != null) {
            names.add(
                    asked.name().isEmpty()
                            ? String.valueOf(parameter.getParameterName())
                            : asked.name());
        } else if (type.isRecord()
                && type != SignedIn.class
                && type.getPackageName().startsWith("greenladder")) {
            Stream.of(type.getRecordComponents()).map(RecordComponent::getName).forEach(names::add);
        }
        return names;
    }

    private void throwAt(String method, String path, String name, boolean inBody) {
        AwkwardTexts.kinds()
                .forEach((kind, whole) -> {
                    if (turn++ % TURNS != 0) {
                        return;
                    }
                    // A server takes no more than this in an address.
                    var text = method.equals("GET") ? whole.substring(0, LONGEST_ADDRESS) : whole;
                    var request = request(method, path, name, text, inBody);
                    var what = method + " " + path + " " + name + ": " + kind;
                    long before = processorTime();
                    var answer = answerTo(request);
                    long spent = processorTime() - before;
                    if (answer.startsWith("5")) {
                        failures.add(what + " answered " + answer);
                    }
                    if (spent > BUDGET_NANOS) {
                        failures.add(what + " took " + Duration.ofNanos(spent).toMillis() + " ms");
                    }
                });
    }

    private MockMvcTester.MockMvcRequestBuilder request(
            String method, String path, String name, String text, boolean inBody) {
        var request =
                mvc.method(HttpMethod.valueOf(method)).uri(path).with(csrf()).with(user(edda));
        if (inBody) {
            return request.contentType(MediaType.APPLICATION_JSON)
                    .content(json.writeValueAsString(Map.of(name, text)));
        }
        request = request.param(name, text);
        for (var right : RIGHT.entrySet()) {
            if (!right.getKey().equals(name)) {
                request = request.param(right.getKey(), right.getValue());
            }
        }
        return request;
    }

    /** What it was answered, or what went wrong. */
    private static String answerTo(MockMvcTester.MockMvcRequestBuilder request) {
        var answer = request.exchange();
        var wrong = answer.getUnresolvedException();
        return wrong == null
                ? String.valueOf(answer.getResponse().getStatus())
                : "5: " + NestedExceptionUtils.getMostSpecificCause(wrong);
    }

    private static long processorTime() {
        return ManagementFactory.getThreadMXBean().getCurrentThreadCpuTime();
    }
}
