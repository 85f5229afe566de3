package greenladder.talk;

import greenladder.web.Markdown;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.Node;
import org.commonmark.node.StrongEmphasis;
import org.commonmark.node.Text;

/**
 * Who a text mentions: {@code @handle} at the start of a word. What stands in code, and what
 * follows a letter as in an address for mail, is no mention; neither is {@code \@handle}.
 */
final class Mentions {
    private static final Pattern MENTION =
            Pattern.compile("(?<![\\p{L}\\p{N}._\\\\@/-])@([a-z][a-z0-9.-]*[a-z0-9])");

    private Mentions() {}

    static Set<String> in(String text, Markdown markdown) {
        var handles = new LinkedHashSet<String>();
        parsed(text, markdown)
                .accept(
                        new AbstractVisitor() {
                            @Override
                            public void visit(Text node) {
                                MENTION.matcher(node.getLiteral())
                                        .results()
                                        .forEach(found -> handles.add(found.group(1)));
                            }
                        });
        return handles;
    }

    /** The text as HTML, with everybody whom it mentions by name, in strong letters. */
    static String toHtml(String text, Markdown markdown, Function<String, String> nameOf) {
        var document = parsed(text, markdown);
        document.accept(
                new AbstractVisitor() {
                    @Override
                    public void visit(Text node) {
                        name(node, nameOf);
                    }
                });
        return markdown.toHtml(document);
    }

    /**
     * An escaped @ loses its backslash when it is read; a joiner that nobody sees keeps it apart.
     */
    private static Node parsed(String text, Markdown markdown) {
        return markdown.parse(text.replace("\\@", "@\u2060"));
    }

    private static void name(Text node, Function<String, String> nameOf) {
        var literal = node.getLiteral();
        Matcher matcher = MENTION.matcher(literal);
        int from = 0;
        Node last = node;
        while (matcher.find()) {
            last = insertAfter(last, new Text(literal.substring(from, matcher.start())));
            var strong = new StrongEmphasis();
            strong.appendChild(new Text(nameOf.apply(matcher.group(1))));
            last = insertAfter(last, strong);
            from = matcher.end();
        }
        if (from > 0) {
            insertAfter(last, new Text(literal.substring(from)));
            node.unlink();
        }
    }

    private static Node insertAfter(Node last, Node next) {
        last.insertAfter(next);
        return next;
    }
}
