package greenladder.product;

import greenladder.core.item.CustomField;
import greenladder.core.item.Template;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EntityManager;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The tables of the fields and the templates that products have of their own. */
@Component
class OwnFields {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final EntityManager entities;

    OwnFields(EntityManager entities) {
        this.entities = entities;
    }

    @Entity(name = "FieldRow")
    @Table(name = "product_field")
    @IdClass(FieldRow.Key.class)
    static class FieldRow {
        @Id String product = "";

        @Id
        @Column(name = "field_key")
        String key = "";

        int place;
        String name = "";

        @Enumerated(EnumType.STRING)
        CustomField.Type type = CustomField.Type.TEXT;

        /** One on each line. */
        String choices = "";

        record Key(String product, String key) implements Serializable {}
    }

    @Entity(name = "TemplateRow")
    @Table(name = "product_template")
    @IdClass(TemplateRow.Key.class)
    static class TemplateRow {
        @Id String product = "";

        @Id
        @Column(name = "template_key")
        String key = "";

        int place;
        String name = "";

        @Column(name = "level_key")
        String level = "";

        String kind = "";

        @Column(name = "default_for")
        @Nullable String defaultFor;

        @Column(name = "title_prefix")
        String titlePrefix = "";

        /** A JSON object of texts. */
        String presets = "";

        /** One title on each line. */
        String children = "";

        record Key(String product, String key) implements Serializable {}
    }

    List<CustomField> fieldsOf(String product) {
        return rows(
                        "from FieldRow where product = :product order by place",
                        FieldRow.class,
                        product)
                .stream()
                .map(row ->
                        new CustomField(row.key, row.name, row.type, row.choices.lines().toList()))
                .toList();
    }

    List<Template> templatesOf(String product) {
        return rows(
                        "from TemplateRow where product = :product order by place",
                        TemplateRow.class,
                        product)
                .stream()
                .map(row ->
                        new Template(
                                row.key,
                                row.name,
                                row.level,
                                row.kind,
                                row.defaultFor,
                                row.titlePrefix,
                                JSON.readValue(
                                        row.presets, new TypeReference<Map<String, String>>() {}),
                                row.children.lines().toList()))
                .toList();
    }

    void keepFields(String product, List<CustomField> fields) {
        empty("FieldRow", product);
        for (var field : fields) {
            var row = new FieldRow();
            row.product = product;
            row.key = field.key();
            row.place = fields.indexOf(field);
            row.name = field.name();
            row.type = field.type();
            row.choices = String.join("\n", field.choices());
            entities.persist(row);
        }
    }

    void keepTemplates(String product, List<Template> templates) {
        empty("TemplateRow", product);
        for (var template : templates) {
            var row = new TemplateRow();
            row.product = product;
            row.key = template.key();
            row.place = templates.indexOf(template);
            row.name = template.name();
            row.level = template.level();
            row.kind = template.kind();
            row.defaultFor = template.defaultFor();
            row.titlePrefix = template.titlePrefix();
            row.presets = JSON.writeValueAsString(template.fields());
            row.children = String.join("\n", template.children());
            entities.persist(row);
        }
    }

    private void empty(String rows, String product) {
        entities.createQuery("delete from " + rows + " where product = :product")
                .setParameter("product", product)
                .executeUpdate();
        entities.flush();
        entities.clear();
    }

    private <T> List<T> rows(String query, Class<T> type, String product) {
        return entities.createQuery(query, type).setParameter("product", product).getResultList();
    }
}
