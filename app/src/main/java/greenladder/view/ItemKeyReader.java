package greenladder.view;

import greenladder.core.value.ItemKey;
import org.jspecify.annotations.Nullable;
import org.springframework.core.convert.converter.Converter;
import org.springframework.stereotype.Component;

/** Reads the key of the item that is open beside a view; none where it is not a key. */
@Component
class ItemKeyReader implements Converter<String, @Nullable ItemKey> {
    @Override
    public @Nullable ItemKey convert(String text) {
        return ItemKey.parse(text).orElse(null);
    }
}
