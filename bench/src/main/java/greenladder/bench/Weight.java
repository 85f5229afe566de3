package greenladder.bench;

import java.util.ArrayDeque;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Pattern;

/** What the first screen weighs: the page with every style, script and font that it asks for. */
final class Weight {
    private static final Pattern ASSET =
            Pattern.compile("<(?:link|script)[^>]*(?:href|src)=\"(/[^\"]+)\"");
    private static final Pattern IMPORT = Pattern.compile("(?:from|import) \"(\\./[^\"]+)\"");

    private Weight() {}

    /** Bytes over the wire by address, the page itself first. */
    static Map<String, Long> of(Visitor visitor, String page) {
        var weights = new LinkedHashMap<String, Long>();
        var first = visitor.get(page);
        weights.put(page, first.wire());
        var ahead = new ArrayDeque<String>();
        ASSET.matcher(first.body()).results().forEach(found -> ahead.add(found.group(1)));
        while (!ahead.isEmpty()) {
            var path = ahead.poll();
            if (weights.containsKey(path)) {
                continue;
            }
            var asset = visitor.get(path);
            weights.put(path, asset.wire());
            if (path.endsWith(".js")) {
                var folder = path.substring(0, path.lastIndexOf('/') + 1);
                IMPORT.matcher(asset.body())
                        .results()
                        .forEach(found -> ahead.add(folder + found.group(1).substring(2)));
            }
        }
        return weights;
    }
}
