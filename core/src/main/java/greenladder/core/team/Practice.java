package greenladder.core.team;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * How a team works from day to day.
 *
 * @param handOvers in the order of their keys, as the steps are
 */
public record Practice(Board board, List<HandOver> handOvers, List<StepRule> steps, Mix mix) {
    public static final Practice NONE = new Practice(Board.NONE, List.of(), List.of(), Mix.NONE);

    /** A fact that every practice can have. */
    public static final String FACT = "cards";

    private static final String HAND_OVER = "handOver.";
    private static final String STEP = "step.";

    public Practice {
        handOvers = List.copyOf(handOvers);
        steps = List.copyOf(steps);
    }

    public Practice with(Board other) {
        return new Practice(other, handOvers, steps, mix);
    }

    public Practice withRules(List<HandOver> others, List<StepRule> otherSteps) {
        return new Practice(board, others, otherSteps, mix);
    }

    public Practice with(Mix other) {
        return new Practice(board, handOvers, steps, other);
    }

    static boolean isOne(String fact) {
        return Board.isOne(fact)
                || fact.startsWith(HAND_OVER)
                || fact.startsWith(STEP)
                || fact.equals(Mix.FACT);
    }

    static Practice of(Map<String, String> facts) {
        var handOvers = new TreeMap<String, HandOver>();
        var steps = new TreeMap<String, StepRule>();
        facts.forEach((name, text) -> {
            if (name.startsWith(HAND_OVER)) {
                var key = name.substring(HAND_OVER.length());
                handOvers.put(key, HandOver.of(key, text));
            } else if (name.startsWith(STEP)) {
                var key = name.substring(STEP.length());
                steps.put(key, StepRule.of(key, text));
            }
        });
        var board = Board.of(facts);
        var mix = facts.containsKey(Mix.FACT) ? Mix.of(facts.get(Mix.FACT)) : Mix.NONE;
        var practice =
                new Practice(
                        board, List.copyOf(handOvers.values()), List.copyOf(steps.values()), mix);
        return practice.equals(NONE) ? NONE : practice;
    }

    Map<String, String> facts() {
        var facts = new HashMap<>(board.facts());
        handOvers.forEach(rule -> facts.put(HAND_OVER + rule.key(), rule.text()));
        steps.forEach(rule -> facts.put(STEP + rule.key(), rule.text()));
        if (!mix.equals(Mix.NONE)) {
            facts.put(Mix.FACT, mix.text());
        }
        return facts;
    }
}
