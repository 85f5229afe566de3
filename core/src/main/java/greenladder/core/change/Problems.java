package greenladder.core.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** All that is wrong with a command. */
public record Problems(List<Problem> all) {
    public Problems {
        all = List.copyOf(all);
    }

    public static Problems of(String field, String message) {
        return new Problems(List.of(new Problem(field, message)));
    }

    public Optional<String> messageOf(String field) {
        return all.stream()
                .filter(problem -> problem.field().equals(field))
                .map(Problem::message)
                .findFirst();
    }

    /** All messages in one line, those of a bulk with their entry, counted from 1. */
    public String inWords() {
        return all.stream()
                .map(problem ->
                        problem.entry() == Problem.SINGLE
                                ? problem.message()
                                : "Entry %d: %s".formatted(problem.entry() + 1, problem.message()))
                .collect(Collectors.joining(" "));
    }

    /** Problems as they are found. */
    public static final class ProblemCollector {
        private final List<Problem> problems = new ArrayList<>();

        public void add(int entry, String field, String message) {
            problems.add(new Problem(entry, field, message));
        }

        public boolean isEmpty() {
            return problems.isEmpty();
        }

        Problems all() {
            return new Problems(problems);
        }
    }
}
