package greenladder.core.sprint;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What is left of a sprint after its end.
 *
 * @param picture null until it is closed, and for those closed before pictures were kept
 * @param notes by their numbers
 */
public record SprintEnd(@Nullable SprintPicture picture, List<SprintNote> notes) {
    static final SprintEnd NONE = new SprintEnd(null, List.of());

    public SprintEnd {
        notes = List.copyOf(notes);
    }

    public Optional<SprintNote> findNote(int number) {
        return notes.stream().filter(note -> note.number() == number).findFirst();
    }

    public int nextNumber() {
        return notes.isEmpty() ? 1 : notes.getLast().number() + 1;
    }

    static SprintEnd of(Map<String, String> facts) {
        return new SprintEnd(SprintPicture.of(facts), SprintNote.of(facts));
    }

    Map<String, String> facts() {
        var facts = new HashMap<String, String>();
        if (picture != null) {
            facts.putAll(picture.facts());
        }
        notes.forEach(note -> facts.put(SprintNote.fact(note.number()), note.fact()));
        return facts;
    }
}
