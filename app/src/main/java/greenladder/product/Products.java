package greenladder.product;

import greenladder.core.change.Problem;
import greenladder.core.change.Problems;
import greenladder.core.item.CustomField;
import greenladder.core.item.Levels;
import greenladder.core.item.Product;
import greenladder.core.item.Refining;
import greenladder.core.item.Template;
import greenladder.people.Permission;
import greenladder.people.SignedIn;
import greenladder.product.ProductRows.LevelRow;
import greenladder.product.ProductRows.ProductRow;
import greenladder.product.ProductRows.StateRow;
import greenladder.web.Failure;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The products as they are kept. What is read all the time is the snapshot's copy of them. */
@Component
@Transactional
public class Products {
    private static final int LONGEST_NAME = 120;

    private final EntityManager entities;
    private final ApplicationEventPublisher events;
    private final OwnFields ownFields;
    private final Refinings refinings;

    Products(
            EntityManager entities,
            ApplicationEventPublisher events,
            OwnFields ownFields,
            Refinings refinings) {
        this.refinings = refinings;
        this.entities = entities;
        this.events = events;
        this.ownFields = ownFields;
    }

    public List<Product> all() {
        return rows("from ProductRow order by code", ProductRow.class).stream()
                .map(row ->
                        new Product(
                                row.code,
                                row.name,
                                levelsOf(row.code),
                                ownFields.fieldsOf(row.code),
                                ownFields.templatesOf(row.code),
                                refinings.of(row.code)))
                .toList();
    }

    /** The last number given to an item of each product, those of deleted items included. */
    public Map<String, Integer> lastNumbers() {
        var numbers = new LinkedHashMap<String, Integer>();
        rows("from ProductRow", ProductRow.class)
                .forEach(row -> numbers.put(row.code, row.lastNumber));
        return numbers;
    }

    /** Adds a product; refused whole with what is wrong with its code or name. */
    public Product add(SignedIn actor, String code, String name, Levels levels) {
        if (!actor.may(Permission.START_PRODUCTS)) {
            throw new Failure.Forbidden(
                    "Products are started by product owners and administrators.");
        }
        var problems = new ArrayList<Problem>();
        if (!Product.isCode(code)) {
            problems.add(new Problem("code", "A code has 2 to 5 capital letters."));
        } else if (entities.find(ProductRow.class, code) != null) {
            problems.add(new Problem("code", "There is a product %s already.".formatted(code)));
        }
        var trimmed = name.strip();
        if (trimmed.isEmpty() || trimmed.length() > LONGEST_NAME) {
            problems.add(
                    new Problem(
                            "name",
                            "A name of at most %d characters is needed.".formatted(LONGEST_NAME)));
        }
        if (!problems.isEmpty()) {
            throw new Failure.Invalid(new Problems(problems));
        }
        var product = new Product(code, trimmed, levels);
        entities.persist(new ProductRow(product));
        persistLevels(product);
        events.publishEvent(new WorkspaceChanged(workspace -> workspace.with(product)));
        return product;
    }

    /** Keeps the fields that a product has of its own, and what it has been given. */
    public void keepFields(Product product, List<CustomField> fields) {
        ownFields.keepFields(product.code(), fields);
        events.publishEvent(
                new WorkspaceChanged(workspace ->
                        workspace.with(
                                workspace.requireProduct(product.code()).withFields(fields))));
    }

    public void keepTemplates(Product product, List<Template> templates) {
        ownFields.keepTemplates(product.code(), templates);
        events.publishEvent(
                new WorkspaceChanged(workspace ->
                        workspace.with(
                                workspace
                                        .requireProduct(product.code())
                                        .withTemplates(templates))));
    }

    /** Keeps how a product refines its backlog. */
    public void keepRefining(Product product, Refining refining) {
        refinings.keep(product.code(), refining);
        events.publishEvent(
                new WorkspaceChanged(workspace ->
                        workspace.with(
                                workspace.requireProduct(product.code()).withRefining(refining))));
    }

    /** Keeps a product's name and levels as they are now; a part of a larger transaction. */
    public void keep(Product product) {
        entities.createQuery("update ProductRow set name = :name where code = :code")
                .setParameter("name", product.name())
                .setParameter("code", product.code())
                .executeUpdate();
        for (var rows : List.of("StateRow", "LevelRow")) {
            entities.createQuery("delete from " + rows + " where product = :code")
                    .setParameter("code", product.code())
                    .executeUpdate();
        }
        entities.clear();
        persistLevels(product);
    }

    private void persistLevels(Product product) {
        for (var level : product.levels().all()) {
            entities.persist(new LevelRow(product.code(), level));
            for (int place = 0; place < level.states().all().size(); place++) {
                entities.persist(new StateRow(product.code(), level, place));
            }
        }
    }

    private Levels levelsOf(String code) {
        var states = rows("from StateRow order by product, level, place", StateRow.class);
        return new Levels(
                rows("from LevelRow order by product, place", LevelRow.class).stream()
                        .filter(row -> row.product.equals(code))
                        .map(row ->
                                row.toLevel(
                                        states.stream()
                                                .filter(state ->
                                                        state.product.equals(code)
                                                                && state.level.equals(row.key))
                                                .map(StateRow::toState)
                                                .toList()))
                        .toList());
    }

    private <T> List<T> rows(String query, Class<T> type) {
        return entities.createQuery(query, type).getResultList();
    }
}
