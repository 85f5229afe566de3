package greenladder.panel;

import greenladder.core.change.Problems;
import greenladder.core.edit.Target;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.people.Permission;
import greenladder.core.product.Product;
import greenladder.core.product.Template;
import greenladder.core.snapshot.Snapshot;
import greenladder.core.text.QuickLine;
import greenladder.core.value.ItemKey;
import greenladder.panel.FieldForm.Option;
import greenladder.people.SignedIn;
import greenladder.setup.Beginnings;
import greenladder.store.CommandGateway;
import greenladder.store.Rights;
import greenladder.store.SnapshotKeeper;
import greenladder.view.Lookups;
import greenladder.web.Failure;
import greenladder.web.Words;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One line, from anywhere, that becomes an item: read in plain words, completed by picking. */
@Controller
@RequestMapping("/{product:[A-Z]{2,5}}/quick-add")
class QuickAddController {
    private final SnapshotKeeper keeper;
    private final CommandGateway gateway;
    private final Rights rights;

    /** The form as it opens. */
    record Page(
            String product,
            String parent,
            List<Option> levels,
            List<Option> people,
            List<Option> labels,
            List<Option> templates,
            boolean mayWriteLists) {}

    /**
     * What was understood.
     *
     * @param words what will be added, in one sentence
     */
    record Understood(List<String> chips, String words, List<String> notes) {}

    /**
     * What was typed, and picked beside it; what is picked goes before what is said, but for the
     * parent, which is filled in beforehand.
     */
    record Form(
            @Nullable String line,
            @Nullable String level,
            @Nullable String parent,
            @Nullable String size,
            @Nullable String assignee,
            @Nullable String labels,
            @Nullable String template) {

        Map<String, String> fields(QuickLine read, Level standard) {
            Map<String, String> fields = new LinkedHashMap<>();
            fields.put(Field.LEVEL.label(), standard.key());
            fields.putAll(read.fields());
            put(fields, Field.LEVEL, level);
            if (!fields.containsKey(Field.PARENT.label())) {
                put(fields, Field.PARENT, parent);
            }
            put(fields, Field.SIZE, size);
            put(fields, Field.ASSIGNEE, assignee);
            put(fields, Field.LABELS, labels);
            fields.put(Field.TITLE.label(), read.title());
            return fields;
        }

        private static void put(Map<String, String> fields, Field field, @Nullable String text) {
            if (text != null && !text.isBlank()) {
                fields.put(field.label(), text.strip());
            }
        }
    }

    QuickAddController(SnapshotKeeper keeper, CommandGateway gateway, Rights rights) {
        this.rights = rights;
        this.keeper = keeper;
        this.gateway = gateway;
    }

    @GetMapping
    String form(
            @PathVariable("product") String code,
            @RequestParam(defaultValue = "") String at,
            @AuthenticationPrincipal SignedIn me,
            Model model) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var parent =
                ItemKey.parse(at)
                        .flatMap(snapshot::findItem)
                        .filter(item -> item.key().product().equals(code))
                        .flatMap(item -> nearestAbove(snapshot, item, product.levels().stories()));
        model.addAttribute(
                "quick",
                new Page(
                        code,
                        parent.map(item -> item.key().toString()).orElse(""),
                        product.levels().all().stream()
                                .filter(level -> rights.mayAdd(me, product, level))
                                .map(level -> new Option(level.key(), level.name(), false))
                                .toList(),
                        snapshot.workspace().peopleAtWork().stream()
                                .map(person -> new Option(person.handle(), person.name(), false))
                                .toList(),
                        snapshot.labels(code).stream()
                                .map(label -> new Option(label, label, false))
                                .toList(),
                        product.templates().stream()
                                .map(one -> new Option(one.key(), one.name(), false))
                                .toList(),
                        me.mayIn(code, Permission.SHAPE)));
        return "shared/quick-add :: form";
    }

    @PostMapping("/read")
    String read(
            @PathVariable("product") String code,
            Form form,
            Model model,
            @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var read = QuickLine.read(text(form.line()), snapshot, product);
        var fields = form.fields(read, product.levels().stories());
        var beginning = Beginnings.of(snapshot, code, fields, new Target.Stay(), form.template());
        model.addAttribute(
                "understood",
                new Understood(
                        chips(read),
                        sentence(
                                snapshot,
                                product,
                                beginning.create().entries().getFirst().fields(),
                                beginning.template(),
                                beginning.create().entries().size() - 1),
                        beginning.notes()));
        return "shared/quick-add :: understood";
    }

    @PostMapping
    ResponseEntity<String> add(
            @PathVariable("product") String code, Form form, @AuthenticationPrincipal SignedIn me) {
        var snapshot = keeper.seenBy(me);
        var product = Lookups.product(snapshot, code);
        var read = QuickLine.read(text(form.line()), snapshot, product);
        if (read.title().isBlank()) {
            throw new Failure.Invalid(Problems.of("line", "A title is needed."));
        }
        var beginning =
                Beginnings.of(
                        snapshot,
                        code,
                        form.fields(read, product.levels().stories()),
                        new Target.Stay(),
                        form.template());
        return Answers.added(gateway.submit(me, beginning.create()), beginning.notes());
    }

    private static List<String> chips(QuickLine read) {
        return read.chips().stream().map(QuickLine.Chip::words).distinct().toList();
    }

    private static String sentence(
            Snapshot snapshot,
            Product product,
            Map<String, String> fields,
            @Nullable Template template,
            int children) {
        var title = fields.getOrDefault(Field.TITLE.label(), "");
        if (title.isBlank()) {
            return "";
        }
        var level =
                product.levels()
                        .find(fields.getOrDefault(Field.LEVEL.label(), ""))
                        .orElseGet(() -> product.levels().stories());
        var kind = Objects.requireNonNullElse(fields.get(Field.KIND.label()), level.name());
        var parts = new ArrayList<String>();
        parts.add("Adds %s, “%s”".formatted(Words.withArticle(kind), title));
        ItemKey.parse(fields.getOrDefault(Field.PARENT.label(), ""))
                .flatMap(snapshot::findItem)
                .ifPresent(
                        parent -> parts.add("under %s %s".formatted(parent.key(), parent.title())));
        if (template != null) {
            parts.add("from the template “%s”".formatted(template.name()));
        }
        if (children > 0) {
            parts.add("with " + Words.count(children, "item") + " under it");
        }
        return String.join(", ", parts) + ".";
    }

    private static java.util.Optional<Item> nearestAbove(
            Snapshot snapshot, Item item, Level level) {
        return Stream.concat(
                        Stream.of(item), snapshot.ancestors(item).stream().map(node -> node.item()))
                .filter(one -> one.level().isAbove(level))
                .findFirst();
    }

    private static String text(@Nullable String line) {
        return line == null ? "" : line;
    }
}
