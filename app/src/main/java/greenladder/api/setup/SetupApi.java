package greenladder.api.setup;

import greenladder.api.Page;
import greenladder.api.setup.ProductsApi.FieldJson;
import greenladder.api.setup.ProductsApi.TemplateJson;
import greenladder.core.item.CustomField;
import greenladder.core.product.Template;
import greenladder.people.SignedIn;
import greenladder.setup.ProductSetup;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The fields and templates that a product has of its own. */
@RestController
@RequestMapping("/api/v1/products/{code}")
@Tag(name = "Products")
class SetupApi {
    private final SnapshotKeeper keeper;
    private final ProductSetup setup;

    record FieldBody(
            @Nullable String name, @Nullable String type, @Nullable List<String> choices) {}

    /**
     * @param key of the template that is changed; absent for a new one
     */
    record TemplateBody(
            @Nullable String key,
            @Nullable String name,
            @Nullable String level,
            @Nullable String kind,
            @Nullable String defaultFor,
            @Nullable String titlePrefix,
            @Nullable Map<String, String> fields,
            @Nullable List<String> children) {}

    SetupApi(SnapshotKeeper keeper, ProductSetup setup) {
        this.keeper = keeper;
        this.setup = setup;
    }

    @GetMapping("/fields")
    @Operation(summary = "A product's own fields")
    Page<FieldJson> fields(@PathVariable String code, @AuthenticationPrincipal SignedIn me) {
        return new Page<>(
                Lookups.product(keeper.seenBy(me), code).fields().stream()
                        .map(SetupApi::json)
                        .toList(),
                null);
    }

    @PostMapping("/fields")
    @ResponseStatus(HttpStatus.CREATED)
    @Operation(summary = "Add a field: name, type, choices")
    FieldJson addField(
            @PathVariable String code,
            @RequestBody FieldBody body,
            @AuthenticationPrincipal SignedIn me) {
        return json(
                setup.addField(
                                me,
                                code,
                                orEmpty(body.name()).strip(),
                                orEmpty(body.type()),
                                Objects.requireNonNullElse(body.choices(), List.of()))
                        .part());
    }

    @DeleteMapping("/fields/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(summary = "Take a field away; what items have in it is kept out of sight")
    void removeField(
            @PathVariable String code,
            @PathVariable String key,
            @AuthenticationPrincipal SignedIn me) {
        setup.removeField(me, code, key);
    }

    @GetMapping("/templates")
    @Operation(summary = "A product's templates")
    Page<TemplateJson> templates(@PathVariable String code, @AuthenticationPrincipal SignedIn me) {
        return new Page<>(
                Lookups.product(keeper.seenBy(me), code).templates().stream()
                        .map(SetupApi::json)
                        .toList(),
                null);
    }

    @PostMapping("/templates")
    @ResponseStatus(HttpStatus.CREATED)
    @Operation(
            summary = "Keep a template",
            description =
                    "With a key it takes the place of that one. defaultFor is * for the whole"
                            + " product, a team's id, or null.")
    TemplateJson keepTemplate(
            @PathVariable String code,
            @RequestBody TemplateBody body,
            @AuthenticationPrincipal SignedIn me) {
        return json(
                setup.keepTemplate(
                                me,
                                code,
                                new Template(
                                        orEmpty(body.key()),
                                        orEmpty(body.name()).strip(),
                                        orEmpty(body.level()),
                                        orEmpty(body.kind()),
                                        body.defaultFor(),
                                        orEmpty(body.titlePrefix()),
                                        Objects.requireNonNullElse(body.fields(), Map.of()),
                                        Objects.requireNonNullElse(body.children(), List.of())))
                        .part());
    }

    @DeleteMapping("/templates/{key}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Operation(summary = "Take a template away")
    void removeTemplate(
            @PathVariable String code,
            @PathVariable String key,
            @AuthenticationPrincipal SignedIn me) {
        setup.removeTemplate(me, code, key);
    }

    static FieldJson json(CustomField field) {
        return new FieldJson(field.key(), field.name(), field.type().word(), field.choices());
    }

    static TemplateJson json(Template template) {
        return new TemplateJson(
                template.key(),
                template.name(),
                template.level(),
                template.kind(),
                template.defaultFor(),
                template.titlePrefix(),
                template.fields(),
                template.children());
    }

    private static String orEmpty(@Nullable String text) {
        return Objects.requireNonNullElse(text, "");
    }
}
