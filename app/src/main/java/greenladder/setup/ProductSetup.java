package greenladder.setup;

import greenladder.core.change.Decision.Refused;
import greenladder.core.change.Decisions;
import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.edit.CreateItems;
import greenladder.core.edit.Target;
import greenladder.core.edit.TemplateUse;
import greenladder.core.item.CustomField;
import greenladder.core.level.Levels;
import greenladder.core.people.Permission;
import greenladder.core.product.Product;
import greenladder.core.product.Refining;
import greenladder.core.product.Template;
import greenladder.core.setup.SetUpProduct;
import greenladder.core.setup.StartProduct;
import greenladder.people.SignedIn;
import greenladder.store.CommandGateway;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The fields and the templates of products, as product owners set them up. */
@Component
public class ProductSetup {
    private static final int MOST_FIELDS = 40;
    private static final int MOST_CHOICES = 60;
    private static final int MOST_TEMPLATES = 60;
    private static final int LONGEST_NAME = 60;
    private static final int LONGEST_KEY = 40;
    private static final int LONGEST_PREFIX = 100;
    private static final int MOST_CHILDREN = 40;

    private final CommandGateway gateway;
    private final SnapshotKeeper keeper;
    private final Clock clock;

    ProductSetup(CommandGateway gateway, SnapshotKeeper keeper, Clock clock) {
        this.gateway = gateway;
        this.keeper = keeper;
        this.clock = clock;
    }

    /**
     * Starts a product; refused whole with what is wrong with its code or name.
     *
     * @param withTeam whether whoever starts it works for it, in a team of its own
     */
    public Product start(SignedIn me, String code, String name, Levels levels, boolean withTeam) {
        if (!me.may(Permission.START_PRODUCTS)) {
            throw new Failure.Forbidden(
                    "Products are started by product owners and administrators.");
        }
        return gateway.submit(
                        me,
                        new StartProduct(code, name.strip(), levels, withTeam ? me.handle() : null))
                .accepted()
                .after()
                .requireProduct(code);
    }

    /** Keeps how a product refines its backlog. */
    public long keepRefining(SignedIn me, String code, Refining refining) {
        return keep(me, code, was -> was.withRefining(refining));
    }

    /** Keeps all fields and templates of a product, for samples. */
    public void keepParts(
            SignedIn me, String code, List<CustomField> fields, List<Template> templates) {
        keep(me, code, was -> was.withFields(fields).withTemplates(templates));
    }

    /**
     * Keeps a product as a step makes it of what it is by then, so that what somebody else sets up
     * at the same time stays.
     */
    private long keep(SignedIn me, String code, UnaryOperator<Product> step) {
        return gateway.submit(
                        me,
                        snapshot -> new SetUpProduct(step.apply(Lookups.product(snapshot, code))),
                        accepted -> {})
                .operation();
    }

    /** What was kept, with the number of the operation. */
    public record Kept<T>(T part, long operation) {}

    /** Adds a field; gives it with its key. */
    public Kept<CustomField> addField(
            SignedIn me, String code, String name, String type, List<String> choices) {
        var product = require(me, code);
        var fields = product.fields();
        var known =
                Arrays.stream(CustomField.Type.values())
                        .filter(one -> one.name().equals(type) || one.word().equals(type))
                        .findFirst()
                        .orElseThrow(() ->
                                invalid(
                                        "type",
                                        "“%s” is not a type of field; there are: %s."
                                                .formatted(
                                                        type,
                                                        Arrays.stream(CustomField.Type.values())
                                                                .map(CustomField.Type::word)
                                                                .collect(
                                                                        Collectors.joining(
                                                                                ", ")))));
        if (fields.size() >= MOST_FIELDS) {
            throw invalid("name", "At most %d fields are allowed.".formatted(MOST_FIELDS));
        }
        var field =
                new CustomField(
                        freeKey(
                                name,
                                product.describedFields().stream()
                                        .map(CustomField::key)
                                        .collect(Collectors.toSet())),
                        requireName(
                                name,
                                product.describedFields().stream().map(CustomField::name).toList()),
                        known,
                        requireChoices(known, choices));
        return new Kept<>(field, keep(me, code, was -> was.withFields(with(was.fields(), field))));
    }

    /** Gives a field another name or other choices; what items have stays as it is. */
    public long changeField(
            SignedIn me, String code, String key, String name, List<String> choices) {
        var product = require(me, code);
        var field = requireField(product, key);
        var others =
                product.describedFields().stream()
                        .filter(one -> !one.key().equals(key))
                        .map(CustomField::name)
                        .toList();
        var changed =
                new CustomField(
                        key,
                        requireName(name, others),
                        field.type(),
                        requireChoices(field.type(), choices));
        return keep(
                me,
                code,
                was ->
                        was.withFields(
                                was.fields().stream()
                                        .map(one -> one.key().equals(key) ? changed : one)
                                        .toList()));
    }

    /** Takes a field away. What items have in it is kept, out of sight. */
    public long removeField(SignedIn me, String code, String key) {
        var product = require(me, code);
        requireField(product, key);
        return keep(
                me,
                code,
                was ->
                        was.withFields(
                                was.fields().stream()
                                        .filter(one -> !one.key().equals(key))
                                        .toList()));
    }

    /** One place further up. */
    public long raiseField(SignedIn me, String code, String key) {
        var product = require(me, code);
        requireField(product, key);
        return keep(me, code, was -> was.withFields(raised(was, key)));
    }

    private static List<CustomField> raised(Product product, String key) {
        var fields = new ArrayList<>(product.fields());
        int at = fields.indexOf(requireField(product, key));
        if (at > 0) {
            fields.add(at - 1, fields.remove(at));
        }
        return fields;
    }

