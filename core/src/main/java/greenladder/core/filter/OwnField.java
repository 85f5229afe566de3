package greenladder.core.filter;

import greenladder.core.item.CustomField;
import greenladder.core.snapshot.Node;
import greenladder.core.value.Amount;
import java.time.LocalDate;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/** The facets of the fields that a product has of its own. */
final class OwnField {
    private OwnField() {}

    /** Empty for a field of free text, which is found by words. */
    static Optional<Facet> facet(CustomField field, Lens lens) {
        var id = field.field().label();
        return Optional.ofNullable(
                switch (field.type()) {
                    case NUMBER, TOTAL ->
                            AmountSpans.EVENLY.facet(
                                    id,
                                    field.name(),
                                    node -> text(node, field).flatMap(Amount::parse).orElse(null));
                    case DATE ->
                            DaySpans.AHEAD.ofDays(
                                    id,
                                    field.name(),
                                    lens.today(),
                                    node -> text(node, field).map(LocalDate::parse).orElse(null));
                    case MANY_OF -> words(field, many(field), Facets::orNone);
                    case ONE_OF, YES_NO -> words(field, one(field), Facets::orNone);
                    case PERSON ->
                            words(
                                    field,
                                    one(field),
                                    handle -> Facets.nameOf(lens.snapshot().workspace(), handle));
                    case PEOPLE ->
                            words(
                                    field,
                                    many(field),
                                    handle -> Facets.nameOf(lens.snapshot().workspace(), handle));
                    case ITEM -> words(field, one(field), Facets::orNone);
                    case TEXT, LINK, NAMED_DAYS -> null;
                });
    }

    private static Facet words(
            CustomField field, Facet.Values values, UnaryOperator<String> words) {
        return new Facet(
                field.field().label(),
                field.name(),
                values,
                words,
                Facets.byPlace(field.choices(), choice -> choice),
                Set::of);
    }

    private static Facet.Values many(CustomField field) {
        return (node, values) ->
                Stream.of(text(node, field).orElse(Facet.NONE).split(", ")).forEach(values);
    }

    private static Facet.Values one(CustomField field) {
        return (node, values) -> values.accept(text(node, field).orElse(Facet.NONE));
    }

    private static Optional<String> text(Node node, CustomField field) {
        return Optional.ofNullable(node.item().details().custom().get(field.key()));
    }
}
