package greenladder.core.change;

import greenladder.core.change.Problems.ProblemCollector;
import greenladder.core.papers.Baseline;
import greenladder.core.papers.Document;
import greenladder.core.papers.Paper;
import greenladder.core.papers.Review;
import greenladder.core.papers.Round;
import greenladder.core.papers.TestCase;
import greenladder.core.snapshot.Snapshot;

/**
 * What holds for papers, whatever led to them. One method a kind.
 *
 * @param after the snapshot with all changes
 */
record PaperRules(Snapshot after, ProblemCollector found) {
    private static final int LONGEST_NAME = 200;
    private static final int LONGEST_TEXT = 1_000;
    private static final int LONGEST_PASSAGE = 3_500;
    private static final int LONGEST_GROUP = 60;
    private static final int MOST_GROUPS = 4;
    private static final int MOST_STEPS = 100;
    private static final int MOST_COVERED = 200;
    private static final int MOST_CHECKS = 5_000;
    private static final int MOST_ITEMS = 2_000;
    private static final int MOST_READERS = 50;
    private static final int MOST_PASSAGES = 500;
    private static final int MOST_REMARKS = 1_000;

    void check(Paper paper) {
        if (paper.name().isBlank() || paper.name().length() > LONGEST_NAME) {
            wrong("name", "A name of at most %d characters is needed.", LONGEST_NAME);
        }
        if (after.findProduct(paper.product()).isEmpty()) {
            wrong("product", "There is no such product.");
        }
        switch (paper) {
            case Baseline any -> {}
            case TestCase test -> test(test);
            case Round round -> round(round);
            case Review review -> review(review);
            case Document document -> document(document);
        }
    }

    private void test(TestCase test) {
        fits("steps", "steps", test.steps().size(), MOST_STEPS);
        fits("covers", "items", test.covers().size(), MOST_COVERED);
        test.steps()
                .forEach(step -> {
                    text("steps", step.act());
                    text("steps", step.expect());
                });
        if (test.groups().size() > MOST_GROUPS
                || test.groups().stream()
                        .anyMatch(group -> group.isBlank() || group.length() > LONGEST_GROUP)) {
            wrong(
                    "groups",
                    "A test has at most %d groups, each of at most %d characters.",
                    MOST_GROUPS,
                    LONGEST_GROUP);
        }
    }

    private void round(Round round) {
        if (round.checks().isEmpty()) {
            wrong("tests", "A round has at least one test.");
        }
        fits("tests", "tests", round.checks().size(), MOST_CHECKS);
        round.results().values().forEach(result -> text("words", result.words()));
    }

    private void review(Review review) {
        text("words", review.words());
        if (review.readers().isEmpty()) {
            wrong("readers", "Say who should review it.");
        }
        fits("readers", "people", review.readers().size(), MOST_READERS);
        if (review.seen().isEmpty()) {
            wrong("items", "Say what should be reviewed.");
        }
        fits("items", "items", review.seen().size(), MOST_ITEMS);
        review.answers()
                .values()
                .forEach(its -> its.values().forEach(answer -> text("words", answer.words())));
    }

    private void document(Document document) {
        fits("passages", "passages", document.passages().size(), MOST_PASSAGES);
        fits("remarks", "remarks", document.remarks().size(), MOST_REMARKS);
        document.passages().stream()
                .filter(passage -> passage.text().length() > LONGEST_PASSAGE)
                .findFirst()
                .ifPresent(passage ->
                        wrong(
                                "text",
                                "A passage has at most %,d characters, this has %,d.",
                                LONGEST_PASSAGE,
                                passage.text().length()));
        document.remarks().forEach(remark -> text("text", remark.text()));
    }

    private void text(String field, String text) {
        if (text.length() > LONGEST_TEXT) {
            wrong(
                    field,
                    "At most %,d characters are allowed, not %,d.",
                    LONGEST_TEXT,
                    text.length());
        }
    }

    private void fits(String field, String what, int count, int most) {
        if (count > most) {
            wrong(field, "At most %,d %s are allowed, not %,d.", most, what, count);
        }
    }

    private void wrong(String field, String message, Object... values) {
        found.add(Problem.SINGLE, field, message.formatted(values));
    }
}
