package greenladder.web;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.List;
import java.util.regex.Pattern;
import org.commonmark.Extension;
import org.commonmark.ext.autolink.AutolinkExtension;
import org.commonmark.ext.gfm.tables.TablesExtension;
import org.commonmark.ext.task.list.items.TaskListItemsExtension;
import org.commonmark.node.Node;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.html.HtmlRenderer;
import org.owasp.html.HtmlPolicyBuilder;
import org.owasp.html.PolicyFactory;
import org.owasp.html.Sanitizers;
import org.springframework.stereotype.Component;

/**
 * CommonMark made into HTML that is safe to show: written markup is text, and what is rendered is
 * sanitised as well.
 */
@Component
public class Markdown {
    private static final List<Extension> EXTENSIONS =
            List.of(
                    TablesExtension.create(),
                    AutolinkExtension.create(),
                    TaskListItemsExtension.create());

    /** Pictures come from the files of this workspace only. */
    private static final Pattern OUR_FILES =
            Pattern.compile("/files/[0-9a-f]{64}/[^\\s/?#]{1,600}");

    private static final PolicyFactory POLICY =
            Sanitizers.FORMATTING
                    .and(Sanitizers.BLOCKS)
                    .and(Sanitizers.LINKS)
                    .and(Sanitizers.TABLES)
                    .and(
                            new HtmlPolicyBuilder()
                                    .allowElements("pre", "code", "hr", "input")
                                    .allowAttributes("type")
                                    .matching(true, "checkbox")
                                    .onElements("input")
                                    .allowAttributes("checked", "disabled")
                                    .onElements("input")
                                    .toFactory())
                    .and(
                            new HtmlPolicyBuilder()
                                    .allowElements("img")
                                    .allowAttributes("src")
                                    .matching(OUR_FILES)
                                    .onElements("img")
                                    .allowAttributes("alt", "title")
                                    .onElements("img")
                                    .toFactory());

    /** So many characters of texts are kept, with as many of HTML or a few more. */
    private static final int MOST_CHARACTERS = 4_000_000;

    private final Cache<String, String> drawn =
            Caffeine.newBuilder()
                    .maximumWeight(MOST_CHARACTERS)
                    .weigher((String text, String html) -> text.length() + html.length())
                    .build();

    private final Parser parser = Parser.builder().extensions(EXTENSIONS).build();
    private final HtmlRenderer renderer =
            HtmlRenderer.builder().extensions(EXTENSIONS).escapeHtml(true).build();

    public Node parse(String text) {
        return parser.parse(text);
    }

    public String toHtml(String text) {
        return text.isEmpty() ? "" : drawn.get(text, one -> toHtml(parse(one)));
    }

    public String toHtml(Node document) {
        return POLICY.sanitize(renderer.render(document));
    }
}
