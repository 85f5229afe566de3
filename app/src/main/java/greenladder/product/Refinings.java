package greenladder.product;

import greenladder.core.item.Refining;
import jakarta.persistence.Entity;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.springframework.stereotype.Component;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The table of how products refine their backlogs. */
@Component
class Refinings {
    /** Settings that came later are absent from rows of earlier versions. */
    private static final JsonMapper JSON =
            JsonMapper.builder()
                    .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
                    .build();

    private final EntityManager entities;

    Refinings(EntityManager entities) {
        this.entities = entities;
    }

    @Entity(name = "RefiningRow")
    @Table(name = "product_refining")
    static class RefiningRow {
        @Id String product = "";

        /** A JSON object of {@link Refining}. */
        String settings = "";
    }

    /** What every product begins with, where nothing was set. */
    Refining of(String product) {
        var row = entities.find(RefiningRow.class, product);
        return row == null ? Refining.STANDARD : JSON.readValue(row.settings, Refining.class);
    }

    void keep(String product, Refining refining) {
        var row = new RefiningRow();
        row.product = product;
        row.settings = JSON.writeValueAsString(refining);
        entities.merge(row);
    }
}
