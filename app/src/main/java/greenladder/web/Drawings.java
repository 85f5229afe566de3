package greenladder.web;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.micrometer.core.instrument.Counter;
import io.micrometer.core.instrument.MeterRegistry;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/**
 * Pieces of pages that are drawn once and used by every page that shows the same. What is drawn
 * holds no address of the place where it stands, and nothing of who reads it but what they may do.
 * A drawing lives no longer than what it is of.
 */
@Component
public class Drawings {
    /** Of so many things drawings are kept: about what fifty people look at. */
    private static final int MOST = 5_000;

    /** So many drawings of one thing are kept; then they begin anew. */
    private static final int MOST_VARIANTS = 12;

    /** By what is drawn, compared as an object: a node is never changed, only replaced. */
    private final Cache<Object, Map<Object, String>> drawn =
            Caffeine.newBuilder().weakKeys().maximumSize(MOST).build();

    private final ITemplateEngine templates;
    private final MeterRegistry meters;

    Drawings(ITemplateEngine templates, MeterRegistry meters) {
        this.templates = templates;
        this.meters = meters;
    }

    /**
     * A fragment of a template as HTML.
     *
     * @param of what is drawn; not to be held by {@code variant}
     * @param variant what else the drawing depends on
     * @param fragment a fragment with one parameter
     * @param parameter the name of the parameter
     * @param model makes its value, where the fragment is not drawn yet
     */
    public String of(
            Object of,
            Object variant,
            String template,
            String fragment,
            String parameter,
            Supplier<?> model) {
        var variants = drawn.get(of, any -> new ConcurrentHashMap<>());
        if (variants.size() >= MOST_VARIANTS && !variants.containsKey(variant)) {
            variants.clear();
        }
        return variants.computeIfAbsent(
                variant, any -> draw(template, fragment, Map.of(parameter, model.get())));
    }

    private String draw(String template, String fragment, Map<String, Object> model) {
        Counter.builder("greenladder.drawings")
                .description("Pieces of pages that were drawn, rather than used again")
                .tag("piece", fragment)
                .register(meters)
                .increment();
        return templates.process(template, Set.of(fragment), new Context(Locale.ENGLISH, model));
    }
}
