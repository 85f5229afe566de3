package greenladder.panel;

import greenladder.core.change.Decision.Accepted;
import greenladder.core.change.Decisions;
import greenladder.core.edit.Target;
import greenladder.core.item.CustomField;
import greenladder.core.item.Field;
import greenladder.core.item.Item;
import greenladder.core.level.Level;
import greenladder.core.people.Permission;
import greenladder.core.product.Factor;
import greenladder.core.product.Product;
import greenladder.setup.Beginnings;
import greenladder.store.Rights;
import greenladder.view.ViewContext;
import greenladder.web.Failure;
import greenladder.words.FieldFit;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.web.util.UriUtils;

/** Makes the form with all fields that a new item of a level and kind can have. */
@Component
public class NewItemForms {
    private static final List<Field> STANDARD =
            List.of(
                    Field.PARENT,
                    Field.STATE,
                    Field.ASSIGNEE,
                    Field.TEAM,
                    Field.SPRINT,
                    Field.RELEASE,
                    Field.SIZE,
                    Field.VALUE,
                    Field.HOURS_ESTIMATE,
                    Field.BAND,
                    Field.LABELS,
                    Field.START,
                    Field.FINISH,
                    Field.DESCRIPTION,
                    Field.ACCEPTANCE,
                    Field.CHECKLIST);

    private final Rights rights;
    private final Clock clock;

    NewItemForms(Rights rights, Clock clock) {
        this.rights = rights;
        this.clock = clock;
    }

    /**
     * @param fields as their editors elsewhere; what a template gives is filled in
     * @param types of fields that can be added; none where the reader may not
     */
    public record NewItemPage(
            String product,
            String url,
            List<FieldForm.Option> levels,
            List<FieldForm.Option> kinds,
            String level,
            String kind,
            List<FieldForm> fields,
            List<String> types) {}

    public NewItemPage page(ViewContext context, String level, String kind, String parent) {
        var product = context.product();
        var it = level(context, level);
        var its = it.kinds().contains(kind) ? kind : it.plainKind();
        return new NewItemPage(
                product.code(),
                "/%s/new?level=%s&kind=%s&parent=%s"
                        .formatted(product.code(), it.key(), escaped(its), escaped(parent)),
                product.levels().all().stream()
                        .filter(one -> rights.mayAdd(context.reader(), product, one))
                        .map(one -> new FieldForm.Option(one.key(), one.name(), one.equals(it)))
                        .toList(),
                it.kinds().stream()
                        .map(one -> new FieldForm.Option(one, one, one.equals(its)))
                        .toList(),
                it.key(),
                its,
                fields(context, it, its, parent),
                context.reader().mayIn(product.code(), Permission.SHAPE)
                        ? Arrays.stream(CustomField.Type.values())
                                .map(CustomField.Type::word)
                                .toList()
                        : List.of());
    }

    private static String escaped(String text) {
        return UriUtils.encode(text, StandardCharsets.UTF_8);
    }

    /** The level asked for, or else that of stories, or the first where somebody may add. */
    private Level level(ViewContext context, String key) {
        var levels = context.product().levels();
        return levels.find(key)
                .or(() -> Optional.of(levels.stories()))
                .filter(one -> rights.mayAdd(context.reader(), context.product(), one))
                .or(() ->
                        levels.all().stream()
                                .filter(one ->
                                        rights.mayAdd(context.reader(), context.product(), one))
                                .findFirst())
                .orElseThrow(() -> new Failure.Forbidden("You cannot add items here."));
    }

    /** As an item made now would have them: it is decided and thrown away. */
    private List<FieldForm> fields(ViewContext context, Level level, String kind, String parent) {
        var product = context.product();
        var begun = Map.of("level", level.key(), "kind", kind, "title", "New", "parent", parent);
        var create =
                Beginnings.of(context.snapshot(), product.code(), begun, new Target.Stay(), null)
                        .create();
        var decided = Decisions.decide(context.snapshot(), create, clock.instant());
        if (!(decided instanceof Accepted accepted)) {
            return parent.isEmpty() ? List.of() : fields(context, level, kind, "");
        }
        var after = accepted.after();
        var item = after.findItem(accepted.items().getFirst()).orElseThrow();
        return offered(product, item)
                .filter(field -> rights.mayEdit(context.reader(), item, field))
                .filter(field -> FieldFit.fits(after, item, field))
                .map(field -> FieldForm.of(after, item, field).ofNew())
                .toList();
    }

    private static Stream<Field> offered(Product product, Item item) {
        boolean isSized = item.level().carriesPoints();
        return Stream.of(
                        STANDARD.stream()
                                .filter(field ->
                                        isSized
                                                ? field != Field.HOURS_ESTIMATE
                                                : field != Field.SIZE && field != Field.VALUE),
                        product.refining().factors().stream().map(Factor::field),
                        product.describedFields().stream().map(CustomField::field))
                .flatMap(fields -> fields);
    }
}
