package greenladder.panel;

import java.util.List;

/**
 * Why an item's figures are what they are.
 *
 * @param last what changed one of them last, and by whom; empty where nothing is noted
 */
record WhyPage(String key, String title, List<Section> sections, String last) {

    /** One figure: what it is, the rule by which it came about, and its parts. */
    record Section(String heading, String rule, List<Part> parts) {}

    /** A part with its number; without an address where it is no item. */
    record Part(String key, String url, String title, String figure) {}
}
