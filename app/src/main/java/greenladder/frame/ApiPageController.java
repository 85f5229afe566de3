package greenladder.frame;

import greenladder.people.SignedIn;
import jakarta.servlet.http.HttpServletRequest;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.springdoc.webmvc.api.OpenApiWebMvcResource;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The interface for programs, to read: made from its own description, so that both say the same.
 */
@Controller
class ApiPageController {
    private static final JsonMapper JSON = new JsonMapper();

    private final OpenApiWebMvcResource description;
    private final Frames frames;

    record Group(String name, List<Call> calls) {}

    /**
     * @param fields of the body that it takes, where the description names them
     * @param answer fields of what it answers
     */
    record Call(
            String method,
            String path,
            String summary,
            String details,
            List<String> parameters,
            List<String> fields,
            List<String> answer) {}

    ApiPageController(OpenApiWebMvcResource description, Frames frames) {
        this.description = description;
        this.frames = frames;
    }

    @GetMapping("/help/api")
    String page(@AuthenticationPrincipal SignedIn me, HttpServletRequest request, Model model)
            throws Exception {
        var api = JSON.readTree(description.openapiJson(request, "/v3/api-docs", Locale.ENGLISH));
        model.addAttribute("groups", groups(api));
        model.addAttribute("frame", frames.of(me, null, "Interface for programs"));
        return "frame/api";
    }

    private static List<Group> groups(JsonNode api) {
        var byTag = new TreeMap<String, List<Call>>();
        for (var path : api.path("paths").properties()) {
            for (var call : path.getValue().properties()) {
                byTag.computeIfAbsent(
                                call.getValue().path("tags").path(0).asString(""),
                                any -> new ArrayList<>())
                        .add(call(api, path.getKey(), call));
            }
        }
        return byTag.entrySet().stream()
                .map(entry -> new Group(entry.getKey(), entry.getValue()))
                .toList();
    }

    private static Call call(JsonNode api, String path, Map.Entry<String, JsonNode> call) {
        var node = call.getValue();
        var parameters = new ArrayList<String>();
        for (var parameter : node.path("parameters")) {
            if (!parameter.path("in").asString("").equals("path")) {
                parameters.add(parameter.path("name").asString(""));
            }
        }
        return new Call(
                call.getKey().toUpperCase(Locale.ROOT),
                path.replaceFirst("^/api/v1", ""),
                node.path("summary").asString(""),
                node.path("description").asString(""),
                parameters,
                fields(api, firstSchema(node.path("requestBody").path("content"))),
                fields(api, firstSchema(firstOf(node.path("responses")).path("content"))));
    }

    private static JsonNode firstSchema(JsonNode content) {
        return firstOf(content).path("schema");
    }

    private static JsonNode firstOf(JsonNode object) {
        return object.properties().stream()
                .findFirst()
                .map(Map.Entry::getValue)
                .orElse(tools.jackson.databind.node.MissingNode.getInstance());
    }

    private static List<String> fields(JsonNode api, JsonNode schema) {
        var name = schema.path("$ref").asString("").replaceFirst(".*/", "");
        var resolved = name.isEmpty() ? schema : api.path("components").path("schemas").path(name);
        var fields = new ArrayList<String>();
        resolved.path("properties").propertyNames().forEach(fields::add);
        return fields;
    }
}