    private static <T> List<T> with(List<T> list, T added) {
        return Stream.concat(list.stream(), Stream.of(added)).toList();
    }

    /**
     * Keeps a template, a new one where its key is blank.
     *
     * @throws Failure.Invalid with everything that an item made from it would be refused for
     */
    public Kept<Template> keepTemplate(SignedIn me, String code, Template entered) {
        var product = require(me, code);
        var templates = product.templates();
        boolean isNew = entered.key().isBlank();
        if (isNew && templates.size() >= MOST_TEMPLATES) {
            throw invalid("name", "At most %d templates are allowed.".formatted(MOST_TEMPLATES));
        }
        var keys = templates.stream().map(Template::key).collect(Collectors.toSet());
        if (!isNew && !keys.contains(entered.key())) {
            throw new Failure.NotFound("There is no template “%s”.".formatted(entered.key()));
        }
        var others =
                templates.stream()
                        .filter(one -> !one.key().equals(entered.key()))
                        .map(Template::name)
                        .toList();
        var template =
                new Template(
                        isNew ? freeKey(entered.name(), keys) : entered.key(),
                        requireName(entered.name(), others),
                        entered.level(),
                        entered.kind(),
                        entered.defaultFor(),
                        entered.titlePrefix(),
                        entered.fields(),
                        entered.children());
        requireUsable(me, product, template);
        long operation =
                keep(
                        me,
                        code,
                        was ->
                                was.withTemplates(
                                        isNew
                                                ? with(was.templates(), template)
                                                : was.templates().stream()
                                                        .map(one ->
                                                                one.key().equals(template.key())
                                                                        ? template
                                                                        : one)
                                                        .toList()));
        return new Kept<>(template, operation);
    }

    public long removeTemplate(SignedIn me, String code, String key) {
        var product = require(me, code);
        if (product.findTemplate(key).isEmpty()) {
            throw new Failure.NotFound("There is no template “%s”.".formatted(key));
        }
        return keep(
                me,
                code,
                was ->
                        was.withTemplates(
                                was.templates().stream()
                                        .filter(one -> !one.key().equals(key))
                                        .toList()));
    }

    /** Tries the template on an item that is thrown away. */
    private void requireUsable(SignedIn me, Product product, Template template) {
        var problems = new ArrayList<Problem>();
        if (template.titlePrefix().length() > LONGEST_PREFIX) {
            problems.add(
                    new Problem(
                            "titlePrefix",
                            "A prefix of at most %d characters fits.".formatted(LONGEST_PREFIX)));
        }
        if (template.children().size() > MOST_CHILDREN) {
            problems.add(
                    new Problem(
                            "children", "At most %d items are allowed.".formatted(MOST_CHILDREN)));
        }
        var level = product.levels().find(template.level());
        if (level.isEmpty()) {
            problems.add(
                    new Problem("level", "There is no level “%s”.".formatted(template.level())));
        } else if (!level.get().kinds().contains(template.kind())) {
            problems.add(
                    new Problem(
                            "kind",
                            "“%s” is not a kind of that level; there are: %s."
                                    .formatted(
                                            template.kind(),
                                            String.join(", ", level.get().kinds()))));
        } else {
            var use =
                    TemplateUse.of(template, product, Map.of("title", "Title"), new Target.Stay());
            use.notes().forEach(note -> problems.add(new Problem("fields", note)));
            var create = new CreateItems(product.code(), use.entries());
            if (Decisions.decide(keeper.seenBy(me), create, clock.instant())
                    instanceof Refused(var refused)) {
                refused.all().forEach(one -> problems.add(new Problem(one.field(), one.message())));
            }
        }
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
    }

    private Product require(SignedIn me, String code) {
        var product = Lookups.product(keeper.seenBy(me), code);
        if (!me.mayIn(code, Permission.SHAPE)) {
            throw new Failure.Forbidden("Fields and templates are set up by product owners.");
        }
        return product;
    }

    private static CustomField requireField(Product product, String key) {
        return product.fields().stream()
                .filter(field -> field.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new Failure.NotFound("There is no field “%s”.".formatted(key)));
    }

    private static String requireName(String name, List<String> others) {
        if (name.isBlank() || name.length() > LONGEST_NAME) {
            throw invalid(
                    "name", "A name of at most %d characters is needed.".formatted(LONGEST_NAME));
        }
        if (others.stream().anyMatch(name::equalsIgnoreCase)) {
            throw invalid("name", "“%s” is there already.".formatted(name));
        }
        return name;
    }

    private static List<String> requireChoices(CustomField.Type type, List<String> entered) {
        var choices =
                entered.stream()
                        .map(String::strip)
                        .filter(one -> !one.isEmpty())
                        .distinct()
                        .toList();
        if (!type.hasChoices()) {
            return List.of();
        }
        if (choices.isEmpty() || choices.size() > MOST_CHOICES) {
            throw invalid("choices", "1 to %d choices are needed.".formatted(MOST_CHOICES));
        }
        if (choices.stream().anyMatch(one -> one.contains(",") || one.length() > LONGEST_NAME)) {
            throw invalid(
                    "choices",
                    "A choice has no comma, and at most %d characters.".formatted(LONGEST_NAME));
        }
        return choices;
    }

    private static String freeKey(String name, Set<String> taken) {
        var key = Slug.of(name, LONGEST_KEY - 4);
        var free = key;
        for (int i = 2; taken.contains(free); i++) {
            free = key + "-" + i;
        }
        return free;
    }

    private static Failure.Invalid invalid(String field, String message) {
        return new Failure.Invalid(Problems.of(field, message));
    }
}
