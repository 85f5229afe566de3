package greenladder.web;

import java.lang.invoke.MethodHandle;
import java.lang.invoke.MethodHandles;
import java.lang.reflect.RecordComponent;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.expression.AccessException;
import org.springframework.expression.EvaluationContext;
import org.springframework.expression.PropertyAccessor;
import org.springframework.expression.TypedValue;

/**
 * Reads what pages read all the time: the components of our own records, and whether a text or a
 * list is empty. What templates use otherwise looks each property up anew, and checks each time
 * whether its type is one that templates may touch.
 */
final class RecordAccessor implements PropertyAccessor {
    static final RecordAccessor INSTANCE = new RecordAccessor();

    private static final String EMPTY = "empty";
    private static final String OURS = "greenladder.";

    private static final ClassValue<Map<String, MethodHandle>> COMPONENTS =
            new ClassValue<>() {
                @Override
                protected Map<String, MethodHandle> computeValue(Class<?> type) {
                    return type.isRecord() && type.getName().startsWith(OURS)
                            ? componentsOf(type)
                            : Map.of();
                }
            };

    private RecordAccessor() {}

    private static Map<String, MethodHandle> componentsOf(Class<?> type) {
        var handles = new HashMap<String, MethodHandle>();
        for (RecordComponent component : type.getRecordComponents()) {
            try {
                var method = component.getAccessor();
                method.setAccessible(true);
                var handle = MethodHandles.lookup().unreflect(method);
                handles.put(component.getName(), handle.asType(handle.type().generic()));
            } catch (IllegalAccessException e) {
                throw new IllegalStateException(e);
            }
        }
        return Map.copyOf(handles);
    }

    @Override
    public Class<?>[] getSpecificTargetClasses() {
        return new Class<?>[] {Record.class, CharSequence.class, Collection.class};
    }

    @Override
    public boolean canRead(EvaluationContext context, @Nullable Object target, String name) {
        return switch (target) {
            case null -> false;
            case Record one -> COMPONENTS.get(one.getClass()).containsKey(name);
            case CharSequence any -> name.equals(EMPTY);
            case Collection<?> any -> name.equals(EMPTY);
            default -> false;
        };
    }

    @Override
    public TypedValue read(EvaluationContext context, @Nullable Object target, String name)
            throws AccessException {
        return switch (target) {
            case Record one -> new TypedValue(component(one, name));
            case CharSequence text when name.equals(EMPTY) -> new TypedValue(text.isEmpty());
            case Collection<?> all when name.equals(EMPTY) -> new TypedValue(all.isEmpty());
            case null, default -> throw new AccessException("not read here: " + name);
        };
    }

    private static @Nullable Object component(Record record, String name) throws AccessException {
        var handle = COMPONENTS.get(record.getClass()).get(name);
        if (handle == null) {
            throw new AccessException("no component " + name);
        }
        try {
            return handle.invokeExact((Object) record);
        } catch (Throwable e) {
            throw new AccessException("cannot read " + name, new IllegalStateException(e));
        }
    }

    @Override
    public boolean canWrite(EvaluationContext context, @Nullable Object target, String name) {
        return false;
    }

    @Override
    public void write(
            EvaluationContext context, @Nullable Object target, String name, @Nullable Object value)
            throws AccessException {
        throw new AccessException("nothing is written from a page");
    }
}
