package greenladder.web;

import greenladder.core.change.Problems;
import greenladder.core.value.Shortened;
import java.util.Objects;

/**
 * Why a request could not be answered as asked; one place turns each into a page, a fragment or a
 * problem detail.
 */
public abstract sealed class Failure extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private Failure(String message) {
        super(message);
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNullElse(super.getMessage(), "");
    }

    /** What was asked for is not there. */
    public static final class NotFound extends Failure {
        private static final long serialVersionUID = 1L;
        private static final int LONGEST = 200;

        /**
         * @param message cut where it is long: it may name what somebody sent
         */
        public NotFound(String message) {
            super(Shortened.to(LONGEST, message));
        }
    }

    /** The person may not do this. */
    public static final class Forbidden extends Failure {
        private static final long serialVersionUID = 1L;

        public Forbidden(String message) {
            super(message);
        }
    }

    /** The server has more of this to do than it takes on at once; a little later it may go. */
    public static final class Busy extends Failure {
        private static final long serialVersionUID = 1L;

        public Busy(String message) {
            super(message);
        }
    }

    /** Somebody else was faster. */
    public static final class Conflict extends Failure {
        private static final long serialVersionUID = 1L;
        private final String subject;

        /**
         * @param subject the key of what stands otherwise now
         */
        public Conflict(String subject, String message) {
            super(message);
            this.subject = subject;
        }

        public String subject() {
            return subject;
        }
    }

    /** Somebody else changed the same field while it was being edited. */
    public static final class Overtaken extends Failure {
        private static final long serialVersionUID = 1L;
        private final String item;
        private final String field;
        private final String now;

        /**
         * @param now what stands in the field now, as text
         */
        public Overtaken(String item, String field, String now) {
            super("Somebody else changed this meanwhile.");
            this.item = item;
            this.field = field;
            this.now = now;
        }

        public String item() {
            return item;
        }

        public String field() {
            return field;
        }

        public String now() {
            return now;
        }
    }

    /** Rules are broken; nothing was changed. */
    public static final class Invalid extends Failure {
        private static final long serialVersionUID = 1L;
        private final transient Problems problems;

        public Invalid(Problems problems) {
            super(problems.inWords());
            this.problems = problems;
        }

        public Problems problems() {
            return problems;
        }
    }
}
