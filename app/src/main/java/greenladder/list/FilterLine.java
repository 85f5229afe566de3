package greenladder.list;

import java.util.List;

/**
 * The filter line over a list: what narrows it down, and how else it could be looked at.
 *
 * @param narrowUrl where the picks with their counts are fetched
 * @param wideUrl the list with nothing that narrows it
 * @param blames why nothing is found; empty where something is
 */
public record FilterLine(
        String narrowUrl,
        String wideUrl,
        List<Chip> chips,
        List<ViewLink> pinned,
        List<Blame> blames) {

    /**
     * A part of the filter.
     *
     * @param url the list without it
     */
    public record Chip(String words, String url) {}

    /** A saved view. */
    public record ViewLink(String name, String url, boolean current) {}

    /**
     * @param url the list without what is to blame
     */
    public record Blame(String words, String url) {}
}
