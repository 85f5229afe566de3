package greenladder.frame;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What the page around a view shows.
 *
 * @param unread notices; 0 where a view is drawn alone
 * @param operation the last one that the page may show
 * @param styles style sheets of this page beside those of every page
 * @param script a script of its own; empty where it needs none
 * @param demoDay which day it is in the demo; empty outside of it
 * @param product null on pages that belong to no product
 */
public record Frame(
        String title,
        String personName,
        String personInitials,
        String roleName,
        @Nullable ProductChoice product,
        List<ProductChoice> products,
        List<StageStep> stages,
        List<ViewTab> views,
        boolean mayAddProduct,
        boolean mayAdminister,
        boolean mayAdd,
        boolean mayShape,
        long unread,
        long operation,
        String theme,
        List<String> styles,
        String script,
        String demoDay) {

    public record ProductChoice(String code, String name, String url) {}

    /**
     * @param url empty for a stage that has no view yet
     */
    public record StageStep(String label, String url, boolean current) {}

    public record ViewTab(String label, String url, boolean current) {}
}
