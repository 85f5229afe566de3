package greenladder.web;

import java.io.IOException;
import java.io.Reader;
import java.io.StringReader;
import java.util.Map;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.thymeleaf.IEngineConfiguration;
import org.thymeleaf.templateresolver.ITemplateResolver;
import org.thymeleaf.templateresolver.TemplateResolution;
import org.thymeleaf.templateresource.ITemplateResource;

/**
 * Templates are indented for those who read them; their pages are sent without it, which is a
 * quarter of what would be written, compressed and sent each time. Lines stay lines, so that words
 * stay apart and an error still names its line.
 */
final class UnindentedTemplates implements ITemplateResolver {
    private final ITemplateResolver resolver;

    UnindentedTemplates(ITemplateResolver resolver) {
        this.resolver = resolver;
    }

    @Override
    public String getName() {
        return resolver.getName();
    }

    @Override
    public Integer getOrder() {
        return resolver.getOrder();
    }

    @Override
    public @Nullable TemplateResolution resolveTemplate(
            IEngineConfiguration configuration,
            @Nullable String owner,
            String template,
            @Nullable Map<String, Object> attributes) {
        var found = resolver.resolveTemplate(configuration, owner, template, attributes);
        return found == null
                ? null
                : new TemplateResolution(
                        new Unindented(found.getTemplateResource()),
                        found.isTemplateResourceExistenceVerified(),
                        found.getTemplateMode(),
                        found.getUseDecoupledLogic(),
                        found.getValidity());
    }

    private record Unindented(ITemplateResource whole) implements ITemplateResource {
        private static final Pattern INDENT = Pattern.compile("^[ \\t]+", Pattern.MULTILINE);

        @Override
        public String getDescription() {
            return whole.getDescription();
        }

        @Override
        public String getBaseName() {
            return whole.getBaseName();
        }

        @Override
        public boolean exists() {
            return whole.exists();
        }

        @Override
        public Reader reader() throws IOException {
            try (var reader = whole.reader()) {
                return new StringReader(INDENT.matcher(reader.readAllAsString()).replaceAll(""));
            }
        }

        @Override
        public ITemplateResource relative(String location) {
            return new Unindented(whole.relative(location));
        }
    }
}
