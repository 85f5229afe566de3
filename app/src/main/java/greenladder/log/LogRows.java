package greenladder.log;

import greenladder.core.change.Change;
import greenladder.core.change.OperationKind;
import greenladder.core.change.PlanChange;
import greenladder.core.item.Field;
import greenladder.core.value.ItemKey;
import greenladder.core.value.PlanKey;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.SequenceGenerator;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The tables of the change log: operations, and the changes that each made. */
final class LogRows {
    private static final Logger LOG = LoggerFactory.getLogger(LogRows.class);

    private LogRows() {}

    @Entity(name = "OperationRow")
    @Table(name = "operation")
    static class OperationRow {
        @Id
        @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "operation_seq")
        @SequenceGenerator(
                name = "operation_seq",
                sequenceName = "operation_seq",
                allocationSize = 50)
        @Nullable Long id;

        @Column(name = "at_time")
        Instant at = Instant.EPOCH;

        String actor = "";
        String what = "";

        /** The operation that this one takes back. */
        @Nullable Long undoes;

        /** The operation that took this one back. */
        @Column(name = "undone_by")
        @Nullable Long undoneBy;

        OperationRow() {}

        OperationRow(NewOperation operation) {
            this.at = operation.at();
            this.actor = operation.actor();
            this.what = operation.kind().label();
            this.undoes = operation.undoes();
        }

        Operation toOperation() {
            return new Operation(
                    Objects.requireNonNull(id),
                    at,
                    actor,
                    OperationKind.find(what).orElseThrow(),
                    undoes,
                    undoneBy);
        }
    }

    /** That an operation changed something of a product. */
    @Entity(name = "OperationProductRow")
    @Table(name = "operation_product")
    @IdClass(OperationProductRow.Key.class)
    static class OperationProductRow {
        @Id String product = "";

        @Id
        @Column(name = "operation_id")
        long operation;

        record Key(String product, long operation) implements Serializable {}

        OperationProductRow() {}

        OperationProductRow(String product, long operation) {
            this.product = product;
            this.operation = operation;
        }
    }

    @Entity(name = "ChangeRow")
    @Table(name = "change_log")
    @IdClass(ChangeRow.Key.class)
    static class ChangeRow {
        @Id
        @Column(name = "operation_id")
        long operation;

        @Id int place;

        /** An item's key, or that of a part of the plan, which has a colon in it. */
        String subject = "";

        String field = "";

        @Column(name = "before_text")
        @Nullable String before;

        @Column(name = "after_text")
        @Nullable String after;

        boolean followed;

        record Key(long operation, int place) implements Serializable {}

        ChangeRow() {}

        ChangeRow(long operation, int place, Change change) {
            this.operation = operation;
            this.place = place;
            this.subject = change.item().toString();
            this.field = change.field().label();
            this.before = change.textBefore();
            this.after = change.textAfter();
            this.followed = change.followed();
        }

        ChangeRow(long operation, int place, PlanChange change) {
            this.operation = operation;
            this.place = place;
            this.subject = change.subject().toString();
            this.field = change.fact();
            this.before = change.before();
            this.after = change.after();
        }

        PlanChange toPlanChange() {
            return new PlanChange(PlanKey.parse(subject).orElseThrow(), field, before, after);
        }

        boolean isOfPlan() {
            return subject.indexOf(':') >= 0;
        }

        /** Empty, and told in the program's log, where the row cannot be read. */
        Optional<Change> findChange() {
            try {
                return Optional.of(toChange());
            } catch (RuntimeException e) {
                LOG.error(
                        "operation {}, change {} of {} cannot be read",
                        operation,
                        place,
                        subject,
                        e);
                return Optional.empty();
            }
        }

        Change toChange() {
            return Change.read(
                    ItemKey.parse(subject).orElseThrow(),
                    Field.find(field).orElseThrow(),
                    before,
                    after,
                    followed);
        }
    }
}
