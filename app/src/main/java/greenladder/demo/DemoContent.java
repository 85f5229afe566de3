package greenladder.demo;

import greenladder.core.people.Role;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.springframework.core.io.ClassPathResource;

/**
 * Who and what there is in the sample workspace, read from {@code demo/workspace.txt} and {@code
 * demo/talk.txt}: one thing a line, its parts between bars.
 */
record DemoContent(
        List<Somebody> people,
        List<Something> products,
        List<Crew> teams,
        List<Rhythm> rhythms,
        List<Goal> releases,
        List<Saying> sayings) {

    record Somebody(String handle, String name, Role role) {}

    record Something(String code, String name, String owner) {}

    /**
     * A team.
     *
     * @param members the lead first
     * @param habits tasks that each of its stories has, in the form of the outline
     */
    record Crew(
            String key, String name, List<String> members, List<String> products, String habits) {
        String lead() {
            return members.getFirst();
        }
    }

    /** How a team's closed sprints went, each list by sprint. */
    record Rhythm(
            String team,
            List<Integer> share,
            List<Integer> carried,
            List<Integer> added,
            List<Integer> takenOut) {}

    record Goal(String product, String name, int days) {}

    record Saying(int daysAgo, String who, String item, String text) {}

    static DemoContent read() {
        var content =
                new DemoContent(
                        new ArrayList<>(),
                        new ArrayList<>(),
                        new ArrayList<>(),
                        new ArrayList<>(),
                        new ArrayList<>(),
                        new ArrayList<>());
        text("workspace.txt").lines().filter(line -> !line.startsWith("#")).forEach(content::read);
        text("talk.txt")
                .lines()
                .filter(line -> !line.startsWith("#"))
                .map(line -> line.split(" \\| ", 4))
                .forEach(parts ->
                        content.sayings.add(
                                new Saying(
                                        Integer.parseInt(parts[0]), parts[1], parts[2], parts[3])));
        return content;
    }

    private void read(String line) {
        int blank = line.indexOf(' ');
        var parts = line.substring(blank + 1).split(" ?\\| ?", -1);
        switch (line.substring(0, blank)) {
            case "person" -> people.add(new Somebody(parts[0], parts[1], Role.valueOf(parts[2])));
            case "product" -> products.add(new Something(parts[0], parts[1], parts[2]));
            case "team" ->
                    teams.add(
                            new Crew(
                                    parts[0].toLowerCase(java.util.Locale.ROOT),
                                    parts[0],
                                    List.of(parts[1].split(", ")),
                                    List.of(parts[2].split(", ")),
                                    parts[3]));
            case "sprints" ->
                    rhythms.add(
                            new Rhythm(
                                    parts[0].toLowerCase(java.util.Locale.ROOT),
                                    numbers(parts[1]),
                                    numbers(parts[2]),
                                    numbers(parts[3]),
                                    numbers(parts[4])));
            case "release" ->
                    releases.add(new Goal(parts[0], parts[1], Integer.parseInt(parts[2])));
            default -> throw new IllegalArgumentException("demo workspace: " + line);
        }
    }

    private static List<Integer> numbers(String text) {
        return Arrays.stream(text.split(" ")).map(Integer::valueOf).toList();
    }

    static String text(String name) {
        try (var in = new ClassPathResource("demo/" + name).getInputStream()) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
