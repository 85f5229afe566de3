package greenladder.web;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.micrometer.core.instrument.Counter;
import io.micrometer.core.instrument.MeterRegistry;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationContext;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;
import org.thymeleaf.spring6.expression.ThymeleafEvaluationContext;

/**
 * Pieces of pages that are drawn once and used by every page that shows the same. A piece is drawn
 * from its one parameter alone: it knows neither the request nor who reads it, but what the
 * parameter says.
 */
@Component
public class Drawings {
    /** So many characters of {@link #alike} drawings are kept. */
    private static final int MOST_CHARACTERS = 24_000_000;

    /** What a drawing takes beside its characters, about: its parameter. */
    private static final int PARAMETER = 500;

    private final Cache<Piece, String> alike =
            Caffeine.newBuilder()
                    .maximumWeight(MOST_CHARACTERS)
                    .weigher((Piece piece, String html) -> html.length() + PARAMETER)
                    .build();

    private final ITemplateEngine templates;
    private final MeterRegistry meters;
    private final ApplicationContext application;

    private record Piece(String template, String fragment, List<@Nullable Object> parameters) {
        Map<String, Object> named() {
            var named = new HashMap<String, Object>();
            for (int i = 0; i < parameters.size(); i += 2) {
                named.put(String.valueOf(parameters.get(i)), parameters.get(i + 1));
            }
            return named;
        }
    }

    Drawings(ITemplateEngine templates, MeterRegistry meters, ApplicationContext application) {
        this.application = application;
        this.templates = templates;
        this.meters = meters;
    }

    /**
     * A fragment of a template as HTML, drawn once for all values that are equal. For templates
     * that draw many of a kind, most of which stand on the next page again.
     *
     * @param parameters name and value of each parameter of the fragment in turn; values, such as
     *     records, are not to be changed any more
     */
    public String cached(String template, String fragment, @Nullable Object... parameters) {
        return alike.get(
                new Piece(template, fragment, Arrays.asList(parameters)),
                piece -> draw(template, fragment, piece.named()));
    }

    private String draw(String template, String fragment, Map<String, Object> model) {
        Counter.builder("greenladder.drawings")
                .description("Pieces of pages that were drawn, rather than used again")
                .tag("piece", fragment)
                .register(meters)
                .increment();
        var context = new Context(Locale.ENGLISH, model);
        // Without it each expression would look for what it reads by reflection, each time anew.
        context.setVariable(
                RecordsContext.VARIABLE,
                new RecordsContext(new ThymeleafEvaluationContext(application, null)));
        return templates.process(template, Set.of(fragment), context);
    }
}
