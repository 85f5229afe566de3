package greenladder.core.trace;

import java.util.AbstractList;
import java.util.List;
import java.util.Objects;
import java.util.RandomAccess;
import java.util.function.Function;

/** Lists one after the other, each element made of theirs when it is asked for. */
final class Joined<S, T> extends AbstractList<T> implements RandomAccess {
    private final List<List<S>> parts;
    private final Function<S, T> made;
    private final int size;

    Joined(List<? extends List<S>> parts, Function<S, T> made) {
        this.parts = List.copyOf(parts);
        this.made = made;
        this.size = parts.stream().mapToInt(List::size).sum();
    }

    @Override
    public T get(int index) {
        Objects.checkIndex(index, size);
        int left = index;
        for (var part : parts) {
            if (left < part.size()) {
                return made.apply(part.get(left));
            }
            left -= part.size();
        }
        throw new IndexOutOfBoundsException(index);
    }

    @Override
    public int size() {
        return size;
    }
}
