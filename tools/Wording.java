import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Writes every text of the interface into one file per view, to be read through as a whole: {@code
 * java Wording.java ROOT FOLDER}. A view's file has the texts of its templates first, then those of
 * the code of its package.
 */
public final class Wording {

    private static final Pattern NOT_TEXT =
            Pattern.compile("<!--.*?-->|<(script|style)\\b.*?</\\1>", Pattern.DOTALL);
    private static final Pattern BETWEEN_TAGS = Pattern.compile(">([^<>]*[A-Za-z]{2}[^<>]*)<");
    private static final Pattern ATTRIBUTE =
            Pattern.compile("\\s(?:title|placeholder|alt|aria-label|label|data-[a-z-]*(?:ask|told|says?|words?))=\"([^\"]+)\"");
    private static final Pattern EXPRESSION =
            Pattern.compile("\\s(?:th:[a-z-]+|th:attr)=\"([^\"]+)\"", Pattern.DOTALL);
    private static final Pattern EXPRESSION_TEXT = Pattern.compile("\\|([^|]+)\\||'([^']+)'");
    private static final Pattern COMMENT = Pattern.compile("/\\*.*?\\*/|^\\s*//.*?$", Pattern.DOTALL | Pattern.MULTILINE);
    private static final Pattern JOINED = Pattern.compile("\"\\s*\\+\\s*\"");
    private static final Pattern LITERAL = Pattern.compile("\"((?:[^\"\\\\\\n]|\\\\.)+)\"");
    private static final Pattern SENTENCE =
            Pattern.compile("[A-Z][a-z]+[.:!?…]?|.*[A-Za-z’]{2,}[,.:;]? .*[A-Za-z]{2,}.*", Pattern.DOTALL);
    private static final Pattern MACHINE =
            Pattern.compile("(?i)select .*|.* from .* where .*|insert .*|alter table.*|create .*index.*|https?:.*|[a-z-]+/[a-z-]+.*|.*::.*|X-.*");
    private static final Set<String> WITHOUT_VIEW = Set.of("store", "demo", "log", "db");

    private Wording() {}

    public static void main(String[] arguments) throws IOException {
        Path root = Path.of(arguments[0]);
        Path folder = Path.of(arguments[1]);
        Map<String, Set<String>> byView = new TreeMap<>();
        Path templates = root.resolve("app/src/main/resources/templates");
        for (Path file : files(templates, ".html")) {
            byView.computeIfAbsent(viewOfTemplate(templates.relativize(file)), none -> new LinkedHashSet<>())
                    .addAll(ofTemplate(Files.readString(file)));
        }
        for (String module : List.of("app/src/main/java/greenladder", "core/src/main/java/greenladder")) {
            Path sources = root.resolve(module);
            for (Path file : files(sources, ".java")) {
                byView.computeIfAbsent(viewOfClass(sources.relativize(file)), none -> new LinkedHashSet<>())
                        .addAll(ofCode(Files.readString(file)));
            }
        }
        Files.createDirectories(folder);
        for (Map.Entry<String, Set<String>> view : byView.entrySet()) {
            if (!view.getValue().isEmpty() && !WITHOUT_VIEW.contains(view.getKey())) {
                Files.write(folder.resolve(view.getKey() + ".txt"), view.getValue());
            }
        }
        System.out.println(byView.size() + " views in " + folder);
    }

    private static List<Path> files(Path folder, String ending) throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            return all.filter(file -> file.toString().endsWith(ending)).sorted().toList();
        }
    }

    /** {@code trace/goals-row.html} is {@code trace-goals}. */
    private static String viewOfTemplate(Path file) {
        String name = file.getFileName().toString().replace(".html", "").split("-")[0];
        return file.getParent() == null ? name : file.getParent() + "-" + name;
    }

    /** {@code trace/goals/GoalsController.java} is {@code trace-goals}. */
    private static String viewOfClass(Path file) {
        return file.getParent() == null ? "application" : file.getParent().toString().replace('/', '-');
    }

    private static Set<String> ofTemplate(String source) {
        String text = NOT_TEXT.matcher(source).replaceAll("");
        Set<String> found = new LinkedHashSet<>();
        BETWEEN_TAGS.matcher(text).results().map(match -> match.group(1)).forEach(words -> add(found, words, false));
        ATTRIBUTE.matcher(text).results().map(match -> match.group(1)).forEach(words -> add(found, words, false));
        EXPRESSION.matcher(text).results()
                .flatMap(match -> EXPRESSION_TEXT.matcher(match.group(1)).results())
                .map(match -> match.group(1) != null ? match.group(1) : match.group(2))
                .forEach(words -> add(found, words, true));
        return found;
    }

    private static Set<String> ofCode(String source) {
        String text = JOINED.matcher(COMMENT.matcher(source).replaceAll("")).replaceAll("");
        Set<String> found = new LinkedHashSet<>();
        LITERAL.matcher(text).results().map(match -> match.group(1)).forEach(words -> add(found, words, true));
        return found;
    }

    private static void add(Set<String> found, String words, boolean onlySentences) {
        String line = words.strip().replaceAll("\\s+", " ").replace("\\\"", "\"");
        if (line.length() > 1 && (!onlySentences || SENTENCE.matcher(line).matches() && !MACHINE.matcher(line).matches())) {
            found.add(line);
        }
    }
}
